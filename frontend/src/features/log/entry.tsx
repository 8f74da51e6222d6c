import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";

import { answer, client } from "@/api/client";
import { type Cook, keys, useReference } from "@/api/hooks";
import { useCookLeaves } from "@/api/own";
import { useHousehold, useMay } from "@/api/household";
import { FaceView } from "@/chart/face-view";
import { lookOf } from "@/chart/look";
import { lineOfCook } from "@/chart/line-model";
import { LineView } from "@/chart/line-view";
import { unpacked } from "@/chart/section";
import { FromFile } from "@/features/cook";
import { Button, Failed, Mistake, Waiting } from "@/ui/controls";
import {
  clockText,
  dayText,
  leastText,
  lengthText,
  phrase,
  riseText,
  spanText,
  tempText,
} from "@/units/units";

import { RatingForm } from "./rating";
import { named } from "@/words/catalogue";
import { say } from "@/words/say";

export function LogEntryPage() {
  const id = Number(useParams().cookId);
  const cook = useQuery({
    queryKey: keys.cook(id),
    queryFn: ({ signal }) =>
      answer(client.GET("/api/cooks/{cook_id}", { params: { path: { cook_id: id } }, signal })),
  });
  if (cook.isError) return <Failed error={cook.error} again={() => void cook.refetch()} />;
  if (!cook.data) return <Waiting what={say("screen-entry-finding-the-page")} />;
  return <Entry key={id} cook={cook.data} />;
}

/** Lets a cook go, with a way back for a day. */
function LetItGo({ cook }: { cook: Cook }) {
  const leaves = useCookLeaves();
  const go = useNavigate();
  return (
    <p className="m-0 flex flex-wrap items-center gap-3 text-sm text-ash">
      <Button
        weight="quiet"
        onClick={() => leaves.mutate({ id: cook.id, back: false }, { onSuccess: () => void go("/log") })}
      >
        {say("screen-entry-let-it-go")}
      </Button>
      {say("screen-entry-with-all-of-it")}
      {leaves.error && <Mistake>{leaves.error.message}</Mistake>}
    </p>
  );
}

