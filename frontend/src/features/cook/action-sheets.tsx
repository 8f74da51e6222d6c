import type { Cook } from "@/api/hooks";
import type { Deed } from "@/api/outbox";
import { useMay } from "@/api/household";
import { Button } from "@/ui/controls";
import { Sheet } from "@/ui/sheet";
import type { System } from "@/units/units";

import { Centre, Drill } from "./drill";
import type { Piece, Send } from "./model";
import { Reading } from "./reading";
import { Weather } from "./sky";
import { Note, Vents } from "./small-sheets";
import { say } from "@/words/say";

export type Open = "" | "reading" | "move" | "fire" | "note" | "flare" | "smoke" | "guests" | "centre";

const PLACES: { place: NonNullable<Deed["place"]>; name: string }[] = [
  { place: "hot", name: say("screen-action-sheets-over-the-fire") },
  { place: "cool", name: say("screen-action-sheets-to-the-cool-side") },
  { place: "high", name: say("screen-action-sheets-raised-over-the-same-fire") },
  { place: "off", name: say("screen-action-sheets-off-the-grate") },
  { place: "back", name: say("screen-action-sheets-back-in-its-place") },
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
  const may = useMay();
  const close = () => onOpen("");
  const done: Send = (kind, more) => {
    send(kind, more);
    close();
  };
  return (
    <>
      <Sheet
        title={say("screen-action-sheets-a-reading-of", { name: piece.name })}
        open={open === "reading"}
        onClose={close}
      >
        <Reading
          cook={cook}
          piece={piece}
          system={system}
          onDone={(temp_c, source) => (source === "surface" ? send : done)("reading", { temp_c, source })}
          onCentre={() => onOpen("centre")}
        />
      </Sheet>
      <Sheet title={say("screen-action-sheets-find-the-middle")} open={open === "centre"} onClose={close}>
        <Centre piece={piece} system={system} />
      </Sheet>
      <Sheet
        title={say("screen-action-sheets-move", { name: piece.name })}
        open={open === "move"}
        onClose={close}
      >
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
      <Sheet title={say("screen-action-sheets-fire-and-weather")} open={open === "fire"} onClose={close}>
        <Vents
          system={system}
          onAir={(air_c) => done("vent", { air_c })}
          onStep={(hotter) => done("vent", { open: hotter })}
        />
        {may.mark("weather") && (
          <Weather cook={cook} system={system} onDone={(rain, wind) => done("weather", { rain, wind })} />
        )}
        <p className="m-0 text-sm text-ash">{cook.drills.vents.join(" ")}</p>
      </Sheet>
      <Sheet title={say("screen-action-sheets-a-note")} open={open === "note"} onClose={close}>
        <Note cook={cook.id} onDone={(text) => done("note", { text })} />
      </Sheet>
      <Sheet title={say("screen-action-sheets-the-guests-are-late")} open={open === "guests"} onClose={close}>
        <p className="m-0">{say("screen-action-sheets-the-table-waits-the-food-does")}</p>
        <div className="grid grid-cols-3 gap-2">
          {LATE_MIN.map((m) => (
            <Button key={m} className="min-h-14" onClick={() => done("guests", { late_min: m })}>
              {say("screen-action-sheets-min", { m })}
            </Button>
          ))}
        </div>
      </Sheet>
      <Trouble
        title={say("screen-action-sheets-flare-up")}
        steps={cook.drills.flare_up}
        system={system}
        open={open === "flare"}
        onClose={close}
        away={{ name: say("screen-action-sheets-it-is-on-the-cool-side"), place: "cool" }}
        over={say("screen-action-sheets-it-burned-out-back-in-its")}
        onAway={(place) => {
          send("flare");
          done("move", { place });
        }}
        onOver={() => done("move", { place: "back" })}
      />
      <Trouble
        title={say("screen-action-sheets-black-smoke")}
        steps={cook.drills.black_smoke}
        system={system}
        open={open === "smoke"}
        onClose={close}
        away={{ name: say("screen-action-sheets-it-is-off"), place: "off" }}
        over={say("screen-action-sheets-clear-again-back-in-its-place")}
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
