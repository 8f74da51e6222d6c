import { readHour } from "@/units/typed";
import { hourText } from "@/units/units";
import { say } from "@/words/say";

import { type AskedFor, TypedField } from "./typed-field";

const WHOLE = /\d[:.]\d\d\s*([ap]\.?m\.?)?$/i;
const STEP_MIN = 5;
const DAY_MIN = 24 * 60;

/** So many minutes later, round the clock. */
function later(hour: string, minutes: number): string {
  if (!hour) return hour;
  const [h, m] = hour.split(":").map(Number) as [number, number];
  const at = (h * 60 + m + minutes + DAY_MIN) % DAY_MIN;
  return `${String(Math.floor(at / 60)).padStart(2, "0")}:${String(at % 60).padStart(2, "0")}`;
}

/** An hour of the day, HH:MM or nothing, typed as people write it; arrows go by five minutes. */
export function HourField(props: AskedFor) {
  return (
    <span className="inline-flex flex-col">
      <TypedField
        {...props}
        shown={hourText(props.value)}
        read={readHour}
        whole={WHOLE}
        further={(steps) => later(props.value, steps * STEP_MIN)}
        write={say("screen-hour-write-an-hour")}
      />
    </span>
  );
}