function Entry({ cook }: { cook: Cook }) {
  const household = useHousehold();
  const may = useMay();
  const system = household.units;
  const reference = useReference();
  const [chosen, setChosen] = useState(0);
  const piece = cook.pieces[chosen] ?? cook.pieces[0]!;
  const eat = new Date(cook.eat_at);
  const model = useMemo(() => lineOfCook(cook, piece), [cook, piece]);
  const section = useMemo(() => unpacked(piece.result.section), [piece.result.section]);
  const [moment, setMoment] = useState(piece.result.on_s + (piece.result.curve.time_s.at(-1) ?? 0));
  const o = piece.outcome;
  const rows: [string, string, string][] = o
    ? [
        [
          say("screen-entry-slow-phase"),
          spanText(o.slow_foreseen_s),
          o.slow_measured_s === null ? "—" : spanText(o.slow_measured_s),
        ],
        [
          say("screen-entry-core-at-the-pull"),
          tempText(system, o.pull_foreseen_c),
          o.pull_measured_c === null ? "—" : tempText(system, o.pull_measured_c),
        ],
        ...(o.reading_needed_c == null
          ? []
          : [
              [
                say("screen-entry-middle-as-it-came-off"),
                say("screen-entry-at-least", { reading_needed: leastText(system, o.reading_needed_c) }),
                o.reading_c == null ? say("screen-entry-no-reading-kept") : tempText(system, o.reading_c),
              ] as [string, string, string],
            ]),
        [
          say("screen-entry-peak-after-the-rest"),
          tempText(system, o.peak_foreseen_c),
          o.peak_measured_c === null ? "—" : tempText(system, o.peak_measured_c),
        ],
      ]
    : [];
  return (
    <div className="grid gap-4 pt-2 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="flex min-w-0 flex-col gap-4">
        <div>
          <Link to="/log" className="text-sm text-ash">
            {say("screen-entry-the-log")}
          </Link>
          <h1 className="m-0 text-3xl">{cook.title}</h1>
          <p className="m-0 text-ash">
            {say("screen-entry-on-the-table-at", {
              day_text: dayText(new Date(cook.started_at)),
              eat: clockText(eat),
              name: piece.name,
              thickness: lengthText(system, piece.inputs.thickness_mm),
              value: cook.practice ? say("common-practice") : "",
            })}
          </p>
        </div>
        <section aria-label={say("screen-entry-line")} className="plate p-4">
          <LineView model={model} eatAt={eat} moment={moment} onMoment={setMoment} system={system} />
        </section>
        {reference.data && (
          <section aria-label={say("screen-entry-face")} className="plate p-4 md:max-w-xl">
            <FaceView
              section={section}
              curve={piece.result.curve}
              sinceOnS={moment - piece.result.on_s}
              look={lookOf(reference.data, piece.inputs.cut)}
              system={system}
              greyShare={piece.result.grey_rim_share}
              word={named(piece.result.finish_words[household.scale] ?? "")}
              marks={piece.result.marks_words ?? ""}
              label={say("screen-entry-as-foreseen")}
            />
          </section>
        )}
      </div>
      <div className="flex flex-col gap-4">
        <section className="plate p-4">
          <h2 className="m-0 mb-2 text-lg">{say("screen-entry-foreseen-against-measured")}</h2>
          {cook.pieces.length > 1 && (
            <div className="mb-2 flex flex-wrap gap-1">
              {cook.pieces.map((p, i) => (
                <Button
                  key={p.id}
                  aria-pressed={i === chosen}
                  className="aria-pressed:bg-ink aria-pressed:text-panel"
                  onClick={() => setChosen(i)}
                >
                  {p.name}
                </Button>
              ))}
            </div>
          )}
          {o ? (
            <table className="w-full border-collapse text-left">
              <thead>
                <tr className="text-sm text-ash">
                  <th className="font-normal">
                    <span className="sr-only">{say("screen-entry-what")}</span>
                  </th>
                  <th className="font-normal">{say("screen-entry-foreseen")}</th>
                  <th className="font-normal text-probe">{say("screen-entry-measured")}</th>
                </tr>
              </thead>
              <tbody>
                {rows.map(([name, foreseen, measured]) => (
                  <tr key={name} className="border-t border-seam">
                    <th className="py-2 text-sm font-semibold">{name}</th>
                    <td className="figure text-xl">{foreseen}</td>
                    <td className="figure text-xl text-probe">{measured}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          ) : (
            <p className="m-0">{say("screen-entry-this-one-never-went-on-the")}</p>
          )}
          {o?.mean_gap_k != null && (
            <p className="m-0 mt-1 text-sm text-ash">
              {say("screen-entry-readings-lay-the-foreseen-curve-on", {
                mean_gap: riseText(system, Math.abs(o.mean_gap_k)),
                value: o.mean_gap_k < 0 ? say("screen-entry-below") : say("screen-entry-above"),
              })}
            </p>
          )}
          {o && (
            <ul className="m-0 mt-2 list-none p-0 font-semibold">
              {o.lessons.map((l) => (
                <li key={l}>{phrase(system, l)}</li>
              ))}
            </ul>
          )}
          <a
            href={`/api/cooks/${cook.id}/readings.csv`}
            className="mt-2 inline-flex min-h-11 items-center font-semibold link"
          >
            {say("screen-entry-readings-as-csv")}
          </a>
          {may.cook && <FromFile key={piece.id} cookId={cook.id} pieceId={piece.id} name={piece.name} />}
        </section>
        {may.cook && cook.next_time.length > 0 && (
          <section aria-labelledby="next-title" className="plate p-4">
            <h2 id="next-title" className="m-0 mb-1 text-lg">
              {say("screen-entry-next-time")}
            </h2>
            <ul className="m-0 list-none p-0">
              {cook.next_time.map((change) => (
                <li
                  key={change.key}
                  className="flex items-center gap-3 border-b border-seam py-1 last:border-0"
                >
                  <span className="flex-1 text-sm">{phrase(system, change.words)}</span>
                  <Link
                    to="/plan"
                    state={{ piece: change.piece }}
                    className="inline-flex min-h-11 items-center font-semibold link"
                  >
                    {say("screen-entry-plan-it-so")}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        )}
        {may.cook && (
          <>
            <section className="plate p-4">
              <h2 className="m-0 mb-2 text-lg">{say("screen-entry-the-verdict")}</h2>
              <RatingForm cook={cook} />
            </section>
            <LetItGo cook={cook} />
          </>
        )}
      </div>
    </div>
  );
}
