import { useState } from "react";
import { useNavigate } from "react-router";

import { ANSWERS } from "@/api/answers.gen";
import { Problem, type Schemas } from "@/api/client";
import { type PieceIn, useReference } from "@/api/hooks";
import { type Look, useFromElsewhere, useLook } from "@/api/log";
import { useSystem } from "@/api/household";
import { Button, Choice, DecimalField, Field, Mistake, TextField } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { FilePick } from "@/ui/file-pick";
import { DayField } from "@/ui/day-field";
import { HourField } from "@/ui/hour-field";
import { temperature, thickness } from "@/units/units";
import { say } from "@/words/say";

type Role = Schemas["MappedIn"]["role"];
type Unit = "C" | "F";
type TimeKind = Schemas["ElsewhereIn"]["time"];

const ROLES: { key: Role; name: string }[] = [
  { key: "ignore", name: say("screen-elsewhere-leave-it-out") },
  { key: "time", name: say("screen-elsewhere-when") },
  { key: "tip", name: say("screen-elsewhere-the-middle") },
  { key: "shaft", name: say("screen-elsewhere-further-up") },
  { key: "edge", name: say("screen-elsewhere-near-the-edge") },
  { key: "air", name: say("screen-elsewhere-air-beside") },
  { key: "pit", name: say("screen-elsewhere-controller") },
  { key: "surface", name: say("screen-elsewhere-from-above") },
];
const TIMES: { key: TimeKind; name: string }[] = [
  { key: "moment", name: say("screen-elsewhere-date-and-time") },
  { key: "h_m_s", name: say("screen-elsewhere-h-m-s") },
  { key: "seconds", name: say("screen-elsewhere-seconds") },
  { key: "minutes", name: say("screen-elsewhere-minutes") },
  { key: "epoch_s", name: say("screen-elsewhere-epoch-s") },
  { key: "epoch_ms", name: say("screen-elsewhere-epoch-ms") },
];

const FIRES = ANSWERS.find((a) => a.field === "fire")!.options;

const figureOf = (text: string) => {
  const value = Number(text.replace(",", "."));
  return text.trim() === "" || Number.isNaN(value) ? null : value;
};

/** A cook that another device recorded, from any CSV. */
export function Elsewhere() {
  const look = useLook();
  const [text, setText] = useState("");
  const [name, setName] = useState("");
  const open = async (file: File) => {
    const read = await file.text();
    setText(read);
    setName(file.name.replace(/\.[^.]*$/, ""));
    look.mutate(read);
  };
  const wrong =
    look.error instanceof Problem
      ? (look.error.errors[0]?.message ?? look.error.message)
      : look.error?.message;
  return (
    <details className="plate p-3">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        {say("screen-elsewhere-title")}
      </summary>
      <div className="flex flex-col gap-4">
        <p className="m-0 text-sm text-ash">{say("screen-elsewhere-what-it-does")}</p>
        <FilePick
          label={say("screen-elsewhere-file")}
          accept=".csv,.txt,.tsv,text/csv,text/plain"
          busy={look.isPending}
          onFile={(file) => void open(file)}
          error={wrong}
        />
        {look.data && <Mapping key={text} look={look.data} text={text} name={name} />}
      </div>
    </details>
  );
}

