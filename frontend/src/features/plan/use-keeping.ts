import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";

import { Problem } from "@/api/client";
import { focusHeading } from "@/app/focus";
import { useChangePlan, useKeepPlan } from "@/api/hooks";

import { anchorAt, type Draft, draftOf, piecesToSend } from "./model";

const bodyOf = (draft: Draft, hour: Date) => ({
  eat_at: hour.toISOString(),
  pieces: piecesToSend(draft),
  table: draft.table,
});

/** Keeping a plan, as another or with its changes. What is pressed while Brasko is still picking is done once it has. */
export function useKeeping(
  draft: Draft,
  hour: Date,
  kept: { id: number; draft: Draft; version: string | undefined } | null,
  blocked: boolean,
  picking: boolean,
  onKept: () => void,
) {
  const keep = useKeepPlan();
  const change = useChangePlan(kept?.id ?? 0);
  const navigate = useNavigate();
  const [pressed, setPressed] = useState<"keep" | "change" | null>(null);
  const sent = useRef(false);
  useEffect(() => {
    keep.reset();
    change.reset();
  }, [draft]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => {
    if (!pressed || picking || sent.current) return;
    sent.current = true;
    const body = bodyOf(draft, hour);
    // a promise of its own: what Brasko fills in meanwhile resets the mutation, and must not keep the page from moving on
    const done =
      pressed === "keep"
        ? keep.mutateAsync(body).then((plan) => {
            onKept();
            return navigate(`/plan/${plan.id}`, { state: { focus: true } });
          })
        : change
            .mutateAsync({
              base: bodyOf(kept!.draft, anchorAt(kept!.draft)!),
              mine: body,
              version: kept!.version ?? "",
              onWritten: onKept,
              bodyOf: (plan) => {
                const theirs = draftOf(plan);
                return bodyOf(theirs, anchorAt(theirs)!);
              },
            })
            .then(focusHeading);
    void Promise.resolve(done)
      .catch(() => undefined)
      .finally(() => {
        sent.current = false;
        setPressed(null);
      });
  }, [pressed, picking]); // eslint-disable-line react-hooks/exhaustive-deps
  const error = keep.error ?? change.error;
  const busy = pressed !== null || keep.isPending || change.isPending || blocked;
  const press = (what: "keep" | "change") => () => {
    if (!busy) setPressed(what);
  };
  return {
    busy,
    error,
    refused: error instanceof Problem ? error : null,
    keep: press("keep"),
    change: press("change"),
  };
}
