import { type LearnedFire, type LearnedFires, useLeaveOut } from "@/api/yard";
import { usePreferences } from "@/api/hooks";
import { useHousehold } from "@/api/household";
import { Tick } from "@/ui/controls";
import { dayText, phrase, riseText, type System, tempText } from "@/units/units";
import { say } from "@/words/say";

const WIDTH = 320;
const HEIGHT = 56;
const FAR_K = 30;
/** Eight cooks in ten lie within so many standard deviations. */
const EIGHT_IN_TEN = 1.28;

const x = (k: number) => WIDTH / 2 + (Math.min(Math.max(k, -FAR_K), FAR_K) / FAR_K) * (WIDTH / 2 - 8);

/** What the household's cooks have taught of its fires: how surely, by which cooks, and to be taken back. */
export function WhatTheLogSays({ learned }: { learned: LearnedFires }) {
  const { fires, usual_air_sd_k: usualSdK } = learned;
  const household = useHousehold();
  const preferences = usePreferences();
  return (
    <section aria-labelledby="learned-title" className="plate flex flex-col gap-3 p-4">
      <h2 id="learned-title" className="m-0 text-lg">
        {say("screen-learned-what-your-cooks-have-taught")}
      </h2>
      <Tick
        label={say("screen-learned-learn-from-my-cooks")}
        value={household.learns}
        onChange={(learns) => preferences.mutate({ learns })}
      />
      {fires.length === 0 && (
        <p className="m-0 text-sm text-ash">{say("screen-learned-nothing-yet-read-a-cook")}</p>
      )}
      {fires.map((fire) => (
        <OneFire key={fire.fire} fire={fire} system={household.units} usualSdK={usualSdK} />
      ))}
    </section>
  );
}

interface Counted {
  id: number;
  left_out: boolean;
}

/** What cooks said, one by one; each counts or is left out. */
function Said<T extends Counted>({
  of,
  some,
  words,
  summary = say("screen-learned-by-which-cooks", { length: some.length }),
}: {
  of: "cook" | "figure" | "verdict";
  summary?: string;
  some: readonly T[];
  words: (one: T) => string;
}) {
  const leaveOut = useLeaveOut();
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2 text-sm font-semibold [font-stretch:85%]">
        {summary}
      </summary>
      <ul className="m-0 flex list-none flex-col gap-1 p-0">
        {some.map((one) => (
          <li key={one.id}>
            <Tick
              label={words(one)}
              value={!one.left_out}
              onChange={(counts) => leaveOut.mutate({ id: one.id, of, left_out: !counts })}
            />
          </li>
        ))}
      </ul>
    </details>
  );
}

const signed = (value: number, text: string) => `${value < 0 ? "−" : "+"}${text}`;

function OneFire({ fire, system, usualSdK }: { fire: LearnedFire; system: System; usualSdK: number }) {
  return (
    <div className="border-t border-seam pt-2">
      <strong>{fire.name}</strong>
      {fire.taught.length > 0 && (
        <>
          <p className="m-0 text-sm">{phrase(system, fire.words)}</p>
          <Spread fire={fire} system={system} usualSdK={usualSdK} />
          <Said
            of="cook"
            some={fire.taught}
            words={(cook) =>
              say("screen-learned-a-cook", {
                title: cook.title,
                day: dayText(new Date(cook.at)),
                rise: signed(cook.air_more_k, riseText(system, Math.abs(cook.air_more_k))),
                heat: signed(cook.film_more - 1, `${Math.abs(Math.round(100 * (cook.film_more - 1)))} %`),
              })
            }
          />
        </>
      )}
      {fire.habits.map((habit) => (
        <div key={habit.key}>
          <p className="m-0 text-sm">{phrase(system, habit.words)}</p>
          <Said
            of="figure"
            some={habit.figures}
            words={(each) =>
              say("screen-learned-a-figure", {
                title: each.title,
                day: dayText(new Date(each.at)),
                value:
                  habit.key === "start" || habit.key === "convert"
                    ? signed(each.value - 1, `${Math.abs(Math.round(100 * (each.value - 1)))} %`)
                    : signed(each.value, riseText(system, Math.abs(each.value))),
              })
            }
          />
        </div>
      ))}
    </div>
  );
}

