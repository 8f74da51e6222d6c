import { Dialog } from "radix-ui";
import { type ReactNode, useEffect, useRef, useState } from "react";

import { type Cook, useAsk, useSurface } from "@/api/hooks";
import type { Deed } from "@/api/outbox";
import { BOX, Button, Choice, Field, Mistake } from "@/ui/controls";
import { phrase, type System, temperature, tempText } from "@/units/units";

import { FromFile } from "./from-file";
import type { Outlook, Piece } from "./model";
import { Weather } from "./sky";

export type Send = (kind: Deed["kind"], more?: Partial<Deed>) => void;

interface Props {
  cook: Cook;
  piece: Piece;
  outlook: Outlook | null;
  system: System;
  send: Send;
  onWhatIf: () => void;
}

type Open = "" | "reading" | "move" | "fire" | "note" | "flare" | "smoke" | "guests" | "centre";

const KEYS: Record<string, string> = {
  f: "flip",
  t: "turn",
  l: "lid",
  m: "move",
  v: "fire",
  r: "reading",
  x: "flare",
  n: "note",
  p: "pause",
};

/** Everything that is done beside the fire, each with one thumb or one key. */
export function Actions({ cook, piece, outlook, system, send, onWhatIf }: Props) {
  const [open, setOpen] = useState<Open>("");
  const on = outlook !== null;
  const paused = outlook?.aside === "off";
  const act = (what: string) => {
    if (what === "flip" || what === "turn") send(what);
    else if (what === "lid") send("lid", { open: !outlook?.lid_open });
    else if (what === "pause") send("pause", { on: !paused });
    else setOpen(what as Open);
  };
  useEffect(() => {
    const pressed = (e: KeyboardEvent) => {
      const what = e.altKey && !e.ctrlKey && !e.metaKey ? KEYS[e.key.toLowerCase()] : undefined;
      if (!what || (!on && !["note", "fire"].includes(what))) return;
      e.preventDefault();
      act(what);
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  });
  const close = () => setOpen("");
  const done = (kind: Deed["kind"], more?: Partial<Deed>) => {
    send(kind, more);
    close();
  };
  const tile = (what: string, name: string, key: string, wide = false) => (
    <Button
      key={what}
      disabled={!on && what !== "note" && what !== "fire" && what !== "guests"}
      className={`min-h-14 px-1 text-base leading-tight ${wide ? "col-span-2" : ""}`}
      aria-keyshortcuts={key ? `Alt+${key.toUpperCase()}` : undefined}
      onClick={() => act(what)}
    >
      {name}
    </Button>
  );
  return (
    <section aria-label="What you do" className="plate p-3">
      <h2 className="m-0 mb-2 flex items-baseline justify-between text-base">
        What you do <span className="kicker hidden md:inline">Alt + F T M L V R P N, X</span>
      </h2>
      <div className="grid grid-cols-4 gap-2">
        {tile("flip", "Flip", "f")}
        {tile("turn", "Turn", "t")}
        {tile("move", "Move", "m")}
        {tile("lid", outlook?.lid_open ? "Lid shut" : "Lid open", "l")}
        {tile("fire", "Vents, rain", "v")}
        {tile("reading", "Reading", "r")}
        {tile("pause", paused ? "Go on" : "Pause", "p")}
        {tile("note", "Note", "n")}
        {tile("flare", "Flare-up", "x")}
        {tile("smoke", "Black smoke", "")}
        {tile("guests", "Guests late", "")}
        <Button
          weight="ember"
          disabled={!on}
          className="min-h-14 px-1 text-base leading-tight"
          onClick={onWhatIf}
        >
          What if
        </Button>
      </div>
      <Sheet title={`A reading of ${piece.name}`} open={open === "reading"} onClose={close}>
        <Reading
          cook={cook}
          piece={piece}
          system={system}
          onDone={(temp_c, source) => (source === "surface" ? send : done)("reading", { temp_c, source })}
          onCentre={() => setOpen("centre")}
        />
      </Sheet>
      <Sheet title="Find the middle" open={open === "centre"} onClose={close}>
        <Centre piece={piece} system={system} />
      </Sheet>
      <Sheet title={`Move ${piece.name}`} open={open === "move"} onClose={close}>
        <div className="grid grid-cols-2 gap-2">
          <Button className="min-h-16" onClick={() => done("move", { place: "hot" })}>
            Over the fire
          </Button>
          <Button className="min-h-16" onClick={() => done("move", { place: "cool" })}>
            To the cool side
          </Button>
          <Button className="min-h-16" onClick={() => done("move", { place: "high" })}>
            Raised, over the same fire
          </Button>
          <Button className="min-h-16" onClick={() => done("move", { place: "off" })}>
            Off the grate
          </Button>
          <Button className="col-span-2 min-h-16" onClick={() => done("move", { place: "back" })}>
            Back in its place
          </Button>
        </div>
      </Sheet>
      <Sheet title="Fire and weather" open={open === "fire"} onClose={close}>
        <Vents
          system={system}
          onAir={(air_c) => done("vent", { air_c })}
          onStep={(hotter) => done("vent", { open: hotter })}
        />
        <Weather cook={cook} system={system} onDone={(rain, wind) => done("weather", { rain, wind })} />
        <p className="m-0 text-sm text-ash">{cook.drills.vents.join(" ")}</p>
      </Sheet>
      <Sheet title="A note" open={open === "note"} onClose={close}>
        <Note onDone={(text) => done("note", { text })} />
      </Sheet>
      <Sheet title="The guests are late" open={open === "guests"} onClose={close}>
        <p className="m-0">The table waits; the food does not have to. See "What if" for how to hold it.</p>
        <div className="grid grid-cols-3 gap-2">
          {[10, 20, 30, 45, 60, 90].map((m) => (
            <Button key={m} className="min-h-14" onClick={() => done("guests", { late_min: m })}>
              {m} min
            </Button>
          ))}
        </div>
      </Sheet>
      <Sheet title="Flare-up" open={open === "flare"} onClose={close}>
        <Drill system={system} steps={cook.drills.flare_up} />
        <Button
          weight="ember"
          className="min-h-16"
          onClick={() => {
            send("flare");
            done("move", { place: "cool" });
          }}
        >
          It is on the cool side
        </Button>
        <Button onClick={() => done("move", { place: "back" })}>It burned out: back in its place</Button>
      </Sheet>
      <Sheet title="Black smoke" open={open === "smoke"} onClose={close}>
        <Drill system={system} steps={cook.drills.black_smoke} />
        <Button
          weight="ember"
          className="min-h-16"
          onClick={() => {
            send("smoke");
            done("move", { place: "off" });
          }}
        >
          It is off
        </Button>
        <Button onClick={() => done("move", { place: "back" })}>Clear again: back in its place</Button>
      </Sheet>
    </section>
  );
}

/** The reading that ends the heat: by the probe where it is in the middle, or by hand; each piece, the lowest counts. */
export function TakeReading({
  cook,
  piece,
  outlook,
  open,
  onClose,
  system,
  send,
}: {
  cook: Cook;
  piece: Piece;
  outlook: Outlook | null;
  open: boolean;
  onClose: () => void;
  system: System;
  send: Send;
}) {
  const [centre, setCentre] = useState(false);
  const asked = outlook?.reading ?? null;
  const byProbe = asked?.by === "probe" && asked.enough;
  const close = () => {
    setCentre(false);
    onClose();
  };
  return (
    <Sheet title={`Read the middle: ${piece.name}`} open={open} onClose={close}>
      {asked && (
        <p role="status" className="m-0 text-xl font-bold">
          {phrase(system, asked.words)}
        </p>
      )}
      {byProbe && (
        <Button
          weight="ember"
          className="min-h-16 text-xl"
          onClick={() => {
            send("done", { piece_id: piece.id, task: "read" });
            close();
          }}
        >
          Take what the probe shows
        </Button>
      )}
      {centre ? (
        <Centre piece={piece} system={system} />
      ) : (
        <Reading
          cook={cook}
          piece={piece}
          system={system}
          onlyMiddle
          lowest={(piece.inputs.count ?? 1) > 1}
          onDone={(temp_c, source) => {
            send("reading", { piece_id: piece.id, temp_c, source });
            close();
          }}
          onCentre={() => setCentre(true)}
        />
      )}
    </Sheet>
  );
}

export function Sheet({
  title,
  open,
  onClose,
  children,
}: {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(is) => {
        if (!is) onClose();
      }}
    >
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/60" />
        <Dialog.Content
          aria-describedby={undefined}
          className="plate fixed inset-x-2 bottom-2 z-20 mx-auto flex max-h-[92dvh] max-w-xl flex-col gap-3 overflow-auto p-4 md:top-20 md:bottom-auto"
        >
          <div className="flex items-center justify-between gap-2">
            <Dialog.Title className="m-0 text-2xl">{title}</Dialog.Title>
            <Dialog.Close asChild>
              <Button>Close</Button>
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Drill({ steps, system }: { steps: string[]; system: System }) {
  return (
    <ol className="m-0 flex flex-col gap-2 pl-6 text-lg font-semibold">
      {steps.map((s) => (
        <li key={s}>{phrase(system, s)}</li>
      ))}
    </ol>
  );
}

interface ReadingProps {
  cook: Cook;
  piece: Piece;
  system: System;
  /** Only the middle is asked for; of several pieces the lowest. */
  onlyMiddle?: boolean;
  lowest?: boolean;
  onDone: (c: number, source: "hand" | "surface" | "air") => void;
  onCentre: () => void;
}

function Reading({
  cook,
  piece,
  system,
  onlyMiddle = false,
  lowest = false,
  onDone,
  onCentre,
}: ReadingProps) {
  const [text, setText] = useState("");
  const [source, setSource] = useState<"hand" | "surface" | "air">("hand");
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
          label="Of what"
          value={source}
          onChange={(v) => setSource(v as "hand")}
          options={[
            { key: "hand", name: "The middle, by hand" },
            { key: "air", name: "The air beside it" },
            { key: "surface", name: "The grate or pan, from above" },
          ]}
        />
      )}
      <Field label={`${lowest ? "The lowest of them" : "What it says"}, ${scale.unit}`}>
        {({ id }) => (
          <input
            id={id}
            inputMode="decimal"
            autoFocus
            autoComplete="off"
            aria-invalid={wrong}
            value={text}
            onChange={(e) => setText(e.target.value)}
            className={`${BOX} figure text-4xl`}
          />
        )}
      </Field>
      {wrong && <Mistake>Write a number of {scale.unit}.</Mistake>}
      <Button type="submit" weight="ember" className="min-h-16 text-xl" disabled={text === "" || wrong}>
        Keep this reading
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
          How do I find the middle?
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
          ? "Read the practice thermometer in the middle"
          : "Aim the practice infrared at the grate"}
      </Button>
      {after !== null && !ask.isError && (
        <p role="status" className="m-0 text-lg">
          {read ? (
            <>
              It says <b className="figure text-3xl text-probe">{tempText(system, read.temp_c)}</b>, and that
              is kept.
            </>
          ) : (
            "Wait for it to settle…"
          )}
        </p>
      )}
      {ask.isError && <Mistake>{ask.error.message}</Mistake>}
    </>
  );
}