function Mapping({ look, text, name }: { look: Look; text: string; name: string }) {
  const system = useSystem();
  const reference = useReference();
  const send = useFromElsewhere();
  const navigate = useNavigate();
  const [columns, setColumns] = useState(
    look.columns.map((c, index) => ({ index, role: c.role, unit: c.unit ?? ("C" as Unit) })),
  );
  const [time, setTime] = useState<TimeKind>(look.columns.find((c) => c.time)?.time ?? "none");
  const [every, setEvery] = useState("30");
  const [title, setTitle] = useState(name);
  const [cut, setCut] = useState("ribeye");
  const [thick, setThick] = useState<number | null>(null);
  const [finish, setFinish] = useState<number | null>(null);
  const [fire, setFire] = useState("");
  const [on, setOn] = useState("0");
  const [off, setOff] = useState("");
  const [began, setBegan] = useState({ day: "", time: "" });
  const chosen = reference.data?.cuts.find((c) => c.key === cut);
  const timed = columns.some((c) => c.role === "time");
  const problem = send.error instanceof Problem ? send.error : null;
  const error = (field: string) => problem?.errors.find((e) => e.field.endsWith(field))?.message;
  const told = new Set(["on_min", "off_min", "every_s", "time", "began_at", "thickness_mm", "finish_c"]);
  const rest = problem?.errors.filter(
    (e) => ![...told].some((f) => e.field.endsWith(f)) && !e.field.includes("columns."),
  );
  const keep = () => {
    if (!chosen) return;
    send.mutate(
      {
        title,
        text,
        columns,
        time: timed ? time : "none",
        every_s: timed ? null : figureOf(every),
        began_at: began.day && began.time ? new Date(`${began.day}T${began.time}`).toISOString() : null,
        on_min: figureOf(on) ?? 0,
        off_min: figureOf(off),
        piece: {
          cut,
          thickness_mm: thick ?? chosen.typical_thickness_mm,
          finish_c: finish ?? chosen.default_finish_c,
          method: chosen.method,
          crust: chosen.crust,
          fire: fire || null,
        } as PieceIn,
      },
      { onSuccess: (cook) => void navigate(`/log/${cook.id}`) },
    );
  };
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <p role="status" className="m-0 text-sm">
        {say("screen-elsewhere-found", { rows: look.rows, columns: look.columns.length })}
      </p>
      <ul className="m-0 grid list-none gap-3 p-0 md:grid-cols-2 xl:grid-cols-3">
        {look.columns.map((column, n) => {
          const mapped = columns[n]!;
          const set = (change: Partial<typeof mapped>) =>
            setColumns(columns.map((c, i) => (i === n ? { ...c, ...change } : c)));
          return (
            <li key={n} className="grid grid-cols-[1fr_auto] gap-x-2 border-t border-seam pt-2">
              <Choice
                label={column.name}
                hint={column.samples.join(" · ")}
                value={mapped.role}
                options={ROLES}
                error={error(`columns.${n}.role`)}
                onChange={(role) => set({ role: role as Role })}
              />
              {mapped.role !== "ignore" && mapped.role !== "time" && (
                <Choice
                  label={say("screen-elsewhere-unit")}
                  value={mapped.unit}
                  options={[
                    { key: "C", name: "°C" },
                    { key: "F", name: "°F" },
                  ]}
                  onChange={(unit) => set({ unit: unit as Unit })}
                />
              )}
              {mapped.role === "time" && (
                <Choice
                  label={say("screen-elsewhere-written-as")}
                  value={time}
                  options={TIMES}
                  error={error("time")}
                  onChange={(kind) => setTime(kind as TimeKind)}
                />
              )}
            </li>
          );
        })}
      </ul>
      <div className="grid gap-3 md:grid-cols-3">
        {!timed && (
          <div>
            <DecimalField label={say("screen-elsewhere-seconds-apart")} text={every} onText={setEvery} />
            {error("every_s") && <Mistake>{error("every_s")}</Mistake>}
          </div>
        )}
        <TextField label={say("screen-elsewhere-called")} value={title} onChange={setTitle} />
        <Choice
          label={say("screen-lab-cut")}
          value={cut}
          options={(reference.data?.cuts ?? []).map((c) => ({ key: c.key, name: c.name, group: c.group }))}
          onChange={setCut}
        />
        <Choice
          label={say("screen-log-fire")}
          value={fire}
          options={[{ key: "", name: say("screen-elsewhere-the-usual-one") }, ...FIRES]}
          onChange={setFire}
        />
        {chosen && (
          <>
            <Quantity
              label={say("screen-elsewhere-thick")}
              value={thick ?? chosen.typical_thickness_mm}
              scale={thickness(system)}
              low={6}
              high={150}
              slider={false}
              error={error("thickness_mm")}
              onChange={setThick}
            />
            <Quantity
              label={say("screen-elsewhere-finish")}
              value={finish ?? chosen.default_finish_c}
              scale={temperature(system)}
              low={38}
              high={98}
              slider={false}
              error={error("finish_c")}
              onChange={setFinish}
            />
          </>
        )}
        <div>
          <DecimalField label={say("screen-elsewhere-on-min")} text={on} onText={setOn} />
          {error("on_min") && <Mistake>{error("on_min")}</Mistake>}
        </div>
        <div>
          <DecimalField label={say("screen-elsewhere-off-min")} text={off} onText={setOff} />
          {error("off_min") && <Mistake>{error("off_min")}</Mistake>}
        </div>
        <Field label={say("screen-elsewhere-began")} error={error("began_at")}>
          {({ id }) => (
            <span className="flex flex-wrap gap-2">
              <DayField
                id={id}
                className="w-52"
                value={began.day}
                onChange={(day) => setBegan({ ...began, day })}
              />
              <HourField
                label={say("screen-elsewhere-began-hour")}
                className="w-28"
                value={began.time}
                onChange={(time) => setBegan({ ...began, time })}
              />
            </span>
          )}
        </Field>
      </div>
      {rest?.map((e) => (
        <Mistake key={e.field}>{e.message}</Mistake>
      ))}
      {send.error && !problem && <Mistake>{send.error.message}</Mistake>}
      <Button type="submit" weight="ember" className="self-start" disabled={send.isPending || !chosen}>
        {send.isPending ? say("screen-elsewhere-planning-it") : say("screen-elsewhere-keep")}
      </Button>
    </form>
  );
}
