import { useState } from "react";

import { readHour } from "@/units/typed";
import { hourText } from "@/units/units";
import { say } from "@/words/say";

import { BOX } from "./controls";

const WHOLE = /\d[:.]\d\d\s*([ap]\.?m\.?)?$/i;
const STEP_MIN = 5;
const DAY_MIN = 24 * 60;

/** So many minutes later, round the clock. */
function later(hour: string, minutes: number): string {
  const [h, m] = hour.split(":").map(Number) as [number, number];
  const at = (h * 60 + m + minutes + DAY_MIN) % DAY_MIN;
  return `${String(Math.floor(at / 60)).padStart(2, "0")}:${String(at % 60).padStart(2, "0")}`;
}

interface HourFieldProps {
  id?: string;
  label?: string;
  /** HH:MM, or nothing. */
  value: string;
  onChange: (hour: string) => void;
  describedBy?: string;
  invalid?: boolean;
  className?: string;
}

/** An hour of the day, typed as people write it and shown as this household reads it; arrows go by five minutes. */
export function HourField(props: HourFieldProps) {
  const { id, label, value, onChange, describedBy, invalid, className = "" } = props;
  const [text, setText] = useState<string | null>(null);
  const take = (typed: string) => {
    const hour = readHour(typed);
    if (hour !== null && hour !== value) onChange(hour);
    return hour !== null;
  };
  const unread = text !== null && readHour(text) === null;
  const leave = () => {
    if (text === null || take(text)) setText(null);
  };
  return (
    <span className="inline-flex flex-col">
      <input
        id={id}
        aria-label={label}
        aria-describedby={describedBy}
        aria-invalid={invalid || unread}
        autoComplete="off"
        className={`${BOX} figure ${className}`}
        value={text ?? hourText(value)}
        onFocus={(e) => e.target.select()}
        onChange={(e) => {
          setText(e.target.value);
          if (WHOLE.test(e.target.value)) take(e.target.value);
        }}
        onBlur={leave}
        onKeyDown={(e) => {
          if (e.key === "Enter") leave();
          const by = e.key === "ArrowUp" ? STEP_MIN : e.key === "ArrowDown" ? -STEP_MIN : 0;
          if (!by || !value) return;
          e.preventDefault();
          setText(null);
          onChange(later(value, by));
        }}
      />
      {unread && <span className="text-sm text-alarm">{say("screen-hour-write-an-hour")}</span>}
    </span>
  );
}
