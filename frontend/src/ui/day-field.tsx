import { useSystem } from "@/api/household";
import { dayOf, laterDay, readDay } from "@/units/typed";
import { dayText } from "@/units/units";
import { locale } from "@/words/catalogue";
import { say } from "@/words/say";

import { type AskedFor, TypedField } from "./typed-field";

const WHOLE = /^\d{4}-\d\d-\d\d$/;
const FAR_DAYS = 300;
const DAY_MS = 24 * 3600 * 1000;

/** A day as this household reads it, with its year where that is another one's. */
function shown(day: string): string {
  if (!day) return "";
  const at = new Date(`${day}T12:00`);
  const far = Math.abs(at.getTime() - Date.now()) > FAR_DAYS * DAY_MS;
  return far ? `${dayText(at)} ${at.getFullYear()}` : dayText(at);
}

function Other({ by, onStep }: { by: -1 | 1; onStep: (by: number) => void }) {
  return (
    <button
      type="button"
      aria-label={by < 0 ? say("screen-day-earlier") : say("screen-day-later")}
      onClick={() => onStep(by)}
      className="min-h-11 w-8 shrink-0 rounded-bar bg-raised text-lg text-ink hover:bg-seam"
    >
      <span aria-hidden>{by < 0 ? "‹" : "›"}</span>
    </button>
  );
}

/** A day, YYYY-MM-DD or nothing, typed as people write it; arrows and buttons go by one. */
export function DayField({ className = "", ...props }: AskedFor) {
  const system = useSystem();
  const read = (typed: string) =>
    readDay(typed, {
      today: new Date(),
      near: [say("screen-day-today"), say("screen-day-tomorrow")],
      language: locale(),
      monthFirst: system === "us",
    });
  return (
    <span className={`inline-flex flex-col ${className}`}>
      <TypedField
        {...props}
        className="min-w-0 px-1 text-center"
        shown={shown(props.value)}
        read={read}
        whole={WHOLE}
        further={(steps) => laterDay(props.value || dayOf(new Date()), steps)}
        write={say("screen-day-write-a-day")}
        around={(field, step) => (
          <span className="flex gap-0.5">
            <Other by={-1} onStep={step} />
            {field}
            <Other by={1} onStep={step} />
          </span>
        )}
      />
    </span>
  );
}
