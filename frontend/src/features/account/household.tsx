import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { keys } from "@/api/hooks";
import { useBringIn, useLetHouseholdGo, useMoving } from "@/api/own";
import { leaveNothing } from "@/app/leave";
import { Button } from "@/ui/controls";
import { FilePick } from "@/ui/file-pick";
import { say } from "@/words/say";

import { AccountForm, problemOf, Proof } from "./account-form";

/** Everything out as one file, and in again. */
export function Moving({ demo }: { demo: boolean }) {
  const bring = useBringIn();
  const problem = problemOf(bring.error);
  const added = Object.values(bring.data?.added ?? {}).reduce((sum, n) => sum + n, 0);
  return (
    <section aria-labelledby="own-moving" className="plate flex flex-col gap-3 p-4">
      <h2 id="own-moving" className="m-0 text-lg">
        {say("screen-moving-all-you-have")}
      </h2>
      <p className="m-0 text-sm text-ash">{say("screen-moving-one-file")}</p>
      <div className="flex flex-wrap items-center gap-4">
        <a
          href="/api/household/household.zip"
          download
          className="inline-flex min-h-11 items-center rounded-bar bg-raised px-4 font-semibold text-ink no-underline [font-stretch:85%] hover:bg-seam"
        >
          {say("screen-moving-take-it-out")}
        </a>
        {!demo && (
          <FilePick
            label={say("screen-moving-bring-it-in")}
            accept=".zip,application/zip"
            busy={bring.isPending}
            error={problem?.of("file")?.message ?? bring.error?.message}
            onFile={(file) => bring.mutate(file)}
          />
        )}
      </div>
      {bring.isPending && <HowFar />}
      {bring.data && (
        <p role="status" className="m-0 font-semibold">
          {added === 0
            ? say("screen-moving-nothing-new")
            : say("screen-moving-added", {
                cooks: bring.data.added.cooks ?? 0,
                plans: bring.data.added.plans ?? 0,
                readings: bring.data.added.readings ?? 0,
                all: added,
              })}
        </p>
      )}
    </section>
  );
}

const STAGES = {
  waiting: "screen-moving-waiting",
  looking: "screen-moving-looking",
  keeping: "screen-moving-keeping",
  readings: "screen-moving-readings",
} as const;

/** What is being done with the file, and how much of it is done. */
function HowFar() {
  const at = useMoving(true).data;
  return (
    <div className="flex flex-col gap-1">
      <p role="status" className="m-0">
        {at ? say(STAGES[at.stage], { done: at.done, of: at.of }) : say("screen-moving-sending")}
      </p>
      <progress
        aria-label={say("screen-moving-progress")}
        className="h-2 w-full max-w-96 accent-ember"
        {...(at && at.of > 0 ? { value: at.done, max: at.of } : {})}
      />
    </div>
  );
}

/** Letting the household go, with a way back for a day. */
export function LetGo() {
  const go = useLetHouseholdGo();
  const queries = useQueryClient();
  const [current, setCurrent] = useState("");
  const [open, setOpen] = useState(false);
  const submit = () =>
    go.mutate(current, {
      onSuccess: (session) => {
        leaveNothing();
        queries.setQueryData(keys.session, session);
      },
    });
  return (
    <AccountForm
      id="own-let-go"
      title={say("screen-let-go-the-household")}
      lead={say("screen-let-go-all-of-it")}
      error={go.error}
      onSubmit={submit}
    >
      {open ? (
        <>
          <Proof value={current} onChange={setCurrent} error={go.error} />
          <span className="flex flex-wrap gap-3">
            <Button type="submit" className="text-alarm" disabled={go.isPending}>
              {say("screen-let-go-in-a-day")}
            </Button>
            <Button weight="quiet" onClick={() => setOpen(false)}>
              {say("screen-let-go-keep-it")}
            </Button>
          </span>
        </>
      ) : (
        <Button className="self-start" onClick={() => setOpen(true)}>
          {say("screen-let-go-begin")}
        </Button>
      )}
    </AccountForm>
  );
}