const VERDICTS: Record<string, string> = {
  under: say("screen-rating-under"),
  right: say("screen-rating-right"),
  over: say("screen-rating-over"),
  thin: say("screen-rating-too-thin"),
  heavy: say("screen-rating-too-heavy"),
};

/** How those who eat here like each cut, by what they said. */
export function HowItIsLiked({ tastes }: { tastes: LearnedFires["tastes"] }) {
  const system = useHousehold().units;
  const known = tastes.filter((t) => t.finish_c !== null || t.crust !== null);
  const moods = tastes.filter((t) => !known.includes(t));
  return (
    <section aria-labelledby="liked-title" className="plate flex flex-col gap-2 p-4">
      <h2 id="liked-title" className="m-0 text-lg">
        {say("screen-tastes-how-it-is-liked")}
      </h2>
      {tastes.length === 0 && <p className="m-0 text-sm text-ash">{say("screen-tastes-nothing-said-yet")}</p>}
      {known.map((taste) => (
        <OneTaste key={`${taste.eater}|${taste.cut}`} taste={taste} system={system} />
      ))}
      {moods.length > 0 && (
        <p className="m-0 border-t border-seam pt-2 text-sm text-ash">
          {say("screen-tastes-one-verdict-each", {
            cuts: moods.map((t) => (t.eater ? `${t.eater}, ${t.cut_name}` : t.cut_name)).join("; "),
          })}
        </p>
      )}
    </section>
  );
}

function OneTaste({ taste, system }: { taste: LearnedFires["tastes"][number]; system: System }) {
  return (
    <div className="border-t border-seam pt-2">
      <strong>
        {taste.eater || say("screen-tastes-this-household")}, {taste.cut_name}
      </strong>
      <p className="m-0 text-sm">{phrase(system, taste.words)}</p>
      <Said
        of="verdict"
        summary={say("screen-tastes-what-was-said")}
        some={taste.verdicts}
        words={(v) =>
          say("screen-learned-a-verdict", {
            title: v.title,
            day: dayText(new Date(v.at)),
            ate: tempText(system, v.ate_c),
            said: [
              v.doneness && say("screen-learned-middle", { said: VERDICTS[v.doneness] ?? v.doneness }),
              v.crust && say("screen-learned-crust", { said: VERDICTS[v.crust] ?? v.crust }),
            ]
              .filter(Boolean)
              .join(", "),
          })
        }
      />
    </div>
  );
}

/** Where each cook had the gentle side, what is known together, and what was known before. */
function Spread({ fire, system, usualSdK }: { fire: LearnedFire; system: System; usualSdK: number }) {
  const band = (middle: number, sd: number) => ({
    x: x(middle - EIGHT_IN_TEN * sd),
    width: x(middle + EIGHT_IN_TEN * sd) - x(middle - EIGHT_IN_TEN * sd),
  });
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="block h-auto w-full max-w-md"
      role="img"
      aria-label={say("screen-learned-each-cook-and-what-is-known", { words: phrase(system, fire.words) })}
    >
      <rect {...band(0, usualSdK)} y={14} height={18} fill="var(--c-seam)" fillOpacity={0.6} />
      {fire.cooks > 0 && (
        <rect
          {...band(fire.air_more_k, fire.air_sd_k)}
          y={14}
          height={18}
          fill="var(--c-ember)"
          fillOpacity={0.45}
        />
      )}
      <line x1={8} x2={WIDTH - 8} y1={32} y2={32} stroke="var(--c-ash)" />
      <line x1={x(0)} x2={x(0)} y1={10} y2={36} stroke="var(--c-ink)" />
      {fire.taught.map((cook) => (
        <circle
          key={cook.id}
          cx={x(cook.air_more_k)}
          cy={23}
          r={4}
          fill={cook.left_out ? "none" : "var(--c-ink)"}
          stroke="var(--c-ink)"
        />
      ))}
      {[-20, -10, 10, 20].map((k) => (
        <text
          key={k}
          x={x(k)}
          y={48}
          textAnchor="middle"
          fontSize={11}
          className="figure"
          fill="var(--c-ash)"
        >
          {k < 0 ? "−" : "+"}
          {riseText(system, Math.abs(k))}
        </text>
      ))}
      <text x={x(0)} y={48} textAnchor="middle" fontSize={11} className="figure" fill="var(--c-ash)">
        {say("screen-learned-as-set")}
      </text>
    </svg>
  );
}
