import { useEffect, useRef, useState } from "react";

import { type Cook, useAsk, useSurface } from "@/api/hooks";
import { Button, Choice, DecimalField, Mistake } from "@/ui/controls";
import { phrase, type System, temperature, tempText } from "@/units/units";

import { FromFile } from "./from-file";
import type { Piece } from "./model";
import { say } from "@/words/say";

type Source = "hand" | "surface" | "air";
const SOURCES: { key: Source; name: string }[] = [
  { key: "hand", name: say("screen-reading-the-middle-by-hand") },
  { key: "air", name: say("screen-reading-the-air-beside-it") },
  { key: "surface", name: say("screen-reading-the-grate-or-pan-from-above") },
];

interface ReadingProps {
  cook: Cook;
  piece: Piece;
  system: System;
  /** Only the middle is asked for; of several pieces the lowest. */
  onlyMiddle?: boolean;
  lowest?: boolean;
  onDone: (c: number, source: Source) => void;
  onCentre: () => void;
}

/** Takes one reading: of the middle, the air or the grate. */
export function Reading({
  cook,
  piece,
  system,
  onlyMiddle = false,
  lowest = false,
  onDone,
  onCentre,
}: ReadingProps) {
  const [text, setText] = useState("");
  const [source, setSource] = useState<Source>("hand");
  const scale = temperature(system);
  const number = Number(text.replace(",", "."));
  const wrong = text !== "" && Number.isNaN(number);
  const surface = useSurface(cook.id, piece.id);
  const keep = () => {
    if (text === "" || wrong) return;
    if (source === "surface") surface.mutate(scale.si(number));
    onDone(scale.si(number), source);
  };
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      {!onlyMiddle && (
        <Choice
          label={say("screen-reading-of-what")}
          value={source}
          onChange={(v) => setSource(v as Source)}
          options={SOURCES}
        />
      )}
      <DecimalField
        label={`${lowest ? say("screen-reading-the-lowest-of-them") : say("screen-reading-what-it-says")}, ${scale.unit}`}
        text={text}
        onText={setText}
        className="text-4xl"
        autoFocus
      />
      {wrong && <Mistake>{say("screen-reading-write-a-number-of", { unit: scale.unit })}</Mistake>}
      <Button type="submit" weight="ember" className="min-h-16 text-xl" disabled={text === "" || wrong}>
        {say("screen-reading-keep-this-reading")}
      </Button>
      {cook.practice && source !== "air" && (
        <PracticeReading
          key={source}
          cook={cook}
          piece={piece}
          source={source}
          system={system}
          onRead={(c) => {
            if (source === "surface") surface.mutate(c);
          }}
        />
      )}
      {surface.data && (
        <p role="status" className="m-0 text-lg font-semibold">
          {phrase(system, surface.data.words)}
        </p>
      )}
      {surface.isError && <Mistake>{surface.error.message}</Mistake>}
      {source === "hand" && (
        <Button weight="quiet" onClick={onCentre}>
          {say("screen-reading-how-do-i-find-the-middle")}
        </Button>
      )}
      {!onlyMiddle && <FromFile cookId={cook.id} pieceId={piece.id} name={piece.name} />}
    </form>
  );
}

/** A practice has its own hand and infrared thermometers: they are read at a press. */
function PracticeReading({
  cook,
  piece,
  source,
  system,
  onRead,
}: {
  cook: Cook;
  piece: Piece;
  source: "hand" | "surface";
  system: System;
  onRead: (c: number) => void;
}) {
  const ask = useAsk(cook.id, piece.id);
  const [after, setAfter] = useState<number | null>(null);
  const newest = Math.max(0, ...cook.readings.map((r) => r.id));
  const read =
    after === null
      ? undefined
      : cook.readings.find((r) => r.id > after && r.piece_id === piece.id && r.source === source);
  const told = useRef<number | null>(null);
  useEffect(() => {
    if (!read || told.current === read.id) return;
    told.current = read.id;
    onRead(read.temp_c);
  }, [read, onRead]);
  return (
    <>
      <Button
        className="min-h-14"
        disabled={after !== null && !read && !ask.isError}
        onClick={() => {
          setAfter(newest);
          ask.mutate(source);
        }}
      >
        {source === "hand"
          ? say("screen-reading-read-the-practice-thermometer-in-the")
          : say("screen-reading-aim-the-practice-infrared-at-the")}
      </Button>
      {after !== null && !ask.isError && (
        <p role="status" className="m-0 text-lg">
          {read ? (
            <>
              {say("screen-reading-it-says")}{" "}
              <b className="figure text-3xl text-probe">{tempText(system, read.temp_c)}</b>
              {say("screen-reading-and-that-is-kept")}
            </>
          ) : (
            say("screen-reading-wait-for-it-to-settle")
          )}
        </p>
      )}
      {ask.isError && <Mistake>{ask.error.message}</Mistake>}
    </>
  );
}
