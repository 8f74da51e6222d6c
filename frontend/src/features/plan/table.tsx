import type { Schemas } from "@/api/client";
import type { Reference } from "@/api/hooks";
import { Button, Choice, Failed, Field, Waiting, BOX } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { count, phrase, priceScale, type System, temperature, tempText, weightText } from "@/units/units";

import type { Draft } from "./model";
import { useDetails } from "./use-details";
import { figure, say } from "@/words/say";

interface Props {
  draft: Draft;
  onDraft: (draft: Draft) => void;
  reference: Reference;
  system: System;
  lateMin: number;
}

/** How much of everything, and who gets which part. */
export function Table({ draft, onDraft, reference, system, lateMin }: Props) {
  const details = useDetails(draft, lateMin, true);
  const set = (change: Partial<Draft["table"]>) =>
    onDraft({ ...draft, table: { ...draft.table, ...change } });
  const price = priceScale(system);
  return (
    <div className="grid gap-5 md:grid-cols-[15rem_minmax(0,1fr)]">
      <div className="flex flex-col gap-3">
        <Quantity
          label={say("screen-table-how-many-eat")}
          value={draft.table.eaters ?? 2}
          scale={count}
          low={1}
          high={12}
          onChange={(n) => set({ eaters: Math.max(1, Math.round(n ?? 1)) })}
        />
        <Choice
          label={say("screen-table-appetite")}
          value={draft.table.appetite ?? "usual"}
          options={reference.appetites}
          onChange={(appetite) => set({ appetite })}
        />
        <Choice
          label={say("screen-table-salt-at-hand")}
          value={draft.table.salt_kind ?? ""}
          options={reference.salt_kinds}
          onChange={(salt_kind) => set({ salt_kind })}
        />
        <Quantity
          label={say("screen-table-price")}
          value={draft.table.price_kg ?? null}
          scale={price}
          low={0}
          high={60}
          slider={false}
          hint={say("screen-table-in-your-own-money-leave-it")}
          onChange={(p) => set({ price_kg: p })}
          optional
        />
      </div>
      {details.isError ? (
        <Failed error={details.error} again={() => void details.refetch()} />
      ) : !details.data ? (
        <Waiting what={say("screen-table-weighing")} />
      ) : (
        <div aria-busy={details.isPlaceholderData} className="flex flex-col gap-4">
          {details.data.words && (
            <p role="status" className="m-0 border-l-4 border-ember pl-2">
              {phrase(system, details.data.words)}
            </p>
          )}
          {details.data.pieces.map((piece, i) => (
            <Amounts key={i} details={piece} system={system} />
          ))}
          {details.data.cost != null && (
            <p className="m-0">
              {say("screen-table-all-together")}{" "}
              <b className="figure text-2xl">{figure(details.data.cost.toFixed(2))}</b>
            </p>
          )}
          <Wishes
            draft={draft}
            onDraft={onDraft}
            details={details.data.pieces[draft.focus]}
            system={system}
          />
        </div>
      )}
    </div>
  );
}

