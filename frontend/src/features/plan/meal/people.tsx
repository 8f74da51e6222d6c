import { useFires } from "@/api/yard";
import type { TableReference } from "@/api/tables";
import { BOX, Button, Choice } from "@/ui/controls";

import { freeKey, type TableDraft } from "./model";
import { say } from "@/words/say";

interface Props {
  draft: TableDraft;
  onDraft: (draft: TableDraft) => void;
  reference: TableReference;
}

const MAY = [
  { key: "both", name: "everything", may: ["fire", "kitchen"] as const },
  { key: "fire", name: say("screen-people-fire-only"), may: ["fire"] as const },
  { key: "kitchen", name: say("screen-people-kitchen-only"), may: ["kitchen"] as const },
];

/** Whose hands there are, and what they may do. */
export function People({ draft, onDraft, reference }: Props) {
  const change = (n: number, part: Partial<TableDraft["people"][number]>) =>
    onDraft({ ...draft, people: draft.people.map((p, i) => (i === n ? { ...p, ...part } : p)) });
  const remove = (key: string) =>
    onDraft({
      ...draft,
      people: draft.people.filter((p) => p.key !== key),
      dishes: draft.dishes.map((d) =>
        d.pin?.person === key ? { ...d, pin: { ...d.pin, person: null } } : d,
      ),
    });
  const add = () =>
    onDraft({
      ...draft,
      people: [
        ...draft.people,
        { key: freeKey("helper", draft.people), name: say("screen-people-helper"), may: ["fire", "kitchen"] },
      ],
    });
  return (
    <fieldset className="m-0 flex flex-col gap-1 border-0 p-0">
      <legend className="p-0 text-sm font-semibold [font-stretch:85%]">{say("screen-people-hands")}</legend>
      {draft.people.map((person, n) => (
        <div key={person.key} className="grid grid-cols-[1fr_1.3fr_auto] gap-1">
          <input
            aria-label={say("screen-people-name-of-hand", { n: n + 1 })}
            className={`${BOX} min-w-0 px-2`}
            maxLength={40}
            value={person.name}
            onChange={(e) => e.target.value && change(n, { name: e.target.value })}
          />
          <select
            aria-label={say("screen-people-what-does", { name: person.name })}
            className={`${BOX} min-w-0 px-2`}
            value={MAY.find((m) => m.may.join() === (person.may ?? []).join())?.key ?? "both"}
            onChange={(e) =>
              change(n, { may: [...(MAY.find((m) => m.key === e.target.value) ?? MAY[0]!).may] })
            }
          >
            {MAY.map((m) => (
              <option key={m.key} value={m.key}>
                {m.name}
              </option>
            ))}
          </select>
          <Button
            weight="quiet"
            aria-label={say("common-remove", { name: person.name })}
            disabled={draft.people.length < 2}
            onClick={() => remove(person.key)}
          >
            ✕
          </Button>
        </div>
      ))}
      {draft.people.length < reference.most_people && (
        <Button weight="quiet" className="self-start" onClick={add}>
          {say("screen-people-another-pair-of-hands")}
        </Button>
      )}
    </fieldset>
  );
}

/** What there is to cook on: fires that ship, and the cook's own. */
export function TableFires({ draft, onDraft, reference }: Props) {
  const own = useFires().data ?? [];
  const add = (choice: string) => {
    const laid = own.find((f) => `own:${f.id}` === choice);
    const key = freeKey(laid ? `own-${laid.id}` : choice, draft.fires);
    const fire = laid ? { key, fire: null, own_fire: laid.fire } : { key, fire: choice, own_fire: null };
    onDraft({ ...draft, fires: [...draft.fires, fire] });
  };
  const remove = (key: string) =>
    onDraft({
      ...draft,
      fires: draft.fires.filter((f) => f.key !== key),
      dishes: draft.dishes.map((d) => ({ ...d, pin: {}, fires: (d.fires ?? []).filter((f) => f !== key) })),
    });
  const there = new Set(draft.fires.map((f) => f.fire));
  const name = (f: TableDraft["fires"][number]) =>
    f.own_fire?.name ?? reference.fires.find((r) => r.key === f.fire)?.name ?? f.key;
  return (
    <fieldset className="m-0 flex flex-col gap-1 border-0 p-0">
      <legend className="p-0 text-sm font-semibold [font-stretch:85%]">{say("screen-people-fires")}</legend>
      <ul className="m-0 flex list-none flex-col p-0">
        {draft.fires.map((f) => (
          <li key={f.key} className="flex items-center gap-1">
            <span className="flex-1">{name(f)}</span>
            <Button
              weight="quiet"
              aria-label={say("common-remove", { name: name(f) })}
              disabled={draft.fires.length < 2}
              onClick={() => remove(f.key)}
            >
              ✕
            </Button>
          </li>
        ))}
      </ul>
      {draft.fires.length < reference.most_fires && (
        <Choice
          label={say("screen-people-add-a-fire")}
          value=""
          onChange={add}
          options={[
            { key: "", name: say("screen-people-choose") },
            ...own.map((f) => ({
              key: `own:${f.id}`,
              name: f.fire.name,
              group: say("screen-people-your-fires"),
            })),
            ...reference.fires
              .filter((f) => !there.has(f.key))
              .map((f) => ({ ...f, group: say("screen-people-typical-ones") })),
          ]}
        />
      )}
    </fieldset>
  );
}
