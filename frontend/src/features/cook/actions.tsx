import { useEffect, useState } from "react";

import type { Cook } from "@/api/hooks";
import { useMay } from "@/api/household";
import { Button } from "@/ui/controls";
import type { System } from "@/units/units";

import { ActionSheets, type Open } from "./action-sheets";
import type { Outlook, Piece, Send } from "./model";
import { say } from "@/words/say";

interface Props {
  cook: Cook;
  piece: Piece;
  outlook: Outlook | null;
  system: System;
  send: Send;
  onWhatIf: () => void;
}

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

/** What happens to a fire before the food is on it, too. */
const BEFORE_FOOD = ["note", "fire", "guests", "flare", "smoke"];

/** Everything that is done beside the fire, each with one thumb or one key. */
export function Actions({ cook, piece, outlook, system, send, onWhatIf }: Props) {
  const [open, setOpen] = useState<Open>("");
  const on = outlook !== null;
  const paused = outlook?.aside === "off";
  const may = useMay();
  const act = (what: string) => {
    if ((what === "pause" || what === "guests") && !may.mark(what)) return;
    if (what === "flip" || what === "turn") send(what);
    else if (what === "lid") send("lid", { open: !outlook?.lid_open });
    else if (what === "pause") send("pause", { on: !paused });
    else setOpen(what as Open);
  };
  useEffect(() => {
    const pressed = (e: KeyboardEvent) => {
      const what = e.altKey && !e.ctrlKey && !e.metaKey ? KEYS[e.key.toLowerCase()] : undefined;
      if (!what || (!on && !BEFORE_FOOD.includes(what))) return;
      e.preventDefault();
      act(what);
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  });
  const tile = (what: string, name: string, key: string, wide = false) => (
    <Button
      key={what}
      disabled={!on && !BEFORE_FOOD.includes(what)}
      className={`min-h-14 px-1 text-base leading-tight ${wide ? "col-span-2" : ""}`}
      aria-keyshortcuts={key ? `Alt+${key.toUpperCase()}` : undefined}
      onClick={() => act(what)}
    >
      {name}
    </Button>
  );
  return (
    <section aria-label={say("screen-actions-what-you-do")} className="plate p-3">
      <h2 className="m-0 mb-2 flex items-baseline justify-between text-base">
        {say("screen-actions-what-you-do")}{" "}
        <span className="kicker hidden md:inline">{say("screen-actions-alt-f-t-m-l-v")}</span>
      </h2>
      <div className={`grid gap-2 ${may.cook ? "grid-cols-4" : "grid-cols-3"}`}>
        {tile("flip", say("screen-actions-flip"), "f")}
        {tile("turn", say("screen-actions-turn"), "t")}
        {tile("move", say("screen-actions-move"), "m")}
        {tile(
          "lid",
          outlook?.lid_open ? say("screen-actions-lid-shut") : say("screen-actions-lid-open"),
          "l",
        )}
        {tile(
          "fire",
          may.mark("weather") ? say("screen-actions-vents-rain") : say("screen-actions-vents"),
          "v",
        )}
        {tile("reading", say("screen-actions-reading"), "r")}
        {may.mark("pause") &&
          tile("pause", paused ? say("screen-actions-go-on") : say("screen-actions-pause"), "p")}
        {tile("note", say("screen-actions-note"), "n")}
        {tile("flare", say("screen-actions-flare-up"), "x")}
        {tile("smoke", say("screen-actions-black-smoke"), "")}
        {may.mark("guests") && tile("guests", say("screen-actions-guests-late"), "")}
        {may.cook && (
          <Button
            weight="ember"
            disabled={!on}
            className="min-h-14 px-1 text-base leading-tight"
            onClick={onWhatIf}
          >
            {say("screen-actions-what-if")}
          </Button>
        )}
      </div>
      <ActionSheets cook={cook} piece={piece} system={system} send={send} open={open} onOpen={setOpen} />
    </section>
  );
}
