import { type ReactNode, useState } from "react";

import { BOX } from "./controls";

export interface AskedFor {
  id?: string | undefined;
  label?: string;
  value: string;
  onChange: (value: string) => void;
  describedBy?: string | undefined;
  invalid?: boolean;
  className?: string;
}

interface Props extends AskedFor {
  /** How the value stands there while nobody types. */
  shown: string;
  /** What was typed, as formats write it; null where it cannot be read. */
  read: (typed: string) => string | null;
  /** What is taken before the field is left. */
  whole: RegExp;
  /** The value so many steps further. */
  further: (steps: number) => string;
  /** Said of what cannot be read. */
  write: string;
  /** Stands around the field. */
  around?: (field: ReactNode, step: (steps: number) => void) => ReactNode;
}

/** Something typed as people write it and shown as this household reads it; arrows go by steps. */
export function TypedField(props: Props) {
  const {
    id,
    label,
    value,
    onChange,
    describedBy,
    invalid,
    className = "",
    shown,
    read,
    whole,
    further,
  } = props;
  const [text, setText] = useState<string | null>(null);
  const take = (typed: string) => {
    const found = read(typed);
    if (found !== null && found !== value) onChange(found);
    return found !== null;
  };
  const unread = text !== null && text !== shown && read(text) === null;
  const leave = () => {
    if (text === null || text === shown || take(text)) setText(null);
  };
  const step = (steps: number) => {
    setText(null);
    onChange(further(steps));
  };
  const field = (
    <input
      id={id}
      aria-label={label}
      aria-describedby={describedBy}
      aria-invalid={invalid || unread}
      autoComplete="off"
      className={`${BOX} figure ${className}`}
      value={text ?? shown}
      onFocus={(e) => e.target.select()}
      onChange={(e) => {
        setText(e.target.value);
        if (whole.test(e.target.value)) take(e.target.value);
      }}
      onBlur={leave}
      onKeyDown={(e) => {
        if (e.key === "Enter") leave();
        const steps = e.key === "ArrowUp" ? 1 : e.key === "ArrowDown" ? -1 : 0;
        if (!steps) return;
        e.preventDefault();
        step(steps);
      }}
    />
  );
  return (
    <>
      {props.around ? props.around(field, step) : field}
      {unread && <span className="text-sm text-alarm">{props.write}</span>}
    </>
  );
}
