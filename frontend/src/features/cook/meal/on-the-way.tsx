import { Link } from "react-router";

import { type TableNow, useStartTable } from "@/api/tables";
import { StartDialog } from "../start-dialog";
import { Button } from "@/ui/controls";
import { clockText, phrase, type System } from "@/units/units";
import { say } from "@/words/say";

type Piece = TableNow["pieces"][number];

const hour = (at: string) => clockText(new Date(at));

/** The meat of the table as it cooks: when each is foreseen to be done, and what is amiss. */
export function OnTheWay({ now, system }: { now: TableNow; system: System }) {
  if (now.cook_id === null) return <NotStarted now={now} />;
  return (
    <section aria-label={say("screen-on-the-way-meat-on-the-way")} className="plate flex flex-col gap-2 p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 className="m-0 text-lg">
          {say("screen-on-the-way-meat-on-the-way")}
          {now.practice && <span className="kicker ml-2">{say("screen-on-the-way-practice")}</span>}
        </h2>
        <Link to={`/cook/${now.cook_id}`} className="flex min-h-11 items-center link">
          {say("screen-on-the-way-lines-readings-what-if")}
        </Link>
      </div>
      <ul className="m-0 flex list-none flex-col gap-3 p-0">
        {now.pieces.map((piece) => (
          <Foreseen key={piece.dish} piece={piece} over={now.ended_at !== null} system={system} />
        ))}
      </ul>
      {now.ended_at && (
        <p className="m-0">
          {say("screen-on-the-way-over-at-its-entry-is-in", { hour: hour(now.ended_at) })}
        </p>
      )}
    </section>
  );
}

function Foreseen({ piece, over, system }: { piece: Piece; over: boolean; system: System }) {
  const { outlook } = piece;
  return (
    <li className="flex flex-col gap-1">
      <p className="m-0 flex flex-wrap items-baseline gap-x-3">
        <b className="text-xl [font-stretch:80%]">{piece.name}</b>
        <span>
          {outlook ? ends(outlook) : over ? say("screen-on-the-way-served") : say("common-not-on-yet")}
        </span>
        <span className="text-ash">
          {say("screen-on-the-way-off-as-planned", { hour: hour(piece.planned_at) })}
        </span>
        {piece.thermometer && <span className="kicker">{piece.thermometer}</span>}
      </p>
      {piece.late_words && (
        <p role="status" className="m-0 font-semibold text-alarm">
          {phrase(system, piece.late_words)}
        </p>
      )}
      {outlook?.reading && (
        <p
          className={`m-0 border-l-4 pl-2 ${outlook.reading.enough ? "border-probe" : "border-agency font-semibold"}`}
        >
          {phrase(system, outlook.reading.words)}
        </p>
      )}
      {outlook?.coach && <p className="m-0">{phrase(system, outlook.coach.words)}</p>}
      {outlook?.faults.map((fault) => (
        <p key={fault.key} role="alert" className="m-0 border-l-4 border-alarm pl-2">
          {phrase(system, fault.words)} {phrase(system, fault.advice)}
        </p>
      ))}
    </li>
  );
}

/** When the step that is on ends, in eight cooks of ten. */
export function ends(outlook: NonNullable<Piece["outlook"]>): string {
  if (outlook.slice_now) return say("screen-on-the-way-rested-time-to-slice");
  if (outlook.phase === "rest") return say("screen-on-the-way-resting");
  if (!outlook.end) return say("screen-on-the-way-on-being-foreseen");
  const until =
    outlook.phase === "gentle"
      ? say("screen-on-the-way-gentle-heat-until")
      : say("screen-on-the-way-this-heat-until");
  return say("screen-on-the-way-to", {
    until,
    hour: hour(outlook.end.at),
    hour2: hour(outlook.end.low),
    hour3: hour(outlook.end.high),
  });
}

function NotStarted({ now }: { now: TableNow }) {
  const start = useStartTable(now.table.id);
  const meat = now.table.told.dishes.filter((d) => d.piece && !d.left_out);
  if (meat.length === 0) return null;
  return (
    <section
      aria-label={say("screen-on-the-way-meat-on-the-way")}
      className="plate flex flex-wrap items-center gap-x-4 gap-y-2 p-4"
    >
      <p className="m-0 min-w-60 flex-1">{say("screen-on-the-way-start-it-and-readings-come-in")}</p>
      <StartDialog
        title={now.table.title}
        pieces={meat.map((d) => d.name)}
        trigger={<Button weight="ember">{say("screen-on-the-way-start")}</Button>}
        onStart={(how) => start.mutate(how)}
        error={start.error}
        busy={start.isPending}
      />
    </section>
  );
}
