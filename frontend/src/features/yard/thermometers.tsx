import { useState } from "react";

import { type Thermometer, useName, usePair, usePairAgain, useRevoke, useTakeCheckBack } from "@/api/yard";
import { useDraftForm } from "@/app/drafts";
import { Button, Choice, TextField } from "@/ui/controls";
import { Restored } from "@/ui/restored";
import { clockText, dayText, type System, temperature, temperatureStep, written } from "@/units/units";

import { CheckForm, fine, PutRight } from "./checks";
import { figure, say } from "@/words/say";

/** Thermometers and their checks in ice and boiling water. */
export function Thermometers({ thermometers, system }: { thermometers: Thermometer[]; system: System }) {
  const [checking, setChecking] = useState<number | null>(null);
  const another = useDraftForm<{ name: string; kind: Kind }>("thermometer/new", { name: "", kind: "probe" });
  const { name, kind } = another.value;
  const renaming = useDraftForm<{ id: number; name: string } | null>("thermometer/name", null);
  const naming = renaming.value;
  const setNaming = (next: typeof naming) => (next ? renaming.set(next) : renaming.begin(null));
  const [wrong, setWrong] = useState<{ id: number; since: string } | null>(null);
  const pair = usePair();
  const rename = useName();
  const revoke = useRevoke();
  const again = usePairAgain();
  const fresh = again.data ?? pair.data;
  const back = useTakeCheckBack();
  return (
    <section aria-label={say("screen-thermometers-thermometers")} className="plate flex flex-col gap-3 p-4">
      <h2 className="m-0 text-lg">{say("screen-thermometers-thermometers")}</h2>
      <ul className="m-0 flex list-none flex-col p-0">
        {thermometers.map((t) => (
          <li key={t.id} className="flex flex-col gap-2 border-t border-seam py-2">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
              <span className="min-w-48 flex-1">
                <strong>{t.name}</strong>{" "}
                <span className="kicker ml-1">
                  {KINDS.find((k) => k.key === t.kind)?.name.toLowerCase()}
                  {t.simulated && say("screen-thermometers-simulated")}
                </span>
                <br />
                <span className="text-sm text-ash">
                  {heardOf(t)}
                  <br />
                  {correction(t, system)}
                </span>
              </span>
              <Button onClick={() => setNaming({ id: t.id, name: t.name })}>
                {say("screen-thermometers-name")}
                <span className="sr-only"> {t.name}</span>
              </Button>
              {t.revoked_at === null ? (
                <Button onClick={() => revoke.mutate(t.id)}>
                  {say("screen-thermometers-revoke")}
                  <span className="sr-only"> {t.name}</span>
                </Button>
              ) : (
                <Button onClick={() => again.mutate(t.id)}>
                  {say("screen-thermometers-pair-again")}
                  <span className="sr-only"> {t.name}</span>
                </Button>
              )}
              <Button
                aria-expanded={checking === t.id}
                onClick={() => setChecking(checking === t.id ? null : t.id)}
              >
                {say("screen-thermometers-check-it")}
                <span className="sr-only">: {t.name}</span>
              </Button>
            </div>
            {naming?.id === t.id && (
              <form
                className="flex items-end gap-2"
                onSubmit={(e) => {
                  e.preventDefault();
                  rename.mutate({ of: t, name: naming.name.trim() }, { onSuccess: () => setNaming(null) });
                }}
              >
                <div className="flex-1">
                  <TextField
                    label={say("screen-thermometers-its-name")}
                    required
                    autoFocus
                    value={naming.name}
                    onChange={(name) => setNaming({ ...naming, name })}
                    error={rename.isError ? rename.error.message : undefined}
                  />
                </div>
                <Button type="submit" disabled={rename.isPending}>
                  {say("screen-thermometers-keep")}
                </Button>
                <Button weight="quiet" onClick={() => setNaming(null)}>
                  {say("screen-thermometers-leave-it")}
                </Button>
              </form>
            )}
            {t.checks.length > 0 && (
              <ul className="m-0 flex list-none flex-col gap-1 p-0 text-sm text-ash">
                {t.checks.map((c) => (
                  <li key={c.id} className="flex flex-wrap items-center gap-2">
                    {say("screen-thermometers-read-should-read", {
                      day_text: dayText(new Date(c.at)),
                      value:
                        c.kind === "ice"
                          ? say("screen-thermometers-ice-water")
                          : say("screen-thermometers-boiling-water"),
                      fine: fine(system, c.read_c),
                      fine2: fine(system, c.true_c),
                    })}
                    <Button
                      weight="quiet"
                      onClick={() =>
                        back.mutate(
                          { number: t.id, check: c.id },
                          { onSuccess: () => setWrong({ id: t.id, since: c.at }) },
                        )
                      }
                    >
                      {say("screen-thermometers-take-back")}
                      <span className="sr-only">
                        {" "}
                        {say("screen-thermometers-the-check-of", { day_text: dayText(new Date(c.at)) })}
                      </span>
                    </Button>
                  </li>
                ))}
              </ul>
            )}
            {wrong?.id === t.id && (
              <PutRight number={t.id} since={wrong.since} onDone={() => setWrong(null)} />
            )}
            {checking === t.id && (
              <CheckForm number={t.id} system={system} onDone={() => setChecking(null)} />
            )}
          </li>
        ))}
        {thermometers.length === 0 && (
          <li className="text-ash">{say("screen-thermometers-no-thermometer-yet")}</li>
        )}
      </ul>
      {(another.restored || renaming.restored) && (
        <Restored onAnew={() => [another, renaming].forEach((form) => form.anew())} />
      )}
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          pair.mutate(
            { name: name.trim(), simulated: false, kind },
            { onSuccess: () => another.begin({ name: "", kind: "probe" }) },
          );
        }}
      >
        <div className="flex-1">
          <TextField
            label={say("screen-thermometers-another-thermometer")}
            required
            value={name}
            onChange={(typed) => another.set({ name: typed, kind })}
            error={pair.isError ? pair.error.message : undefined}
          />
        </div>
        <div className="w-44">
          <Choice
            label={say("screen-thermometers-what-it-is")}
            value={kind}
            onChange={(k) => another.set({ name, kind: k as Kind })}
            options={KINDS}
          />
        </div>
        <Button type="submit" disabled={pair.isPending}>
          {say("screen-thermometers-add-it")}
        </Button>
      </form>
      {fresh && (
        <p role="status" className="m-0 text-sm">
          {say("screen-thermometers-the-token-of-shown-only-now", { name: fresh.thermometer.name })}{" "}
          <code className="break-all">{fresh.token}</code>
        </p>
      )}
      <p className="m-0 text-sm text-ash">{say("screen-thermometers-how-a-device-posts-readings-and")}</p>
    </section>
  );
}

