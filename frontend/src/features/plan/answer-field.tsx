import type { ReactNode } from "react";

import type { Answer } from "@/api/answers";
import { useHousehold } from "@/api/household";
import { Choice, Tick } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { phrase, type Scale, scaleOf } from "@/units/units";

import type { PieceDraft } from "./model";

type Piece = PieceDraft["piece"];

interface Props {
  answer: Answer;
  piece: Piece;
  onChange: (change: Partial<Piece>) => void;
  error: string | undefined;
  hint?: string | undefined;
  /** What the plan uses where nothing is said. */
  used?: number | null;
  /** What may be answered here, where that is not what is declared. */
  label?: string;
  low?: number;
  high?: number;
  /** What stands behind the words of a flag. */
  children?: ReactNode;
}

/** Asks for one declared answer, by its kind. */
export function AnswerField(props: Props) {
  const { answer, piece, onChange, error, children } = props;
  const value = piece[answer.field];
  const set = (to: Answer["usual"]) => onChange({ [answer.field]: to });
  if (answer.kind === "flag")
    return (
      <Tick
        label={
          <>
            {answer.words} {children}
          </>
        }
        value={value === true}
        onChange={set}
        error={error}
      />
    );
  if (answer.kind === "name") return <NameField {...props} value={String(value ?? answer.usual ?? "")} />;
  if (answer.own === "") return <FigureField {...props} />;
  return (
    <>
      <Tick label={answer.own} value={value != null} onChange={(own) => set(own ? answer.starts : null)} />
      {value != null && <FigureField {...props} />}
    </>
  );
}

function NameField({ answer, onChange, error, hint, value }: Props & { value: string }): ReactNode {
  const system = useHousehold().units;
  return (
    <Choice
      label={answer.words}
      value={value}
      options={answer.options.map((o) => ({ ...o, name: phrase(system, o.name) }))}
      onChange={(key) => onChange({ [answer.field]: key })}
      error={error}
      hint={hint}
      help={explained(answer, value)}
    />
  );
}

function FigureField({ answer, piece, onChange, error, used = null, label, low, high }: Props) {
  const scale: Scale = scaleOf(answer.kind, useHousehold().units);
  const figure = (value: unknown) => (typeof value === "number" ? value : null);
  const usual = figure(answer.usual);
  return (
    <Quantity
      label={label ?? answer.words}
      value={figure(piece[answer.field]) ?? used ?? usual}
      scale={scale}
      low={low ?? answer.low ?? 0}
      high={high ?? answer.high ?? 0}
      onChange={(si) =>
        onChange({ [answer.field]: whole(answer, si) ?? (answer.own ? answer.starts : usual) })
      }
      error={error}
      help={explained(answer, "")}
    />
  );
}

/** The guide's entry for what is answered; nothing where there is none. */
export const explained = (answer: Answer, answered: string) =>
  answer.guide.endsWith(":") ? (answered ? answer.guide + answered : undefined) : answer.guide || undefined;

const whole = (answer: Answer, si: number | null) =>
  answer.kind === "count" && si !== null ? Math.round(si) : si;
