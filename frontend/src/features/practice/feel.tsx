import { useEffect, useState } from "react";

import { type FeelKind, useAnswerFeel, useFeel } from "@/api/practice";
import { useSystem } from "@/api/household";
import { Button, Failed, Waiting } from "@/ui/controls";
import { phrase } from "@/units/units";
import { say } from "@/words/say";

/** A round of eight questions, one at a time; why is told at its end. */
export function Feel({ kind }: { kind: FeelKind }) {
  const system = useSystem();
  const ask = useFeel();
  const send = useAnswerFeel();
  const [answers, setAnswers] = useState<number[]>([]);
  const fetch = ask.mutate;
  useEffect(() => fetch(kind), [fetch, kind]);
  if (ask.isError) return <Failed error={ask.error} again={() => ask.mutate(kind)} />;
  if (!ask.data) return <Waiting what={say("screen-practice-fetching")} />;
  const { questions, seed } = ask.data;
  const question = questions[answers.length];
  const answered = (choice: number) => {
    const all = [...answers, choice];
    setAnswers(all);
    if (all.length === questions.length) send.mutate({ kind, seed, answers: all });
  };
  if (question)
    return (
      <div className="flex flex-col gap-3 border-t border-seam pt-3">
        <p role="status" className="m-0 text-sm text-ash">
          {say("screen-practice-question-of", { n: answers.length + 1, of: questions.length })}
        </p>
        <p className="m-0 text-lg font-semibold">{phrase(system, question.asked)}</p>
        {question.colour && (
          <span
            role="img"
            aria-label={say("screen-practice-a-colour", { colour: question.colour })}
            className="block h-24 w-full max-w-md rounded-bar border border-seam"
            style={{ background: question.colour }}
          />
        )}
        <div className="grid gap-2 sm:grid-cols-2">
          {question.choices.map((choice, n) => (
            <Button key={`${answers.length}-${n}`} onClick={() => answered(n)}>
              {phrase(system, choice)}
            </Button>
          ))}
        </div>
      </div>
    );
  if (send.isError) return <Failed error={send.error} again={() => send.mutate({ kind, seed, answers })} />;
  if (!send.data) return <Waiting what={say("screen-practice-counting")} />;
  return (
    <div className="flex flex-col gap-2 border-t border-seam pt-3">
      <p role="status" className="m-0">
        <b className="figure text-3xl">
          {send.data.right}/{send.data.of}
        </b>
      </p>
      <ol className="m-0 flex list-none flex-col gap-1 p-0 text-sm">
        {send.data.answers.map((each, n) => (
          <li
            key={n}
            className={`border-l-4 pl-2 ${each.right === each.given ? "border-probe" : "border-alarm"}`}
          >
            {phrase(system, questions[n]!.asked)} <b>{phrase(system, questions[n]!.choices[each.right]!)}</b>
            {each.right !== each.given && each.given >= 0 && (
              <>
                {" "}
                (
                {say("screen-practice-you-said", {
                  said: phrase(system, questions[n]!.choices[each.given]!),
                })}
                )
              </>
            )}{" "}
            <span className="text-ash">{phrase(system, each.why)}</span>
          </li>
        ))}
      </ol>
      <Button
        className="self-start"
        onClick={() => {
          setAnswers([]);
          send.reset();
          ask.mutate(kind);
        }}
      >
        {say("screen-practice-another-round")}
      </Button>
    </div>
  );
}
