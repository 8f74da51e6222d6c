import { Slider as RadixSlider } from "radix-ui";
import { type ReactNode, useState } from "react";

import { fieldText, type Scale } from "@/units/units";
import { say } from "@/words/say";

import { BOX, Field } from "./controls";

interface QuantityProps {
  label: string;
  /** SI value, or null where the text is no number. */
  value: number | null;
  onChange: (si: number | null, text: string) => void;
  scale: Scale;
  low: number;
  high: number;
  error?: ReactNode;
  hint?: ReactNode;
  help?: string | undefined;
  slider?: boolean;
  /** It may be left empty. */
  optional?: boolean;
}

/** A number with its unit, typed or dragged. What is typed stays as it is typed. */
export function Quantity({
  label,
  value,
  onChange,
  scale,
  low,
  high,
  error,
  hint,
  help,
  slider = true,
  optional = false,
}: QuantityProps) {
  const [text, setText] = useState(value === null ? "" : fieldText(scale, value));
  const [typing, setTyping] = useState(false);
  const shown = typing || value === null ? text : fieldText(scale, value);
  const unread = typing && (text.trim() === "" ? !optional : scale.read(text) === null);
  return (
    <Field
      label={label}
      error={
        error ??
        (unread
          ? say("screen-controls-write-a-number", {
              value: scale.unit ? say("screen-controls-of", { unit: scale.unit }) : "",
            })
          : undefined)
      }
      hint={hint}
      help={help}
    >
      {({ id, describedBy, invalid }) => (
        <div className="flex items-center gap-3">
          <span className="flex items-baseline gap-1">
            <input
              id={id}
              inputMode={scale.text ? "text" : "decimal"}
              autoComplete="off"
              aria-describedby={describedBy}
              aria-invalid={invalid}
              value={shown}
              className={`${BOX} figure text-lg`}
              style={{ width: scale.text ? "6.4rem" : "5.2rem" }}
              onFocus={() => {
                setText(shown);
                setTyping(true);
              }}
              onBlur={() => setTyping(false)}
              onChange={(e) => {
                setText(e.target.value);
                onChange(scale.read(e.target.value), e.target.value);
              }}
            />
            <span className="text-sm text-ash">{scale.beside ?? scale.unit}</span>
          </span>
          {slider && (
            <RadixSlider.Root
              className="relative flex h-11 flex-1 touch-none items-center select-none"
              min={scale.shown(low)}
              max={scale.shown(high)}
              step={scale.step}
              value={[Math.min(scale.shown(high), Math.max(scale.shown(low), scale.shown(value ?? low)))]}
              onValueChange={([v]) => {
                if (v !== undefined) {
                  setTyping(false);
                  onChange(scale.si(v), String(v));
                }
              }}
            >
              <RadixSlider.Track className="relative h-1.5 flex-1 rounded-full bg-seam">
                <RadixSlider.Range className="absolute h-full rounded-full bg-ember" />
              </RadixSlider.Track>
              <RadixSlider.Thumb
                aria-label={label}
                aria-valuetext={
                  value === null ? undefined : `${fieldText(scale, value)} ${scale.beside ?? scale.unit}`
                }
                className="block h-7 w-4 rounded-bar border-2 border-panel bg-ember"
              />
            </RadixSlider.Root>
          )}
        </div>
      )}
    </Field>
  );
}