function Centre({ piece, system }: { piece: Piece; system: System }) {
  return (
    <>
      <Drill system={system} steps={piece.middle} />
      <p className="m-0 text-ash">
        A tip a few millimetres off reads high: the forecast tells you when the readings look like that.
      </p>
    </>
  );
}

function Vents({
  system,
  onAir,
  onStep,
}: {
  system: System;
  onAir: (c: number) => void;
  onStep: (hotter: boolean) => void;
}) {
  const [text, setText] = useState("");
  const scale = temperature(system);
  const number = Number(text.replace(",", "."));
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <Button className="min-h-16" onClick={() => onStep(true)}>
          Opened: some hotter
        </Button>
        <Button className="min-h-16" onClick={() => onStep(false)}>
          Closed: some cooler
        </Button>
      </div>
      <form
        className="flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (text !== "" && !Number.isNaN(number)) onAir(scale.si(number));
        }}
      >
        <div className="flex-1">
          <Field label={`Or set for, ${scale.unit} on the cool side`}>
            {({ id }) => (
              <input
                id={id}
                inputMode="decimal"
                autoComplete="off"
                value={text}
                onChange={(e) => setText(e.target.value)}
                className={`${BOX} figure text-2xl`}
              />
            )}
          </Field>
        </div>
        <Button type="submit" disabled={text === "" || Number.isNaN(number)}>
          Set
        </Button>
      </form>
    </>
  );
}

function Note({ onDone }: { onDone: (text: string) => void }) {
  const [text, setText] = useState("");
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim()) onDone(text.trim());
      }}
    >
      <Field label="What you see or did">
        {({ id }) => (
          <textarea
            id={id}
            rows={3}
            maxLength={2000}
            autoFocus
            value={text}
            onChange={(e) => setText(e.target.value)}
            className={`${BOX} py-2`}
          />
        )}
      </Field>
      <Button type="submit" weight="ember" className="min-h-14" disabled={!text.trim()}>
        Keep the note
      </Button>
    </form>
  );
}
