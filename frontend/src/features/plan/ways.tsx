import type { Schemas } from "@/api/client";
import { Button, Failed, Waiting } from "@/ui/controls";
import { phrase, riseText, spanText, type System, weightText } from "@/units/units";

import { type Draft, withWay } from "./model";
import { useChoices } from "./use-details";
import { say } from "@/words/say";

type Way = Schemas["WayOut"];

const ROWS: { name: string; shown: (way: Way, system: System) => string }[] = [
  { name: say("common-to-the-table"), shown: (w) => spanText(w.on_s) },
  { name: say("screen-ways-from-the-first-task"), shown: (w) => spanText(w.lead_s) },
  { name: say("screen-ways-grey-rim"), shown: (w) => `${Math.round(w.grey_rim_share * 100)} %` },
  {
    name: say("screen-ways-crust-of-what-you-asked"),
    shown: (w) =>
      w.crust_share >= 1.49
        ? say("screen-ways-more-than-asked")
        : `${Math.round(Math.min(w.crust_share, 1) * 100)} %`,
  },
  { name: say("screen-ways-a-minute-too-late-costs"), shown: (w, system) => riseText(system, w.climb_k_min) },
  { name: say("screen-ways-hands-at-the-fire"), shown: (w) => spanText(w.hands_s) },
  { name: say("screen-ways-weight-lost"), shown: (w) => `${Math.round(w.mass_loss_share * 100)} %` },
  {
    name: say("screen-ways-smoke"),
    shown: (w) =>
      `${w.smoke.word}${w.smoke.index >= 0.5 ? say("screen-ways-of-10", { index: w.smoke.index.toFixed(0) }) : ""}`,
  },
  {
    name: say("screen-ways-to-burn"),
    shown: (w, system) =>
      w.fuel_kg > 0
        ? `${weightText(system, w.fuel_kg * 1000)} ${w.fuel_name}`
        : say("screen-ways-the-kitchens"),
  },
];

/** The plan's way beside the two best others, each computed; any of them at one press. */
export function Ways({
  draft,
  onDraft,
  system,
}: {
  draft: Draft;
  onDraft: (draft: Draft) => void;
  system: System;
}) {
  const choices = useChoices(draft, true);
  if (choices.isError) return <Failed error={choices.error} again={() => void choices.refetch()} />;
  if (!choices.data) return <Waiting what={say("screen-ways-cooking-it-the-other-ways")} />;
  const { mine, others, refused, why } = choices.data;
  const ways = [mine, ...others];
  return (
    <div aria-busy={choices.isPlaceholderData} className="flex flex-col gap-3">
      {why && <p className="m-0">{phrase(system, why)}</p>}
      <div
        className="overflow-x-auto"
        tabIndex={0}
        role="region"
        aria-label={say("screen-ways-ways-side-by-side")}
      >
        <table className="w-full border-collapse text-left text-sm">
          <thead>
            <tr>
              <th scope="col" className="w-40 py-1 pr-3 align-bottom font-normal text-ash">
                {say("screen-ways-computed-for-this-piece")}
              </th>
              {ways.map((w, i) => (
                <th
                  key={w.name}
                  scope="col"
                  className={`min-w-36 py-1 pr-3 align-bottom ${i === 0 ? "border-b-4 border-ember" : "border-b-4 border-seam"}`}
                >
                  <span className="block text-base [font-stretch:85%]">{w.name}</span>
                  <span className="block font-normal text-ash">
                    {i === 0 ? say("screen-ways-this-plan") : w.fire_name}
                  </span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {ROWS.map((row) => (
              <tr key={row.name} className="border-b border-seam">
                <th scope="row" className="py-1 pr-3 font-normal text-ash">
                  {row.name}
                </th>
                {ways.map((w) => (
                  <td key={w.name} className="figure py-1 pr-3 text-base">
                    {row.shown(w, system)}
                  </td>
                ))}
              </tr>
            ))}
            <tr>
              <td />
              {ways.map((w, i) => (
                <td key={w.name} className="py-2 pr-3 align-top">
                  {i > 0 && (
                    <>
                      <p className="m-0 mb-2">{phrase(system, w.trade_off)}</p>
                      <Button
                        aria-label={say("screen-ways-take-this-way", { name: w.name })}
                        onClick={() => onDraft(withWay(draft, w.piece))}
                      >
                        {say("screen-ways-take-this-way-2")}
                      </Button>
                    </>
                  )}
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      </div>
      {refused.length > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2 font-semibold [font-stretch:85%]">
            {say("screen-ways-why-not-another-way")}
          </summary>
          <ul className="m-0 list-none p-0 text-sm">
            {refused.map((r) => (
              <li key={r.method} className="border-b border-seam py-1">
                <b>{r.name}</b>: {phrase(system, r.why)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}
