import { useEffect, useRef, useState } from "react";
import { useLocation } from "react-router";

import { Button } from "@/ui/controls";
import { say } from "@/words/say";

/** What is shown, by the name of its region, and what is said of it. A region that is not there is passed over. */
const STOPS: readonly { region: string; text: string }[] = [
  { region: say("screen-plan-answers"), text: say("screen-tour-answers") },
  { region: say("screen-plan-in-short"), text: say("screen-tour-in-short") },
  { region: say("screen-plan-line"), text: say("screen-tour-line") },
  { region: say("screen-plan-face"), text: say("screen-tour-face") },
  { region: say("screen-plan-grate"), text: say("screen-tour-grate") },
  { region: say("common-order-of-work"), text: say("screen-tour-order") },
];

const regionOf = (name: string) =>
  [...document.querySelectorAll("section[aria-label]")].find((s) => s.getAttribute("aria-label") === name) ??
  null;

/** A short look around the Plan: offered to who has just come, left at any moment, found again under its button. */
export function Tour() {
  const offered = Boolean((useLocation().state as { tour?: boolean } | null)?.tour);
  const [at, setAt] = useState<number | null>(null);
  const [waved, setWaved] = useState(!offered);
  const opener = useRef<HTMLButtonElement>(null);
  const leave = () => {
    setAt(null);
    setWaved(true);
    opener.current?.focus();
  };
  return (
    <>
      <p
        className={`m-0 flex flex-wrap items-center gap-2 ${waved ? "order-last" : "mb-2 border-l-4 border-ember pl-2"}`}
      >
        {!waved && <span>{say("screen-tour-new-here")}</span>}
        <Button ref={opener} weight={waved ? "quiet" : "plain"} onClick={() => setAt(0)}>
          {say("screen-tour-a-look-around")}
        </Button>
        {!waved && (
          <Button weight="quiet" onClick={() => setWaved(true)}>
            {say("screen-tour-not-now")}
          </Button>
        )}
      </p>
      {at !== null && <Stop at={at} onAt={setAt} onLeave={leave} />}
    </>
  );
}

function Stop({ at, onAt, onLeave }: { at: number; onAt: (at: number) => void; onLeave: () => void }) {
  const card = useRef<HTMLElement>(null);
  const stop = STOPS[at]!;
  useEffect(() => {
    const shown = regionOf(stop.region);
    shown?.setAttribute("data-toured", "");
    shown?.scrollIntoView({ block: "center" });
    card.current?.focus({ preventScroll: true });
    return () => shown?.removeAttribute("data-toured");
  }, [stop]);
  useEffect(() => {
    const pressed = (e: KeyboardEvent) => {
      if (e.key === "Escape") onLeave();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  });
  const next = STOPS.findIndex((s, i) => i > at && regionOf(s.region) !== null);
  return (
    <aside
      ref={card}
      tabIndex={-1}
      aria-label={say("screen-tour-a-look-around")}
      className="plate fixed inset-x-3 bottom-[calc(var(--thumb)+0.75rem)] z-20 mx-auto flex max-w-xl flex-col gap-2 border-2 border-ember p-4 md:bottom-6"
    >
      <p className="kicker m-0">{stop.region}</p>
      <p className="m-0 text-lg">{stop.text}</p>
      <p className="m-0 flex gap-2">
        {next > at && (
          <Button weight="ember" onClick={() => onAt(next)}>
            {say("screen-tour-next")}
          </Button>
        )}
        <Button onClick={onLeave}>
          {next > at ? say("screen-tour-leave") : say("screen-tour-that-is-all")}
        </Button>
      </p>
    </aside>
  );
}
