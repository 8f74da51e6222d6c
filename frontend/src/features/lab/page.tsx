import { useState } from "react";
import { Link, useNavigate } from "react-router";

import { type Experiment, useAsk, useExperimentAside, useExperiments, useLabReference } from "@/api/lab";
import { useReference } from "@/api/hooks";
import { useHousehold } from "@/api/household";
import { Button, Failed, Mistake, Waiting } from "@/ui/controls";
import { FilePick } from "@/ui/file-pick";
import { useAsideList } from "@/ui/set-aside";
import { dayText, phrase } from "@/units/units";
import { say } from "@/words/say";

import { freshWay, fromFile } from "./model";
import { stateWords } from "./progress";

/** What is asked, what was asked, and questions on which cooks disagree. */
export function LabPage() {
  const reference = useReference();
  const lab = useLabReference();
  const ask = useAsk();
  const navigate = useNavigate();
  const [unread, setUnread] = useState<string | null>(null);
  if (reference.isError) return <Failed error={reference.error} again={() => void reference.refetch()} />;
  if (lab.isError) return <Failed error={lab.error} again={() => void lab.refetch()} />;
  if (!reference.data || !lab.data) return <Waiting what={say("screen-lab-fetching")} />;
  const begin = (asked: Experiment) =>
    ask.mutate(asked, { onSuccess: (kept) => void navigate(`/lab/${kept.id}`) });
  const plain = (): Experiment => ({
    format: "brasko/experiment@1",
    title: "",
    variants: [freshWay(reference.data.cuts[0]!, "A"), freshWay(reference.data.cuts[0]!, "B")],
    sweep: null,
    matters: null,
  });
  const read = async (file: File) => {
    const asked = fromFile(await file.text());
    setUnread(asked ? null : say("screen-lab-is-no-experiment", { name: file.name }));
    if (asked) begin(asked);
  };
  return (
    <div className="flex flex-col gap-4 pt-2">
      <section className="plate flex flex-wrap items-center gap-x-6 gap-y-2 p-4">
        <h1 className="m-0 text-2xl">{say("screen-lab-title")}</h1>
        <p className="m-0 min-w-60 flex-1 text-ash">{say("screen-lab-what-it-is")}</p>
        <Button weight="ember" disabled={ask.isPending} onClick={() => begin(plain())}>
          {say("screen-lab-ask-something")}
        </Button>
        <FilePick
          label={say("screen-lab-from-a-file")}
          accept="application/json,.json"
          onFile={(file) => void read(file)}
          error={unread}
        />
        {ask.error && <Mistake>{ask.error.message}</Mistake>}
      </section>
      <div className="grid gap-4 lg:grid-cols-2">
        <Questions questions={lab.data.questions} begin={begin} busy={ask.isPending} />
        <Kept />
      </div>
    </div>
  );
}

function Questions({
  questions,
  begin,
  busy,
}: {
  questions: { key: string; question: string; why: string; asked: Experiment }[];
  begin: (asked: Experiment) => void;
  busy: boolean;
}) {
  const system = useHousehold().units;
  const written = (asked: Experiment): Experiment => ({
    ...asked,
    title: phrase(system, asked.title ?? ""),
    variants: asked.variants.map((v) => ({ ...v, name: phrase(system, v.name) })),
  });
  return (
    <section aria-labelledby="questions-title" className="plate p-4">
      <h2 id="questions-title" className="m-0 mb-1 text-lg">
        {say("common-where-cooks-disagree")}
      </h2>
      <ul className="m-0 list-none p-0">
        {questions.map((q) => (
          <li key={q.key} className="flex items-center gap-3 border-b border-seam py-2 last:border-0">
            <span className="flex-1">
              <span className="font-semibold">{q.question}</span>
              <span className="block text-sm text-ash">{q.why}</span>
            </span>
            <Button
              disabled={busy}
              aria-label={say("screen-lab-work-out", { question: q.question })}
              onClick={() => begin(written(q.asked))}
            >
              {say("screen-lab-work-it-out")}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Kept() {
  const kept = useExperiments();
  const aside = useExperimentAside();
  const list = useAsideList(aside.mutate);
  return (
    <section aria-labelledby="kept-title" className="plate p-4">
      <h2 id="kept-title" className="m-0 mb-1 text-lg">
        {say("screen-lab-what-was-asked")}
      </h2>
      {list.notice}
      {kept.isError ? (
        <Failed error={kept.error} again={() => void kept.refetch()} />
      ) : !kept.data ? (
        <Waiting what={say("screen-lab-fetching")} />
      ) : kept.data.length === 0 ? (
        <p className="m-0 text-ash">{say("screen-lab-nothing-asked-yet")}</p>
      ) : (
        <ul className="m-0 list-none p-0">
          {kept.data.map((one) => (
            <li
              key={one.id}
              className="flex flex-wrap items-center gap-x-3 border-b border-seam py-1 last:border-0"
            >
              <span className="min-w-40 flex-1">
                <Link to={`/lab/${one.id}`} className="font-semibold link">
                  {one.title}
                </Link>
                <span className="block text-sm text-ash">
                  {dayText(new Date(one.created_at))} · {one.ways.join(" / ")}
                </span>
              </span>
              <span className="text-sm">{stateWords(one)}</span>
              {list.button(one)}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
