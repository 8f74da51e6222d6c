import * as RadioGroup from "@radix-ui/react-radio-group";

import { useFires } from "@/api/yard";
import { Mistake } from "@/ui/controls";

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
  const fetched = useFires();
  const kept = fetched.data ?? [];
  const own = piece.own_fire;
  const saved = own && kept.find((f) => f.fire.name === own.name);
  const mine = kept.map((f) => ({ key: `own:${f.id}`, name: f.fire.name }));
  if (own && !saved) mine.push({ key: "moved", name: say("screen-fire-choice-moved", { name: own.name }) });
  if (fetched.isPending) return <div className="min-h-28" />;
  if (fires.length + mine.length < 2) return error ? <Mistake>{error}</Mistake> : null;
  const ownKey = saved ? `own:${saved.id}` : "moved";
  const choose = (key: string) => {
    const laid = kept.find((f) => `own:${f.id}` === key);
    if (laid) onPiece({ own_fire: laid.fire });
    else if (key !== "moved") onPiece({ fire: key });
  };
  const chosen = own ? ownKey : (piece.fire ?? fires[0]?.key ?? "");
  return (
    <div className="flex flex-col gap-1">
      <span className="text-sm font-semibold text-ash">{say("screen-fire-choice-on-which-fire")}</span>
      <RadioGroup.Root
        aria-label={say("screen-fire-choice-on-which-fire")}
        aria-invalid={error !== undefined}
        value={chosen}
        onValueChange={choose}
        className="flex flex-wrap gap-1"
      >
        {[...mine, ...fires].map((f) => (
          <RadioGroup.Item
            key={f.key}
            value={f.key}
            className="min-h-11 rounded-bar border-2 border-seam px-2.5 text-left text-sm font-semibold [font-stretch:80%] hover:border-ash data-[state=checked]:border-ember data-[state=checked]:bg-raised"
          >
            {f.name}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      {error && <Mistake>{error}</Mistake>}
    </div>
  );
}
