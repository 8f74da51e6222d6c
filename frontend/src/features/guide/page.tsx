import { useEffect, useState } from "react";
import { Link, useLocation } from "react-router";

import type { Schemas } from "@/api/client";
import { type Reference, useBoards, useGuide, useGuideFigures, useReference } from "@/api/hooks";
import { useHousehold } from "@/api/household";
import { type Board, BoardPicture } from "@/chart/board-picture";
import { lookOf } from "@/chart/look";
import { DonenessStrip } from "@/chart/strip";
import { BOX, Button, Failed, Field, Waiting } from "@/ui/controls";
import { StepPicture } from "@/ui/step-picture";
import { phrase } from "@/units/units";

import { LivingFigure } from "./figures";
import { type Entry, found } from "./model";
import { say } from "@/words/say";

/** Cuts, doneness, methods, salt, fires, dangers, schools and words: short, and searched as you type. */
export function GuidePage() {
  const guide = useGuide();
  const wanted = decodeURIComponent(useLocation().hash.slice(1));
  if (guide.isError) return <Failed error={guide.error} again={() => void guide.refetch()} />;
  if (!guide.data) return <Waiting what={say("screen-guide-opening-the-guide")} />;
  return <Entries key={wanted} guide={guide.data} wanted={wanted} />;
}

function Entries({ guide: { entries, kinds }, wanted }: { guide: Schemas["GuideOut"]; wanted: string }) {
  const system = useHousehold().units;
  const boards = useBoards();
  const reference = useReference().data;
  const figures = useGuideFigures().data;
  const [typed, setTyped] = useState("");
  const [kind, setKind] = useState("");
  useEffect(() => {
    const target = wanted ? document.getElementById(wanted) : null;
    target?.scrollIntoView({ block: "center" });
    target?.focus({ preventScroll: true });
  }, [wanted]);
  const shown = found(entries, typed, kind, (text) => phrase(system, text));
  const titles = new Map(entries.map((e) => [e.key, e.title]));
  return (
    <div className="flex flex-col gap-4 pt-2">
      <h1 className="m-0 text-2xl">{say("screen-guide-guide")}</h1>
      <section
        aria-label={say("screen-guide-search-the-guide")}
        className="plate flex flex-wrap items-end gap-4 p-4"
      >
        <div className="min-w-60 flex-1">
          <Field label={say("screen-guide-look-for")}>
            {({ id }) => (
              <input
                id={id}
                type="search"
                className={BOX}
                value={typed}
                onChange={(e) => setTyped(e.target.value)}
                placeholder={say("screen-guide-rest-skirt-145-wet-window")}
              />
            )}
          </Field>
        </div>
        <fieldset className="m-0 flex flex-wrap gap-1 border-0 p-0">
          <legend className="sr-only">{say("screen-guide-what-kind")}</legend>
          {[{ key: "", name: say("screen-guide-all") }, ...kinds].map((k) => (
            <label
              key={k.key}
              className="flex min-h-11 items-center rounded-bar bg-raised px-3 font-semibold [font-stretch:85%] has-checked:bg-ember has-checked:text-on-ember has-focus-visible:outline-3"
            >
              <input
                type="radio"
                name="kind"
                className="sr-only"
                checked={kind === k.key}
                onChange={() => setKind(k.key)}
              />
              {k.name}
            </label>
          ))}
        </fieldset>
        <p role="status" className="m-0 w-full text-sm text-ash">
          {say("screen-guide-of-entries", { length: shown.length, length2: entries.length })}
        </p>
      </section>
      {shown.length === 0 && (
        <p className="plate m-0 p-4">
          {say("screen-guide-nothing-holds-all-of-these-words")}{" "}
          <Button
            onClick={() => {
              setTyped("");
              setKind("");
            }}
          >
            {say("screen-guide-show-all")}
          </Button>
        </p>
      )}
      <div className="grid gap-4 md:grid-cols-2 xl:grid-cols-3">
        {shown.map((entry) => (
          <Card
            key={entry.key}
            entry={entry}
            kind={kinds.find((k) => k.key === entry.kind)?.name ?? ""}
            titles={titles}
            here={entry.key === wanted}
            text={phrase(system, entry.text)}
            reference={reference}
            figures={figures}
            board={boards.data?.find((b) => entry.key === `cut:${b.cut}`)}
          />
        ))}
      </div>
    </div>
  );
}

/** Entries whose doing is drawn. */
const PICTURED: Readonly<Record<string, string>> = {
  "fire:light": "light",
  "fire:bank": "bank",
  "fire:fuse": "fuse",
  "fire:preheat": "preheat",
  "fire:oil": "oil",
  "fire:heat_pan": "heat_pan",
  "danger:flash_back": "burp",
  "glossary:core": "probe",
  "glossary:convert": "convert",
  "glossary:two-zone": "bank",
  "glossary:refuge": "refuge",
  "glossary:flare-up": "refuge",
  "glossary:hand-test": "hand",
  "glossary:dimple": "dimple",
  "glossary:fuse": "fuse",
  "school:flips": "turn",
  "school:rest": "rest",
  "salt:wet": "season",
  "method:low_then_sear": "on",
};

function Card({
  entry,
  kind,
  titles,
  here,
  text,
  board,
  reference,
  figures,
}: {
  entry: Entry;
  kind: string;
  titles: Map<string, string>;
  here: boolean;
  text: string;
  board: Board | undefined;
  reference: Reference | undefined;
  figures: Schemas["GuideFiguresOut"] | undefined;
}) {
  const system = useHousehold().units;
  const scale = reference?.scales.find((s) => entry.key === `scale:${s.key}`);
  return (
    <article
      id={entry.key}
      tabIndex={-1}
      className={`plate p-4 ${here ? "border-t-4 border-ember" : entry.kind === "danger" ? "border-agency" : ""}`}
    >
      <p className="kicker m-0">{kind}</p>
      <h2 className="m-0 text-lg">{entry.title}</h2>
      {board && (
        <BoardPicture
          board={board}
          told
          label={say("screen-on-the-board-drawn-from-above", { name: entry.title })}
          className="my-2 h-40 w-full rounded-bar bg-raised"
        />
      )}
      <StepPicture of={PICTURED[entry.key] ?? ""} className="my-2 h-24 text-ink" />
      {figures && reference && (
        <LivingFigure of={entry.key} figures={figures} reference={reference} system={system} />
      )}
      {scale && reference && <DonenessStrip scale={scale} look={lookOf(reference, "")} system={system} />}
      <p className="m-0 mt-1">{text}</p>
      {entry.see.length > 0 && (
        <p className="m-0 mt-2 flex flex-wrap gap-x-3 text-sm">
          <span className="text-ash">{say("screen-guide-see")}</span>
          {entry.see.map((key) => (
            <Link
              key={key}
              to={`#${key}`}
              className="text-ink underline decoration-seam decoration-2 underline-offset-4 hover:decoration-ember"
            >
              {titles.get(key) ?? key}
            </Link>
          ))}
        </p>
      )}
    </article>
  );
}
