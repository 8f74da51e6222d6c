import { useState } from "react";
import { Link, Navigate, useNavigate } from "react-router";

import { freshId } from "@/api/ids";
import { type Deed, record } from "@/api/outbox";
import { useMay, useSystem } from "@/api/household";
import { phrase } from "@/units/units";
import { StepPicture } from "@/ui/step-picture";
import { say } from "@/words/say";

import { useAwake, useCue, useCueSwitches } from "./cues";
import { Followed, type Seen } from "./far";
import type { Dish, Piece } from "./model";
import { NowCard } from "./now-card";
import { Coach, Trouble } from "./panels";
import { TakeReading } from "./take-reading";

const LINK = "flex min-h-11 items-center text-ink underline decoration-seam decoration-2 underline-offset-4";

/** One thing at a time: what is next, why, and what shows that it goes as it should. */
export function OnePage() {
  return (
    <Followed>
      {(seen) => {
        const dish = seen.each.find((each) => each.piece);
        // a meal of sides alone has its schedule and nothing to look at
        if (!dish?.piece) return <Navigate to={`/cook/${seen.cook.id}`} replace />;
        return <OneThing {...seen} dish={dish} piece={dish.piece} />;
      }}
    </Followed>
  );
}

function OneThing({
  cook,
  link,
  outbox,
  dish,
  piece,
  nowMs,
}: Omit<Seen, "each"> & { dish: Dish; piece: Piece }) {
  const system = useSystem();
  const go = useNavigate();
  const may = useMay();
  const [cues, onCues] = useCueSwitches();
  const [reads, setReads] = useState(false);
  useAwake(cues.awake && cook.ended_at === null);
  const { current, next } = dish;
  const outlook = cook.outlooks.find((o) => o.piece_id === piece.id) ?? null;
  const leftS = next ? (Date.parse(next.start_at) - nowMs) / 1000 : 0;
  const awaited = cook.ended_at || !next ? null : { key: `${piece.id}-${next.key}`, name: next.name, leftS };
  const missed = useCue(cues, awaited, cook.clock.speed);
  const send = (kind: Deed["kind"], more: Partial<Deed> = {}) =>
    record(cook.id, {
      client_id: freshId(),
      kind,
      piece_id: piece.id,
      at: new Date(nowMs).toISOString(),
      ...more,
    } as Deed);
  if (cook.ended_at)
    return (
      <section
        className="mx-auto flex max-w-2xl flex-col gap-4 pt-2"
        aria-label={say("screen-one-it-is-eaten")}
      >
        <h1 className="m-0 text-4xl">{say("screen-one-it-is-eaten")}</h1>
        <p className="m-0 text-lg">{say("screen-one-say-how-it-was")}</p>
        <Link className={LINK} to={`/cook/${cook.id}`}>
          {say("screen-one-how-was-it")}
        </Link>
      </section>
    );
  const shown = next && leftS <= 60 ? next : (current ?? next);
  const sign = shown?.sign;
  const dangers = piece.result.cautions.filter((c) => c.place === shown?.key);
  return (
    <div className="mx-auto flex max-w-2xl flex-col gap-3 pt-2 pb-28 md:pb-0">
      <h1 className="kicker m-0">
        {cook.practice
          ? `${cook.title} · ${say("screen-cook-practice", { speed: cook.clock.speed })}`
          : cook.title}
      </h1>
      <Trouble
        cook={cook}
        outlooks={cook.outlooks}
        system={system}
        onOpenWhatIf={may.cook ? () => void go(`/cook/${cook.id}`) : undefined}
      />
      <NowCard
        cook={cook}
        dish={dish}
        person={null}
        outlook={outlook}
        nowMs={nowMs}
        system={system}
        link={link}
        outbox={outbox}
        missed={missed}
        send={send}
        onRead={() => setReads(true)}
      />
      {dangers.map((c) => (
        <p key={c.key} className="m-0 border-l-4 border-agency pl-2">
          {phrase(system, c.text)}
        </p>
      ))}
      {sign && (
        <section aria-label={say("screen-one-what-it-looks-like")} className="plate p-4">
          <h2 className="m-0 text-base text-ash">{say("screen-one-what-it-looks-like")}</h2>
          <div className="flex items-center gap-4">
            <StepPicture of={shown?.key ?? ""} className="w-28 shrink-0" />
            <p className="m-0 text-xl">{sign}</p>
          </div>
        </section>
      )}
      <Coach
        piece={piece}
        cook={cook}
        outlook={outlook}
        nowMs={nowMs}
        cues={cues}
        onCues={onCues}
        send={send}
        system={system}
      />
      <TakeReading
        cook={cook}
        piece={piece}
        outlook={outlook}
        open={reads}
        onClose={() => setReads(false)}
        system={system}
        send={send}
      />
      <Link className={LINK} to={`/cook/${cook.id}`}>
        {say("screen-one-show-everything")}
      </Link>
    </div>
  );
}
