import { useMemo } from "react";

import type { Schemas } from "@/api/client";
import type { Reference } from "@/api/hooks";
import { useHousehold } from "@/api/household";
import { lineOf } from "@/chart/line-model";
import { LineView } from "@/chart/line-view";
import { unpacked } from "@/chart/section";
import { named } from "@/words/catalogue";
import { say } from "@/words/say";

import type { Draft } from "../model";
import { ViewsOf } from "../views";

interface Props {
  shown: Schemas["PreviewOut"];
  draft: Draft;
  onDraft: (draft: Draft) => void;
  reference: Reference;
  /** When the dish is served. */
  servedAt: Date;
  /** The moment looked at, from the meal's hour, and how much later than that the dish is served [s]. */
  at: number;
  serveS: number;
  onAt: (s: number) => void;
}

/** Timeline, cross-section and grate map of the selected dish. */
export function Details({ shown, draft, onDraft, reference, servedAt, at, serveS, onAt }: Props) {
  const household = useHousehold();
  const { result, piece } = shown;
  const model = useMemo(() => lineOf(result), [result]);
  const section = useMemo(() => unpacked(result.section), [result]);
  return (
    <>
      <section aria-label={say("screen-plan-line")} className="plate p-4">
        <LineView
          model={model}
          eatAt={servedAt}
          moment={at - serveS}
          onMoment={(s) => onAt(s + serveS)}
          system={household.units}
          revision={`${result.pull_c}/${piece.thickness_mm}/${piece.finish_c}`}
        />
      </section>
      <ViewsOf
        result={result}
        own={model}
        section={section}
        reference={reference}
        draft={draft}
        onDraft={onDraft}
        at={at - serveS}
        hour={servedAt}
        word={named(result.finish_words[household.scale] ?? "")}
      />
    </>
  );
}
