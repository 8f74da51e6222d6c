import type { ReactNode } from "react";

import type { Answer, Condition } from "@/api/answers";
import { ANSWERS } from "@/api/answers.gen";
import type { Reference } from "@/api/hooks";
import { Choice } from "@/ui/controls";

import { AnswerField } from "./answer-field";
import {
  type Draft,
  focused,
  holding,
  type PieceDraft,
  type SearPlace,
  withAnswers,
  withMethod,
} from "./model";
import { say } from "@/words/say";

interface Props {
  draft: Draft;
  onDraft: (draft: Draft) => void;
  reference: Reference;
  /** Kinds of the household's grills. */
  kinds: readonly string[];
  wrong: (field: string) => string | undefined;
  massG: number | null;
  flipS: number | null;
  gentleC: number | null;
  place: SearPlace;
}

const GROUPS: { key: Answer["group"]; title: string }[] = [
  { key: "piece", title: say("screen-more-the-piece") },
  { key: "salt", title: say("common-salt-and-fat") },
  { key: "fire", title: say("screen-more-method-and-fire") },
  { key: "sear", title: say("screen-more-the-sear") },
  { key: "rest", title: say("screen-more-pull-and-rest") },
];

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="m-0 flex flex-col gap-3 border-0 border-t border-seam p-0 pt-3">
      <legend className="float-left mb-1 w-full p-0 font-semibold text-ember [font-stretch:80%]">
        {title}
      </legend>
      {children}
    </fieldset>
  );
}

/** Everything that has a sound default, as the core declares it. */
export function More(props: Props) {
  const { piece } = focused(props.draft);
  const cut = props.reference.cuts.find((c) => c.key === piece.cut);
  const method = props.reference.methods.find((m) => m.key === piece.method);
  const holds = holding(piece, cut, method, props.place, props.flipS !== null);
  const asked = (group: Answer["group"]) =>
    ANSWERS.filter((a) => a.group === group && (a.when === "" || holds[a.when as Condition]));
  return (
    <div className="flex flex-col gap-4 pt-2">
      {GROUPS.map(
        ({ key, title }) =>
          asked(key).length > 0 && (
            <Group key={key} title={title}>
              {asked(key).map((answer) => (
                <Asked
                  key={answer.field}
                  {...props}
                  answer={answer}
                  piece={piece}
                  cut={cut}
                  method={method}
                />
              ))}
            </Group>
          ),
      )}
    </div>
  );
}

interface AskedProps extends Props {
  answer: Answer;
  piece: PieceDraft["piece"];
  cut: Reference["cuts"][number] | undefined;
  method: Reference["methods"][number] | undefined;
}

/** One answer; those that hang on the cut, the method or the plan say what they are by. */
function Asked({
  answer,
  piece,
  cut,
  method,
  wrong,
  draft,
  onDraft,
  reference,
  kinds,
  massG,
  flipS,
  gentleC,
}: AskedProps) {
  const change = (to: Partial<PieceDraft["piece"]>) => onDraft(withAnswers(draft, to));
  const rest = { answer, piece, onChange: change, error: wrong(answer.field) };
  switch (answer.field) {
    case "mass_g":
      return (
        <AnswerField
          {...rest}
          used={massG}
          high={Math.max(answer.high ?? 0, (cut?.typical_mass_g ?? 0) * 2)}
        />
      );
    case "flip_every_s":
      return <AnswerField {...rest} used={flipS} />;
    case "method":
      return (
        <AnswerField
          {...rest}
          hint={method?.why}
          onChange={({ method: to }) => to && onDraft(withMethod(draft, reference, to, kinds))}
        />
      );
    case "gentle_c":
      return method?.gentle ? (
        <AnswerField
          {...rest}
          label={method.gentle.name}
          low={method.gentle.low_c}
          high={method.gentle.high_c}
          used={gentleC ?? method.gentle.usual_c}
        />
      ) : null;
    // how many and on which fire are asked for first, beside the cut and the hour
    case "count":
    case "own_fire":
    case "fire":
      return null;
    case "sear_fire":
      return (
        <Choice
          label={answer.words}
          value={piece.sear_fire ?? ""}
          error={wrong("sear_fire")}
          options={[{ key: "", name: say("screen-more-the-same-fire") }, ...(method?.sear_fires ?? [])]}
          onChange={(key) => change({ sear_fire: key || null })}
        />
      );
    default:
      return <AnswerField {...rest} />;
  }
}
