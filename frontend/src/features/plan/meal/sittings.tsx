import type { Problem } from "@/api/client";
import type { TableReference } from "@/api/tables";
import { useHousehold } from "@/api/household";
import { Button } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { count, minutes, phrase } from "@/units/units";

import type { TableDraft } from "./model";
import { say } from "@/words/say";

interface Props {
  draft: TableDraft;
  onDraft: (draft: TableDraft) => void;
  problem: Problem | null;
  reference: TableReference;
}

/** Eaters who come later: what comes in pieces is cooked again for them. */
export function Sittings({ draft, onDraft, problem, reference }: Props) {
  const system = useHousehold().units;
  const { sittings } = draft;
  const put = (changed: TableDraft["sittings"]) => onDraft({ ...draft, sittings: changed });
  const change = (n: number, part: Partial<TableDraft["sittings"][number]>) =>
    put(sittings.map((s, i) => (i === n ? { ...s, ...part } : s)));
  const wrong = (n: number, field: string) => {
    const found = problem?.errors.find((e) => e.field.endsWith(`sittings.${n}.${field}`));
    return found && phrase(system, found.message);
  };
  const last = sittings.at(-1)?.after_min ?? 0;
  const free = draft.eaters - sittings.reduce((all, s) => all + s.eaters, 0);
  return (
    <div className="flex flex-col gap-1">
      {sittings.map((sitting, n) => (
        <div
          key={n}
          role="group"
          aria-label={say("screen-sittings-who-comes-later", { n: n + 1 })}
          className="grid grid-cols-[1fr_1fr_auto] items-end gap-1"
        >
          <Quantity
            label={say("screen-sittings-come-later")}
            error={wrong(n, "eaters")}
            value={sitting.eaters}
            onChange={(eaters) => eaters !== null && change(n, { eaters: Math.round(eaters) })}
            scale={count}
            low={1}
            high={60}
            slider={false}
          />
          <Quantity
            label={say("screen-sittings-later-by")}
            error={wrong(n, "after_min")}
            value={sitting.after_min}
            onChange={(after_min) => after_min !== null && change(n, { after_min })}
            scale={minutes}
            low={10}
            high={120}
            slider={false}
          />
          <Button
            weight="quiet"
            aria-label={say("screen-sittings-nobody-comes-later", { n: n + 1 })}
            onClick={() => put(sittings.filter((_, i) => i !== n))}
          >
            ✕
          </Button>
        </div>
      ))}
      {sittings.length < reference.most_sittings && free > 1 && (
        <Button
          weight="quiet"
          className="self-start"
          onClick={() => put([...sittings, { eaters: 1, after_min: last + 30 }])}
        >
          {say("screen-sittings-somebody-comes-later")}
        </Button>
      )}
    </div>
  );
}
