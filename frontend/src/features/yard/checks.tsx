import { Problem } from "@/api/client";
import { useCheck, useCorrectionTried, usePutRight, useTrueReadings } from "@/api/yard";
import { useDraftForm } from "@/app/drafts";
import { useHousehold } from "@/api/household";
import { Button, Choice, Mistake } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { Restored } from "@/ui/restored";
import { altitude, clockText, dayText, phrase, type System, temperature } from "@/units/units";
import { figure, say } from "@/words/say";

/** A temperature as fine as a check needs it. */
export function fine(system: System, c: number) {
  const scale = temperature(system);
  return `${figure(scale.shown(c).toFixed(1))} ${scale.unit}`;
}

/** After a check was taken back: the readings it was carried into, put right from what the thermometer said. */
export function PutRight({ number, since, onDone }: { number: number; since: string; onDone: () => void }) {
  const right = usePutRight();
  return (
    <p role="status" className="m-0 flex flex-wrap items-center gap-2 border-l-4 border-ember pl-3">
      {right.data
        ? say("screen-checks-put-right", {
            value:
              right.data.readings === 1
                ? say("screen-checks-one-reading-was")
                : say("screen-checks-readings-were", { readings: right.data.readings }),
          })
        : say("screen-checks-readings-since-were-corrected-by-that", {
            day_text: dayText(new Date(since)),
            clock_text: clockText(new Date(since)),
          })}
      {!right.data && (
        <Button disabled={right.isPending} onClick={() => right.mutate({ number, since })}>
          {say("screen-checks-put-them-right")}
        </Button>
      )}
      <Button weight="quiet" onClick={onDone}>
        {right.data ? say("screen-checks-all-right") : say("screen-checks-leave-them")}
      </Button>
      {right.isError && <Mistake>{right.error.message}</Mistake>}
    </p>
  );
}

/** A check in ice or boiling water. */
export function CheckForm({
  number,
  system,
  onDone,
}: {
  number: number;
  system: System;
  onDone: () => void;
}) {
  const { altitude_m: home } = useHousehold();
  const draft = useDraftForm<{ kind: string; read: number | null; height: number | null }>(
    `thermometer/${number}/check`,
    { kind: "ice", read: null, height: home },
  );
  const { kind, read, height } = draft.value;
  const check = useCheck();
  const truth = useTrueReadings(height ?? 0);
  const wrong = (field: string) => {
    const e = check.error instanceof Problem ? check.error.of(field) : undefined;
    return e ? phrase(system, e.message) : undefined;
  };
  const tooHigh = truth.error instanceof Problem ? truth.error.of("altitude_m") : undefined;
  const would = useCorrectionTried(
    number,
    read === null
      ? null
      : { kind: kind === "ice" ? "ice" : "boiling", read_c: read, altitude_m: height ?? 0 },
  );
  const should = kind === "ice" ? truth.data?.ice_c : truth.data?.boiling_c;
  return (
    <form
      className="grid gap-3 border-l-4 border-seam pl-3 sm:grid-cols-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (read !== null)
          check.mutate(
            {
              number,
              body: { kind: kind === "ice" ? "ice" : "boiling", read_c: read, altitude_m: height ?? 0 },
            },
            {
              onSuccess: () => {
                draft.drop();
                onDone();
              },
            },
          );
      }}
    >
      {draft.restored && (
        <div className="sm:col-span-3">
          <Restored onAnew={draft.anew} />
        </div>
      )}
      <Choice
        label={say("screen-checks-held-in")}
        value={kind}
        options={[
          { key: "ice", name: say("screen-checks-ice-water") },
          { key: "boiling", name: say("screen-checks-boiling-water") },
        ]}
        onChange={(to) => draft.set({ ...draft.value, kind: to })}
        hint={
          kind === "ice"
            ? say("screen-checks-crushed-ice-filled-up-with-water")
            : say("screen-checks-a-rolling-boil-not-touching-the")
        }
      />
      <Quantity
        label={say("screen-checks-it-read")}
        slider={false}
        value={read}
        scale={temperature(system)}
        low={-5}
        high={105}
        onChange={(to) => draft.set({ ...draft.value, read: to })}
        error={wrong("read_c")}
      />
      <Quantity
        label={say("screen-checks-your-altitude")}
        slider={false}
        value={height}
        scale={altitude(system)}
        low={-400}
        high={5000}
        onChange={(to) => draft.set({ ...draft.value, height: to })}
        error={wrong("altitude_m") ?? (tooHigh ? phrase(system, tooHigh.message) : undefined)}
        hint={
          should !== undefined
            ? say("screen-checks-it-should-read", { fine: fine(system, should) })
            : undefined
        }
      />
      {would && (
        <p role="status" className="m-0 text-sm sm:col-span-3">
          {say("screen-checks-with-it")}{" "}
          {would.read_c
            .map((c, i) =>
              say("screen-checks-counts-as", {
                fine: fine(system, c),
                fine2: fine(system, would.right_c[i] ?? c),
              }),
            )
            .join(", ")}
          .
        </p>
      )}
      {check.isError && !wrong("read_c") && !wrong("altitude_m") && <Mistake>{check.error.message}</Mistake>}
      <div className="flex gap-2 sm:col-span-3">
        <Button type="submit" weight="ember" disabled={check.isPending || read === null}>
          {say("screen-checks-keep-this-check")}
        </Button>
        <Button onClick={onDone}>{say("screen-checks-leave-it")}</Button>
      </div>
    </form>
  );
}
