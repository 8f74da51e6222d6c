import { useState } from "react";
import { useNavigate } from "react-router";

import type { FieldError } from "@/api/client";
import type { PieceIn, Reference } from "@/api/hooks";
import type { Experiment } from "@/api/lab";
import { AnswerField, pieceDefaults } from "@/features/plan";
import { Button, Choice, Mistake, TextField } from "@/ui/controls";
import { say } from "@/words/say";

import { ALWAYS, CHANGEABLE, differing, withAnswers, withoutWay, withWay } from "./model";

interface Props {
  asked: Experiment;
  onAsked: (asked: Experiment) => void;
  reference: Reference;
  most: number;
  errors: readonly FieldError[];
}

/** Two to four ways beside one another; what differs is asked of each. */
export function Ways({ asked, onAsked, reference, most, errors }: Props) {
  const [more, setMore] = useState<string[]>([]);
  const fields = [...differing(asked).map((a) => a.field), ...more];
  const shown = CHANGEABLE.filter((a) => fields.includes(a.field) && !ALWAYS.includes(a));
  const left = CHANGEABLE.filter((a) => !fields.includes(a.field) && !ALWAYS.includes(a));
  const ofWay = (n: number) => errors.filter((e) => e.field.includes(`variants.${n}.`));
  const navigate = useNavigate();
  return (
    <div className="flex flex-col gap-3">
      <ul className="m-0 grid list-none gap-4 p-0 md:grid-cols-2 xl:grid-cols-4">
        {asked.variants.map((way, n) => {
          const piece = { ...pieceDefaults, ...way.piece } as PieceIn;
          const wrong = ofWay(n);
          const error = (field: string) => wrong.find((e) => e.field.endsWith(`.${field}`))?.message;
          const unshown = wrong.filter(
            (e) =>
              ![...ALWAYS, ...shown].some((a) => e.field.endsWith(`.${a.field}`)) &&
              !e.field.endsWith(".name"),
          );
          return (
            <li key={n} className="flex flex-col gap-2 border-t-4 border-seam pt-2">
              <TextField
                label={say("screen-lab-way-called")}
                value={way.name}
                error={error("name")}
                onChange={(name) =>
                  onAsked({
                    ...asked,
                    variants: asked.variants.map((v, i) => (i === n ? { ...v, name } : v)),
                  })
                }
              />
              {way.piece ? (
                <>
                  <Choice
                    label={say("screen-lab-cut")}
                    value={piece.cut}
                    options={reference.cuts.map((c) => ({ key: c.key, name: c.name, group: c.group }))}
                    error={error("cut")}
                    onChange={(cut) => {
                      const to = reference.cuts.find((c) => c.key === cut)!;
                      onAsked(
                        withAnswers(asked, n, {
                          cut,
                          thickness_mm: to.typical_thickness_mm,
                          finish_c: to.default_finish_c,
                          method: to.method,
                          crust: to.crust,
                        }),
                      );
                    }}
                  />
                  {[...ALWAYS.filter((a) => a.kind !== "cut"), ...shown].map((answer) => (
                    <AnswerField
                      key={answer.field}
                      answer={answer}
                      piece={piece}
                      error={error(answer.field)}
                      onChange={(change) => onAsked(withAnswers(asked, n, change as Partial<PieceIn>))}
                    />
                  ))}
                </>
              ) : (
                <p className="m-0 text-sm text-ash">
                  {say("screen-lab-a-cook-told", { steps: way.cook?.steps.length ?? 0 })}
                </p>
              )}
              {unshown.map((e) => (
                <Mistake key={e.field}>{e.message}</Mistake>
              ))}
              <span className="flex flex-wrap gap-2">
                {asked.variants.length > 1 && (
                  <Button
                    weight="quiet"
                    aria-label={say("screen-lab-take-away", { name: way.name })}
                    onClick={() => onAsked(withoutWay(asked, n))}
                  >
                    {say("screen-lab-take-it-away")}
                  </Button>
                )}
                {way.piece && (
                  <Button
                    weight="quiet"
                    aria-label={say("screen-lab-plan-way", { name: way.name })}
                    onClick={() => void navigate("/plan", { state: { piece: way.piece } })}
                  >
                    {say("screen-lab-plan-this-one")}
                  </Button>
                )}
              </span>
            </li>
          );
        })}
      </ul>
      <div className="flex flex-wrap items-end gap-4">
        {asked.variants.length < most && (
          <Button onClick={() => onAsked(withWay(asked))}>{say("screen-lab-one-way-more")}</Button>
        )}
        <Choice
          label={say("screen-lab-let-them-differ-in")}
          value=""
          options={[
            { key: "", name: say("screen-kept-choose") },
            ...left.map((a) => ({ key: a.field, name: a.words })),
          ]}
          onChange={(field) => setMore([...more, field])}
        />
      </div>
    </div>
  );
}