type Kind = "probe" | "controller" | "hand" | "infrared";
const KINDS: { key: Kind; name: string }[] = [
  { key: "probe", name: say("screen-thermometers-leave-in-probe") },
  { key: "controller", name: say("screen-thermometers-pit-controller") },
  { key: "hand", name: say("screen-thermometers-hand-thermometer") },
  { key: "infrared", name: say("screen-thermometers-infrared") },
];

function heardOf(t: Thermometer): string {
  if (t.revoked_at !== null) return say("screen-thermometers-revoked-its-token-is-refused");
  const battery =
    t.battery === null ? "" : say("screen-thermometers-battery", { battery: Math.round(t.battery * 100) });
  return t.last_seen_at === null
    ? say("screen-thermometers-paired-not-heard-of-yet", { battery })
    : say("screen-thermometers-last-heard-of-at", {
        day_text: dayText(new Date(t.last_seen_at)),
        clock_text: clockText(new Date(t.last_seen_at)),
        battery,
      });
}

function correction(t: Thermometer, system: System): string {
  if (t.checks.length === 0) return say("screen-thermometers-not-checked-yet-readings-are-taken");
  const step = temperatureStep(system);
  const at = (c: number) => {
    const k = step.shown(t.offset_k + t.slope * c);
    return `${k > 0 ? "+" : ""}${figure(k.toFixed(1))} ${step.unit}`;
  };
  return say("screen-thermometers-readings-are-put-right-by-near", {
    at: at(5),
    at2: at(55),
    written: written(temperature(system), 55, 0),
    unit: step.unit,
  });
}
