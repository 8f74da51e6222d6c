import { useState } from "react";

import { useSystem } from "@/app/session";
import { dayOf, laterDay, readDay } from "@/units/typed";
import { dayText } from "@/units/units";
import { locale } from "@/words/catalogue";
import { say } from "@/words/say";

import { BOX } from "./controls";

const WHOLE = /^\d{4}-\d\d-\d\d$/;
const FAR_DAYS = 300;
const DAY_MS = 24 * 3600 * 1000;

interface DayFieldProps {
  id?: string | undefined;
  label?: string;
  /** YYYY-MM-DD, or nothing. */
  value: string;
  onChange: (day: string) => void;
  describedBy?: string | undefined;
  invalid?: boolean;
  className?: string;
}

/** A day as this household reads it, with its year where that is another one's. */
function shown(day: string): string {
  if (!day) return "";
  const at = new Date(`${day}T12:00`);
  const far = Math.abs(at.getTime() - Date.now()) > FAR_DAYS * DAY_MS;
  return far ? `${dayText(at)} ${at.getFullYear()}` : dayText(at);
}

/** A day, typed as people write it and shown as this household reads it; arrows and buttons go by one. */
export function DayField({
  id,
  label,
  value,
  onChange,
  describedBy,
  invalid,
  className = "",
}: DayFieldProps) {
  const system = useSystem();
  const [text, setText] = useState<string | null>(null);
  const read = (typed: string) =>
    readDay(typed, {
      today: new Date(),
      near: [say("screen-day-today"), say("screen-day-tomorrow")],
      language: locale(),
      monthFirst: system === "us",
    });
  const take = (typed: string) => {
    const day = read(typed);
    if (day !== null && day !== value) onChange(day);
    return day !== null;
  };
  const unread = text !== null && text !== shown(value) && read(text) === null;
  const leave = () => {
    if (text === null || text === shown(value) || take(text)) setText(null);
  };
  const step = (by: number) => {
    setText(null);
    onChange(laterDay(value || dayOf(new Date()), by));
  };
  const other = (by: -1 | 1) => (
    <button
      type="button"
      aria-label={by < 0 ? say("screen-day-earlier") : say("screen-day-later")}
      onClick={() => step(by)}
      className="min-h-11 w-8 shrink-0 rounded-bar bg-raised text-lg text-ink hover:bg-seam"
    >
      <span aria-hidden>{by < 0 ? "‹" : "›"}</span>
    </button>
  );
  return (
    <span className={`inline-flex flex-col ${className}`}>
      <span className="flex gap-0.5">
        {other(-1)}
        <input
          id={id}
          aria-label={label}
          aria-describedby={describedBy}
          aria-invalid={invalid || unread}
          autoComplete="off"
          className={`${BOX} figure min-w-0 px-1 text-center`}
          value={text ?? shown(value)}
          onFocus={(e) => e.target.select()}
          onChange={(e) => {
            setText(e.target.value);
            if (WHOLE.test(e.target.value)) take(e.target.value);
          }}
          onBlur={leave}
          onKeyDown={(e) => {
            if (e.key === "Enter") leave();
            const by = e.key === "ArrowUp" ? 1 : e.key === "ArrowDown" ? -1 : 0;
            if (!by) return;
            e.preventDefault();
            step(by);
          }}
        />
        {other(1)}
      </span>
      {unread && <span className="text-sm text-alarm">{say("screen-day-write-a-day")}</span>}
    </span>
  );
}
