import type { Cook } from "@/api/hooks";
import type { Deed } from "@/api/outbox";
import { Button } from "@/ui/controls";
import { Sheet } from "@/ui/sheet";
import type { System } from "@/units/units";

import type { Send } from "./actions";
import { Centre, Drill } from "./drill";
import type { Piece } from "./model";
import { Reading } from "./reading";
import { Weather } from "./sky";
import { Note, Vents } from "./small-sheets";

export type Open = "" | "reading" | "move" | "fire" | "note" | "flare" | "smoke" | "guests" | "centre";

const PLACES: { place: NonNullable<Deed["place"]>; name: string }[] = [
  { place: "hot", name: "Over the fire" },
  { place: "cool", name: "To the cool side" },
  { place: "high", name: "Raised, over the same fire" },
  { place: "off", name: "Off the grate" },
  { place: "back", name: "Back in its place" },
];
const LATE_MIN = [10, 20, 30, 45, 60, 90];

interface Props {
  cook: Cook;
  piece: Piece;
  system: System;
  send: Send;
  open: Open;
  onOpen: (open: Open) => void;
}

/** What each action asks, one sheet at a time. */
export function ActionSheets({ cook, piece, system, send, open, onOpen }: Props) {
  const close = () => onOpen("");
  const done: Send = (kind, more) => {
    send(kind, more);
    close();
  };
  return (
    <>
      <Sheet title={`A reading of ${piece.name}`} open={open === "reading"} onClose={close}>
        <Reading
          cook={cook}
          piece={piece}
          system={system}
          onDone={(temp_c, source) => (source === "surface" ? send : done)("reading", { temp_c, source })}
          onCentre={() => onOpen("centre")}
        />
      </Sheet>
      <Sheet title="Find the middle" open={open === "centre"} onClose={close}>
        <Centre piece={piece} system={system} />
      </Sheet>
      <Sheet title={`Move ${piece.name}`} open={open === "move"} onClose={close}>
        <div className="grid grid-cols-2 gap-2">
          {PLACES.map(({ place, name }) => (
            <Button
              key={place}
              className={`min-h-16 ${place === "back" ? "col-span-2" : ""}`}
              onClick={() => done("move", { place })}
            >
              {name}
            </Button>
          ))}
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
          {LATE_MIN.map((m) => (
            <Button key={m} className="min-h-14" onClick={() => done("guests", { late_min: m })}>
              {m} min
            </Button>
          ))}
        </div>
      </Sheet>
      <Trouble
        title="Flare-up"
        steps={cook.drills.flare_up}
        system={system}
        open={open === "flare"}
        onClose={close}
        away={{ name: "It is on the cool side", place: "cool" }}
        over="It burned out: back in its place"
        onAway={(place) => {
          send("flare");
          done("move", { place });
        }}
        onOver={() => done("move", { place: "back" })}
      />
      <Trouble
        title="Black smoke"
        steps={cook.drills.black_smoke}
        system={system}
        open={open === "smoke"}
        onClose={close}
        away={{ name: "It is off", place: "off" }}
        over="Clear again: back in its place"
        onAway={(place) => {
          send("smoke");
          done("move", { place });
        }}
        onOver={() => done("move", { place: "back" })}
      />
    </>
  );
}

interface TroubleProps {
  title: string;
  steps: string[];
  system: System;
  open: boolean;
  onClose: () => void;
  away: { name: string; place: NonNullable<Deed["place"]> };
  over: string;
  onAway: (place: NonNullable<Deed["place"]>) => void;
  onOver: () => void;
}

/** A drill: what to do at once, then where the food is, and that it is over. */
function Trouble({ title, steps, system, open, onClose, away, over, onAway, onOver }: TroubleProps) {
  return (
    <Sheet title={title} open={open} onClose={onClose}>
      <Drill system={system} steps={steps} />
      <Button weight="ember" className="min-h-16" onClick={() => onAway(away.place)}>
        {away.name}
      </Button>
      <Button onClick={onOver}>{over}</Button>
    </Sheet>
  );
}
