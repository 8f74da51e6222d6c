import { Link, useParams, useSearchParams } from "react-router";

import { Problem } from "@/api/client";
import { useToldTime } from "@/api/live";
import { type PlannedTable, type TableNow, useMarkWork, useTableNow } from "@/api/tables";
import { useHousehold, useMay } from "@/api/household";
import { Button, Failed, Mistake, Waiting } from "@/ui/controls";
import { clockText, phrase, type System } from "@/units/units";

import { Later } from "./later";
import { forWhat, Grates, namesOf, nextOf, notesOf } from "@/features/plan/meal";
import { Next } from "./next";
import { OnTheWay } from "./on-the-way";
import { Phones } from "./phones";
import { say } from "@/words/say";

/** A table beside its fires: what is next, for everybody or for one, in figures to be read from two metres. */
export function MealNowPage() {
  const id = Number(useParams().mealId);
  const now = useTableNow(id);
  if (now.isError && !now.data) return <Failed error={now.error} again={() => void now.refetch()} />;
  if (!now.data) return <Waiting what={say("screen-now-looking-at-the-fires")} />;
  return <Beside id={id} now={now.data} lost={now.isError} />;
}

/** What the server says of a mark that it did not take. */
const refused = (error: Error) => (error instanceof Problem && error.errors[0]?.message) || error.message;

type Work = PlannedTable["work"][number];

function Beside({ id, now, lost }: { id: number; now: TableNow; lost: boolean }) {
  const system = useHousehold().units;
  const may = useMay();
  const [params, setParams] = useSearchParams();
  const person = params.get("person");
  const clock = new Date(useToldTime(now.clock, now.ended_at));
  const mark = useMarkWork(id);
  const { told, asked, title } = now.table;
  const eatAt = new Date(asked.eat_at);
  const at = (clock.getTime() - eatAt.getTime()) / 1000;
  const { next, after, last } = nextOf(told.work, now.done, person);
  const names = namesOf(told);
  const asksReading = next?.least_c != null;
  const wrong = mark.isError ? phrase(system, refused(mark.error)) : undefined;
  const what = (work: Work) =>
    [forWhat(work, names), !person && asked.people.length > 1 ? name(work.person) : ""].filter(Boolean);
  const name = (key: string) => asked.people.find((p) => p.key === key)?.name ?? key;
  return (
    <div className="mx-auto flex w-full max-w-3xl flex-col gap-4 pt-2">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h1 className="m-0 text-xl">{title}</h1>
        <span>
          {say("screen-now-eat-at", { clock: clockText(clock) })}{" "}
          <b className="figure text-xl">{clockText(eatAt)}</b>
        </span>
        {may.cook && (
          <Link className="flex min-h-11 items-center link" to={`/plan/meal/${id}`}>
            {say("screen-now-the-whole-table")}
          </Link>
        )}
        <Link className="flex min-h-11 items-center link" to={`/cook/meal/${id}/wall`}>
          {say("screen-far-on-a-wall")}
        </Link>
      </div>
      {asked.people.length > 1 && (
        <Whose
          people={asked.people}
          person={person}
          onPerson={(key) => setParams(key ? { person: key } : {}, { replace: true })}
        />
      )}
      {lost && <Mistake>{say("screen-now-the-server-does-not-answer-this")}</Mistake>}
      {wrong && !asksReading && <Mistake>{wrong}</Mistake>}
      <Next
        {...{ next, at, system }}
        what={next ? what(next) : []}
        notes={next ? (notesOf(told)[next.id] ?? []) : []}
        key={next?.id ?? "none"}
        error={asksReading ? wrong : undefined}
        onDone={(work, reading_c) => mark.mutate({ work: work.id, done: true, reading_c })}
        busy={mark.isPending}
      />
      {last && (
        <Button
          weight="quiet"
          className="self-start"
          onClick={() => mark.mutate({ work: last.id, done: false })}
        >
          {say("screen-now-not-done-after-all", { name: phrase(system, last.name) })}
        </Button>
      )}
      <OnTheWay now={now} system={system} />
      <After {...{ after, eatAt, system }} what={what} />
      <section aria-label={say("screen-now-grates")} className="plate p-4">
        <Grates {...{ told, at, eatAt, system }} />
      </section>
      {may.cook && <Later id={id} clock={clock} eatAt={eatAt} late={now.pieces.some((p) => p.late_words)} />}
      {asked.people.length > 1 && <Phones people={asked.people} />}
    </div>
  );
}

interface WhoseProps {
  people: TableNow["table"]["asked"]["people"];
  person: string | null;
  onPerson: (key: string | null) => void;
}

function Whose({ people, person, onPerson }: WhoseProps) {
  return (
    <div role="group" aria-label={say("screen-now-whose-work")} className="flex flex-wrap gap-2">
      {[{ key: null, name: say("screen-now-everybody") }, ...people].map((p) => (
        <Button
          key={p.key ?? ""}
          aria-pressed={person === p.key}
          onClick={() => onPerson(p.key)}
          className="aria-pressed:outline-2 aria-pressed:outline-ember"
        >
          {p.name}
        </Button>
      ))}
    </div>
  );
}

interface AfterProps {
  after: readonly Work[];
  eatAt: Date;
  what: (work: Work) => string[];
  system: System;
}

function After({ after, eatAt, what, system }: AfterProps) {
  if (after.length === 0) return null;
  return (
    <section aria-label={say("screen-now-after-that")} className="plate p-4">
      <h2 className="m-0 text-lg">{say("screen-now-after-that")}</h2>
      <ol className="m-0 list-none p-0">
        {after.map((work) => (
          <li
            key={work.id}
            className="grid grid-cols-[4rem_1fr] items-baseline border-b border-seam py-1 last:border-0"
          >
            <span className="figure text-xl">
              {clockText(new Date(eatAt.getTime() + work.start_s * 1000))}
            </span>
            <span>
              {phrase(system, work.name)} <span className="kicker">{what(work).join(" · ")}</span>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
