import { useState } from "react";

import { Problem } from "@/api/client";
import { useCheck, useCorrectionTried, usePutRight, useTrueReadings } from "@/api/yard";
import { Button, Choice, Mistake, Quantity } from "@/ui/controls";
import { altitude, clockText, dayText, phrase, type System, temperature } from "@/units/units";

/** A temperature as fine as a check needs it. */
export function fine(system: System, c: number) {
  const scale = temperature(system);
  return `${scale.shown(c).toFixed(1)} ${scale.unit}`;
}

/** After a check was taken back: the readings it was carried into, put right from what the thermometer said. */
export function PutRight({ number, since, onDone }: { number: number; since: string; onDone: () => void }) {
  const right = usePutRight();
  return (
    <p role="status" className="m-0 flex flex-wrap items-center gap-2 border-l-4 border-ember pl-3">
      {right.data
        ? `${right.data.readings === 1 ? "One reading was" : `${right.data.readings} readings were`} put right.`
        : `Readings since ${dayText(new Date(since))}, ${clockText(new Date(since))}, were corrected by that check.`}
      {!right.data && (
        <Button disabled={right.isPending} onClick={() => right.mutate({ number, since })}>
          Put them right
        </Button>
      )}
      <Button weight="quiet" onClick={onDone}>
        {right.data ? "All right" : "Leave them"}
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
  const [kind, setKind] = useState("ice");
  const [read, setRead] = useState<number | null>(null);
  const [height, setHeight] = useState<number | null>(0);
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
            { onSuccess: onDone },
          );
      }}
    >
      <Choice
        label="Held in"
        value={kind}
        options={[
          { key: "ice", name: "Ice water" },
          { key: "boiling", name: "Boiling water" },
        ]}
        onChange={setKind}
        hint={
          kind === "ice"
            ? "Crushed ice filled up with water, stirred, a minute"
            : "A rolling boil, not touching the pot"
        }
      />
      <Quantity
        label="It read"
        slider={false}
        value={read}
        scale={temperature(system)}
        low={-5}
        high={105}
        onChange={setRead}
        error={wrong("read_c")}
      />
      <Quantity
        label="Your altitude"
        slider={false}
        value={height}
        scale={altitude(system)}
        low={-400}
        high={5000}
        onChange={setHeight}
        error={wrong("altitude_m") ?? (tooHigh ? phrase(system, tooHigh.message) : undefined)}
        hint={should !== undefined ? `It should read ${fine(system, should)}` : undefined}
      />
      {would && (
        <p role="status" className="m-0 text-sm sm:col-span-3">
          With it{" "}
          {would.read_c
            .map((c, i) => `${fine(system, c)} counts as ${fine(system, would.right_c[i] ?? c)}`)
            .join(", ")}
          .
        </p>
      )}
      {check.isError && !wrong("read_c") && !wrong("altitude_m") && <Mistake>{check.error.message}</Mistake>}
      <div className="flex gap-2 sm:col-span-3">
        <Button type="submit" weight="ember" disabled={check.isPending || read === null}>
          Keep this check
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </form>
  );
}
