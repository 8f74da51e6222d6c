import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";

import { answer, client, type Schemas } from "@/api/client";
import type { PieceIn } from "@/api/hooks";
import { keys } from "@/api/hooks";
import { Button, Failed, Waiting } from "@/ui/controls";
import { phrase, riseText, spanText, type System, tempText } from "@/units/units";

import { type Draft, focused, pieceToSend, withAnswers } from "./model";
import { useChoices } from "./use-details";
import { say } from "@/words/say";

const IN_GUIDE: Record<string, string> = {
  flips: "school:flips",
  temper: "school:temper",
  marks: "school:marks",
  lid: "school:lid",
  rest: "school:rest",
  rub: "school:pepper",
  wrap: "glossary:stall",
};

/** Where cooks disagree: the piece by each school, computed when it is asked. */
export function Schools({
  draft,
  onDraft,
  system,
}: {
  draft: Draft;
  onDraft: (draft: Draft) => void;
  system: System;
}) {
  const choices = useChoices(draft, true);
  const [open, setOpen] = useState("flips");
  if (choices.isError) return <Failed error={choices.error} again={() => void choices.refetch()} />;
  if (!choices.data) return <Waiting what={say("screen-schools-asking-the-schools")} />;
  return (
    <div className="flex flex-col">
      {choices.data.questions.map((q) => (
        <section key={q.key} aria-label={q.name} className="border-b border-seam py-1 last:border-0">
          <h3 className="m-0 text-base">
            <button
              type="button"
              aria-expanded={open === q.key}
              onClick={() => setOpen(open === q.key ? "" : q.key)}
              className="flex min-h-11 w-full items-center justify-between text-left font-semibold [font-stretch:85%]"
            >
              {q.name}
              <span aria-hidden className={`text-ember ${open === q.key ? "rotate-90" : ""}`}>
                ▸
              </span>
            </button>
          </h3>
          {open === q.key && (
            <School
              question={q.key}
              piece={pieceToSend(focused(draft))}
              system={system}
              onTake={(change) => onDraft(withAnswers(draft, change))}
            />
          )}
        </section>
      ))}
    </div>
  );
}

function School({
  question,
  piece,
  system,
  onTake,
}: {
  question: string;
  piece: PieceIn;
  system: System;
  onTake: (change: Partial<PieceIn>) => void;
}) {
  const body = JSON.stringify({ piece, key: question });
  const school = useQuery({
    queryKey: keys.school(body),
    retry: false,
    gcTime: 60_000,
    queryFn: ({ signal }) =>
      answer(client.POST("/api/plans/school", { body: JSON.parse(body) as Schemas["SchoolIn"], signal })),
  });
  if (school.isError) return <Failed error={school.error} again={() => void school.refetch()} />;
  if (!school.data) return <Waiting what={say("screen-schools-cooking-it-by-each-school")} />;
  const figures = question !== "rub";
  const columns = [
    say("common-to-the-table"),
    say("screen-schools-pull-at"),
    say("screen-schools-what-follows-adds"),
    say("screen-schools-grey-rim"),
    say("screen-schools-weight-lost"),
  ];
  return (
    <div className="pb-3">
      <p className="m-0 mb-2">
        {phrase(system, school.data.says)}{" "}
        {IN_GUIDE[question] && (
          <Link
            to={`/guide#${IN_GUIDE[question]}`}
            className="text-ink underline decoration-seam underline-offset-4"
          >
            {say("screen-schools-more")}
          </Link>
        )}
      </p>
      <div
        className="overflow-x-auto"
        tabIndex={0}
        role="region"
        aria-label={say("screen-schools-schools-side-by-side")}
      >
        <table className="w-full border-collapse text-left text-sm">
          <thead>
            <tr className="border-b-2 border-seam">
              <th scope="col" className="py-1 pr-3 font-normal text-ash">
                {say("screen-schools-school")}
              </th>
              {figures &&
                columns.map((c) => (
                  <th key={c} scope="col" className="py-1 pr-3 font-normal text-ash">
                    {c}
                  </th>
                ))}
              <td />
            </tr>
          </thead>
          <tbody>
            {school.data.variants.map((v) => (
              <tr key={v.name} className="border-b border-seam">
                <th scope="row" className={`py-1 pr-3 ${v.mine ? "" : "font-normal"}`}>
                  {phrase(system, v.name)}
                </th>
                {v.why || !figures ? (
                  <td colSpan={figures ? columns.length : 1} className="py-1 pr-3">
                    {v.why ? phrase(system, v.why) : say("screen-schools-stands-this-surface")}
                  </td>
                ) : (
                  [
                    spanText(v.on_s),
                    tempText(system, v.pull_c),
                    riseText(system, v.rise_k),
                    `${Math.round(v.grey_rim_share * 100)} %`,
                    `${Math.round(v.mass_loss_share * 100)} %`,
                  ].map((shown, i) => (
                    <td key={columns[i]} className="figure py-1 pr-3 text-base">
                      {shown}
                    </td>
                  ))
                )}
                <td className="py-1 text-right">
                  {v.mine ? (
                    <span className="kicker">{say("screen-schools-this-plan")}</span>
                  ) : (
                    Object.keys(v.change).length > 0 &&
                    (!v.why || !figures) && (
                      <Button
                        weight="quiet"
                        aria-label={say("screen-schools-take-it", { name: phrase(system, v.name) })}
                        onClick={() => onTake(v.change as Partial<PieceIn>)}
                      >
                        {say("screen-schools-take-it-2")}
                      </Button>
                    )
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
