import { Link, useParams } from "react-router";

import { useToldTime } from "@/api/live";
import { type TableNow, useTableNow } from "@/api/tables";
import { useSystem } from "@/api/household";
import { Failed, Mistake, Waiting } from "@/ui/controls";
import { clockText, countdown, dayText, leastText, phrase, type System } from "@/units/units";
import { say } from "@/words/say";

import { namesOf, nextOfDishes } from "@/features/plan/meal";
import { ends } from "./on-the-way";

/** For a tablet two metres away: every dish and every fire of a table, what is next of each, and how the meat is. */
export function MealWall() {
  const id = Number(useParams().mealId);
  const now = useTableNow(id);
  if (now.isError && !now.data) return <Failed error={now.error} again={() => void now.refetch()} />;
  if (!now.data) return <Waiting what={say("screen-now-looking-at-the-fires")} />;
  return <Wall id={id} now={now.data} lost={now.isError} />;
}

function Wall({ id, now, lost }: { id: number; now: TableNow; lost: boolean }) {
  const system = useSystem();
  const clock = new Date(useToldTime(now.clock, now.ended_at));
  const { told, asked, title } = now.table;
  const eatAt = new Date(asked.eat_at);
  const at = (clock.getTime() - eatAt.getTime()) / 1000;
  const rows = nextOfDishes(told, now.done);
  return (
    <main className="flex min-h-dvh flex-col gap-3 p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-8 gap-y-1">
        <h1 className="m-0 text-2xl">{title}</h1>
        <span className="text-xl text-ash">
          <b className="figure text-4xl text-ink">{clockText(clock)}</b>{" "}
          {say("screen-far-eat-at", { clock: clockText(eatAt) })}
        </span>
        <Link to={`/cook/meal/${id}`} className="flex min-h-11 items-center text-ink underline">
          {say("screen-table-wall-back")}
        </Link>
      </div>
      {lost && <Mistake>{say("screen-now-the-server-does-not-answer-this")}</Mistake>}
      {rows.length === 0 && (
        <p className="m-0 text-4xl font-extrabold">{say("screen-table-wall-all-is-done")}</p>
      )}
      <ul className="m-0 grid flex-1 list-none auto-rows-[minmax(10rem,1fr)] gap-3 p-0 [grid-template-columns:repeat(auto-fit,minmax(min(19rem,100%),1fr))]">
        {rows.map(({ of, next }) => (
          <Row key={of} {...{ next, at, system, now }} of={of} name={namesOf(told)[of] ?? of} />
        ))}
      </ul>
    </main>
  );
}

const LONG_S = 12 * 3600;

/** What is more than half a day away is told by its day and hour. */
const inWords = (left: number, start: Date) =>
  left > LONG_S
    ? `${dayText(start)} ${clockText(start)}`
    : left > 0
      ? countdown(left)
      : say("screen-now-card-now");

interface RowProps {
  of: string;
  name: string;
  next: TableNow["table"]["told"]["work"][number];
  at: number;
  now: TableNow;
  system: System;
}

function Row({ of, name, next, at, now, system }: RowProps) {
  const left = next.start_s - at;
  const piece = now.pieces.find((p) => p.dish === of);
  const person = now.table.asked.people.find((p) => p.key === next.person);
  return (
    <li className="plate flex flex-col justify-between gap-2 p-4">
      <p className="m-0 flex flex-wrap items-baseline justify-between gap-x-4 text-xl font-bold [font-stretch:80%]">
        {name}
        {now.table.asked.people.length > 1 && person && <span className="kicker">{person.name}</span>}
      </p>
      <p className="m-0 text-[clamp(1.5rem,2.2vw,2.6rem)] leading-none font-extrabold [font-stretch:75%]">
        {phrase(system, next.name)}
      </p>
      <p
        role="timer"
        className={`figure m-0 leading-[0.9] ${left > LONG_S ? "text-[clamp(1.8rem,3vw,3rem)]" : "text-[clamp(2.5rem,5vw,5rem)]"} ${left > 0 ? "" : "text-ember"}`}
      >
        {inWords(left, new Date(Date.parse(now.table.asked.eat_at) + next.start_s * 1000))}
      </p>
      {next.least_c != null && (
        <p className="m-0 font-semibold">
          {say("screen-now-card-off-at")} <b className="figure text-2xl">{leastText(system, next.least_c)}</b>
        </p>
      )}
      {piece && (
        <p className="m-0 text-ash">
          {piece.outlook ? ends(piece.outlook) : say("common-not-on-yet")}
          {piece.outlook?.reading && (
            <span className={`block ${piece.outlook.reading.enough ? "" : "font-semibold text-ink"}`}>
              {phrase(system, piece.outlook.reading.words)}
            </span>
          )}
          {piece.late_words && (
            <b role="status" className="block text-alarm">
              {phrase(system, piece.late_words)}
            </b>
          )}
        </p>
      )}
    </li>
  );
}
