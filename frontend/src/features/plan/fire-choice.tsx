import { useFires } from "@/api/yard";
import { Choice } from "@/ui/controls";

import type { PieceDraft } from "./model";
import { say } from "@/words/say";

interface Props {
  piece: PieceDraft["piece"];
  fires: { key: string; name: string }[];
  onPiece: (change: Partial<PieceDraft["piece"]>) => void;
  error: string | undefined;
}

/** The fire of a piece: a typical one, one of the cook's own, or one whose food was moved. */
export function FireChoice({ piece, fires, onPiece, error }: Props) {
  const kept = useFires().data ?? [];
  const own = piece.own_fire;
  const saved = own && kept.find((f) => f.fire.name === own.name);
  const mine = kept.map((f) => ({
    key: `own:${f.id}`,
    name: f.fire.name,
    group: say("screen-fire-choice-your-fires"),
  }));
  if (own && !saved)
    mine.push({
      key: "moved",
      name: say("screen-fire-choice-moved", { name: own.name }),
      group: say("screen-fire-choice-your-fires"),
    });
  if (fires.length + mine.length < 2) return null;
  const ownKey = saved ? `own:${saved.id}` : "moved";
  const choose = (key: string) => {
    const laid = kept.find((f) => `own:${f.id}` === key);
    if (laid) onPiece({ own_fire: laid.fire });
    else if (key !== "moved") onPiece({ fire: key });
  };
  return (
    <Choice
      label={say("screen-fire-choice-fire")}
      value={own ? ownKey : (piece.fire ?? fires[0]?.key ?? "")}
      options={[...fires.map((f) => ({ ...f, group: say("screen-fire-choice-typical-ones") })), ...mine]}
      onChange={choose}
      error={error}
    />
  );
}