function Amounts({
  details: { amounts: a, patty },
  system,
}: {
  details: Schemas["PieceDetails"];
  system: System;
}) {
  const weight = (kg: number) => weightText(system, kg * 1000);
  const rows: [string, string][] = [
    [
      say("screen-table-planned"),
      say("screen-table-raw", {
        count: a.count,
        value: a.count === 1 ? "piece" : "pieces",
        weight: weight(a.raw_kg),
      }),
    ],
    [
      say("screen-table-for", { eaters: a.eaters }),
      say("screen-table-as-bought-of-this-size", {
        weight: weight(a.needed_kg),
        pieces_needed: a.pieces_needed,
      }),
    ],
    [say("screen-table-on-each-plate"), say("screen-table-cooked", { weight: weight(a.plate_kg) })],
    [say("screen-table-salt"), `${figure(a.salt_g.toFixed(a.salt_g < 20 ? 1 : 0))} g, ${a.salt_spoons}`],
    [say("screen-table-oil-and-fat"), `${Math.round(a.fat_g)} g`],
    ...(a.fuel
      ? [
          [
            say("screen-table-fuel"),
            say("screen-table-of-burnt", {
              value: a.fuel.laid_kg > 0 ? say("screen-table-laid", { weight: weight(a.fuel.laid_kg) }) : "",
              weight: weight(a.fuel.used_kg),
              name: a.fuel.name,
              value2:
                a.fuel.refuels > 0
                  ? say("screen-table-add-times", { refuels: a.fuel.refuels, add_words: a.fuel.add_words })
                  : "",
            }),
          ] as [string, string],
        ]
      : []),
    ...(a.cost != null ? [[say("screen-table-cost"), figure(a.cost.toFixed(2))] as [string, string]] : []),
  ];
  return (
    <section aria-label={say("screen-table-amounts", { cut_name: a.cut_name })}>
      <h3 className="m-0 mb-1 text-base">{a.cut_name}</h3>
      <dl className="m-0 grid grid-cols-[8rem_1fr] gap-x-3 text-sm">
        {rows.map(([name, value]) => (
          <div key={name} className="col-span-2 grid grid-cols-subgrid border-b border-seam py-1">
            <dt className="text-ash">{name}</dt>
            <dd className="figure m-0 text-base">{value}</dd>
          </div>
        ))}
      </dl>
      {patty && <p className="m-0 mt-2 border-l-4 border-seam pl-2 text-sm">{phrase(system, patty.words)}</p>}
    </section>
  );
}

/** Who likes it how, and which part of the piece in focus is theirs. */
function Wishes({
  draft,
  onDraft,
  details,
  system,
}: {
  draft: Draft;
  onDraft: (draft: Draft) => void;
  details: Schemas["PieceDetails"] | undefined;
  system: System;
}) {
  const wishes = draft.table.wishes ?? [];
  const put = (next: Schemas["EaterIn"][]) => onDraft({ ...draft, table: { ...draft.table, wishes: next } });
  const unit = temperature(system);
  return (
    <section aria-label={say("screen-table-who-likes-it-how")}>
      <h3 className="m-0 mb-1 text-base">{say("screen-table-who-likes-it-how")}</h3>
      <ul className="m-0 flex list-none flex-col gap-2 p-0">
        {wishes.map((wish, i) => {
          const part = details?.parts[i];
          return (
            <li
              key={i}
              className="grid items-end gap-x-3 gap-y-1 border-b border-seam pb-2 sm:grid-cols-[8rem_minmax(0,1fr)_auto]"
            >
              <Field label={say("screen-table-eater", { i: i + 1 })}>
                {({ id }) => (
                  <input
                    id={id}
                    className={BOX}
                    maxLength={40}
                    value={wish.name}
                    onChange={(e) =>
                      put(wishes.map((w, n) => (n === i ? { ...w, name: e.target.value || "?" } : w)))
                    }
                  />
                )}
              </Field>
              <Quantity
                label={say("screen-table-finish-for", { name: wish.name })}
                value={wish.finish_c}
                scale={unit}
                low={46}
                high={76}
                onChange={(c) => {
                  if (c !== null) put(wishes.map((w, n) => (n === i ? { ...w, finish_c: c } : w)));
                }}
              />
              <p className="order-last m-0 text-sm sm:col-span-3">
                {part ? (
                  <>
                    <b className="figure text-lg">{tempText(system, part.peak_c)}</b>{" "}
                    {phrase(system, part.words)}
                  </>
                ) : (
                  <span className="text-ash">{say("screen-table-shared-out-in-a-moment")}</span>
                )}
              </p>
              <Button
                weight="quiet"
                aria-label={say("screen-table-take-away", { name: wish.name })}
                onClick={() => put(wishes.filter((_, n) => n !== i))}
              >
                {say("screen-table-away")}
              </Button>
            </li>
          );
        })}
      </ul>
      <Button
        onClick={() =>
          put([...wishes, { name: say("screen-table-guest", { length: wishes.length + 1 }), finish_c: 57 }])
        }
        disabled={wishes.length >= 12}
      >
        {say("screen-table-add-an-eater")}
      </Button>
    </section>
  );
}
