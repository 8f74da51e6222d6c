import { useState } from "react";

import type { Reference } from "@/api/hooks";
import { useFires, useGrills } from "@/api/yard";
import { Chips } from "@/ui/chips";
import { Mistake } from "@/ui/controls";
import { say } from "@/words/say";

import type { PieceDraft } from "./model";

interface Props {
  piece: PieceDraft["piece"];
  fires: Reference["methods"][number]["fires"];
  onPiece: (change: Partial<PieceDraft["piece"]>) => void;
  error: string | undefined;
}

/** The fire of a piece: one of the cook's own, one whose food was moved, or a typical one; those of the household's
 * grills first, the others on request. */
export function FireChoice({ piece, fires, onPiece, error }: Props) {
  const fetched = useFires();
  const grills = useGrills();
  const [all, setAll] = useState(false);
  const kept = fetched.data ?? [];
  const own = piece.own_fire;
  const saved = own && kept.find((f) => f.fire.name === own.name);
  const mine = kept.map((f) => ({ key: `own:${f.id}`, name: f.fire.name }));
  if (own && !saved) mine.push({ key: "moved", name: say("screen-fire-choice-moved", { name: own.name }) });
  if (fetched.isPending || grills.isPending) return <div className="min-h-28" />;
  if (fires.length + mine.length < 2) return error ? <Mistake>{error}</Mistake> : null;
  const kinds = new Set(grills.data?.map((g) => g.kind));
  const here = fires.filter((f) => f.at_hand || kinds.has(f.kind));
  const elsewhere = fires.filter((f) => !here.includes(f));
  const ownKey = saved ? `own:${saved.id}` : "moved";
  const choose = (key: string) => {
    const laid = kept.find((f) => `own:${f.id}` === key);
    if (laid) onPiece({ own_fire: laid.fire });
    else if (key !== "moved") onPiece({ fire: key });
  };
  const chosen = own ? ownKey : (piece.fire ?? fires[0]?.key ?? "");
  const shown = all || here.length === 0 || elsewhere.some((f) => f.key === chosen) ? elsewhere : [];
  return (
    <Chips
      label={say("screen-fire-choice-on-which-fire")}
      value={chosen}
      options={[...mine, ...here, ...shown]}
      onChange={choose}
      error={error}
    >
      {shown.length < elsewhere.length && (
        <button type="button" className="min-h-11 self-start text-sm link" onClick={() => setAll(true)}>
          {say("screen-fire-choice-another-grill")}
        </button>
      )}
    </Chips>
  );
}
