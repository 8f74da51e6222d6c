import { useState } from "react";

import { Problem } from "@/api/client";
import { type Thermometer, useCheck, usePair, useTakeCheckBack, useTrueReadings } from "@/api/yard";
import { BOX, Button, Choice, Field, Mistake, Quantity } from "@/ui/controls";
import { altitude, dayText, phrase, type System, temperature, temperatureStep, written } from "@/units/units";

/** Thermometers and their checks in ice and boiling water. */
export function Thermometers({ thermometers, system }: { thermometers: Thermometer[]; system: System }) {
  const [checking, setChecking] = useState<number | null>(null);
  const [name, setName] = useState("");
  const pair = usePair();
  const back = useTakeCheckBack();
  return (
    <section aria-label="Thermometers" className="plate flex flex-col gap-3 p-4">
      <h2 className="m-0 text-lg">Thermometers</h2>
      <ul className="m-0 flex list-none flex-col p-0">
        {thermometers.map((t) => (
          <li key={t.id} className="flex flex-col gap-2 border-t border-seam py-2">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
              <span className="min-w-48 flex-1"><strong>{t.name}</strong>{t.simulated && <span className="kicker ml-2">simulated</span>}<br /><span className="text-sm text-ash">{correction(t, system)}</span></span>
              <Button aria-expanded={checking === t.id} onClick={() => setChecking(checking === t.id ? null : t.id)}>Check it<span className="sr-only">: {t.name}</span></Button>
            </div>
            {t.checks.length > 0 && (
              <ul className="m-0 flex list-none flex-col gap-1 p-0 text-sm text-ash">
                {t.checks.map((c) => (
                  <li key={c.id} className="flex flex-wrap items-center gap-2">{dayText(new Date(c.at))}: {c.kind === "ice" ? "ice water" : "boiling water"} read {fine(system, c.read_c)}, should read {fine(system, c.true_c)}
                    <Button weight="quiet" onClick={() => back.mutate({ number: t.id, check: c.id })}>Take back<span className="sr-only"> the check of {dayText(new Date(c.at))}</span></Button></li>
                ))}
              </ul>
            )}
            {checking === t.id && <CheckForm number={t.id} system={system} onDone={() => setChecking(null)} />}
          </li>
        ))}
        {thermometers.length === 0 && <li className="text-ash">No thermometer yet.</li>}
      </ul>
      <form className="flex items-end gap-2" onSubmit={(e) => { e.preventDefault(); pair.mutate({ name: name.trim(), simulated: false }, { onSuccess: () => setName("") }); }}>
        <div className="flex-1"><Field label="Another thermometer" error={pair.isError ? pair.error.message : undefined}>{({ id, describedBy, invalid }) => <input id={id} required aria-describedby={describedBy} aria-invalid={invalid} maxLength={80} value={name} onChange={(e) => setName(e.target.value)} className={BOX} />}</Field></div>
        <Button type="submit" disabled={pair.isPending}>Add it</Button>
      </form>
      {pair.data && <p role="status" className="m-0 text-sm">Its token, shown only now, for a device that posts readings: <code className="break-all">{pair.data.token}</code></p>}
    </section>
  );
}

function fine(system: System, c: number) {
  const scale = temperature(system);
  return `${scale.shown(c).toFixed(1)} ${scale.unit}`;
}

function correction(t: Thermometer, system: System): string {
  if (t.checks.length === 0) return "Not checked yet: readings are taken as they come.";
  const step = temperatureStep(system);
  const at = (c: number) => { const k = step.shown(t.offset_k + t.slope * c); return `${k > 0 ? "+" : ""}${k.toFixed(1)} ${step.unit}`; };
  return `Readings are put right by ${at(5)} near freezing, ${at(55)} at ${written(temperature(system), 55, 0)} ${step.unit}.`;
}

function CheckForm({ number, system, onDone }: { number: number; system: System; onDone: () => void }) {
  const [kind, setKind] = useState("ice");
  const [read, setRead] = useState<number | null>(null);
  const [height, setHeight] = useState<number | null>(0);
  const check = useCheck();
  const truth = useTrueReadings(height ?? 0);
  const wrong = (field: string) => { const e = check.error instanceof Problem ? check.error.of(field) : undefined; return e ? phrase(system, e.message) : undefined; };
  const tooHigh = truth.error instanceof Problem ? truth.error.of("altitude_m") : undefined;
  const should = kind === "ice" ? truth.data?.ice_c : truth.data?.boiling_c;
  return (
    <form className="grid gap-3 border-l-4 border-seam pl-3 sm:grid-cols-3" onSubmit={(e) => { e.preventDefault(); if (read !== null) check.mutate({ number, body: { kind: kind === "ice" ? "ice" : "boiling", read_c: read, altitude_m: height ?? 0 } }, { onSuccess: onDone }); }}>
      <Choice label="Held in" value={kind} options={[{ key: "ice", name: "Ice water" }, { key: "boiling", name: "Boiling water" }]} onChange={setKind} hint={kind === "ice" ? "Crushed ice filled up with water, stirred, a minute" : "A rolling boil, not touching the pot"} />
      <Quantity label="It read" slider={false} value={read} scale={temperature(system)} low={-5} high={105} onChange={setRead} error={wrong("read_c")} />
      <Quantity label="Your altitude" slider={false} value={height} scale={altitude(system)} low={-400} high={5000} onChange={setHeight} error={wrong("altitude_m") ?? (tooHigh ? phrase(system, tooHigh.message) : undefined)} hint={should !== undefined ? `It should read ${fine(system, should)}` : undefined} />
      {check.isError && !wrong("read_c") && !wrong("altitude_m") && <Mistake>{check.error.message}</Mistake>}
      <div className="flex gap-2 sm:col-span-3"><Button type="submit" weight="ember" disabled={check.isPending || read === null}>Keep this check</Button><Button onClick={onDone}>Leave it</Button></div>
    </form>
  );
}
