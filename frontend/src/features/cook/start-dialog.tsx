import { Dialog } from "radix-ui";
import { type ReactNode, useState } from "react";
import { useNavigate } from "react-router";

import type { Schemas } from "@/api/client";
import { useStartCook } from "@/api/hooks";
import { useThermometers } from "@/api/yard";
import { Button, Choice, Mistake, Tick } from "@/ui/controls";
import { say } from "@/words/say";

type How = Required<Pick<Schemas["StartIn"], "practice" | "speed" | "hands" | "trouble" | "thermometers">>;
const TROUBLES: { key: How["trouble"]; name: string }[] = [
  { key: "", name: say("screen-start-dialog-none") },
  { key: "slipped", name: say("screen-start-dialog-the-probe-slips") },
  { key: "lid", name: say("screen-start-dialog-lid-left-open") },
  { key: "dying", name: say("screen-start-dialog-the-fire-dies") },
  { key: "battery", name: say("screen-start-dialog-the-battery-runs-out") },
  { key: "dropouts", name: say("screen-start-dialog-the-radio-drops-out") },
];
const AT_FIRST: How = { practice: true, speed: 10, hands: "mine", trouble: "", thermometers: {} };
const ROW = "flex min-h-11 items-start gap-3 rounded-bar p-2 hover:bg-raised";

interface StartDialogProps {
  title: string;
  /** What each piece is called, in their order. */
  pieces: readonly string[];
  trigger: ReactNode;
  onStart: (how: How) => void;
  error: Error | null;
  busy: boolean;
}

/** Put something on the fire: on the wall clock, or as a practice run with a simulated probe. */
export function StartDialog({ title, pieces, trigger, onStart, error, busy }: StartDialogProps) {
  const [how, setHow] = useState<How>(AT_FIRST);
  const set = (change: Partial<How>) => setHow({ ...how, ...change });
  const start = () =>
    onStart(
      how.practice
        ? { ...how, thermometers: {} }
        : { ...AT_FIRST, practice: false, speed: 1, thermometers: how.thermometers },
    );
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>{trigger}</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/60" />
        <Dialog.Content
          aria-describedby={undefined}
          className="plate fixed inset-x-3 bottom-3 z-10 mx-auto flex max-h-[92dvh] max-w-lg flex-col gap-3 overflow-auto p-5 md:top-24 md:bottom-auto"
        >
          <Dialog.Title className="m-0 text-2xl">{say("screen-start-dialog-start", { title })}</Dialog.Title>
          <PracticeOrReal practice={how.practice} onChange={(practice) => set({ practice })} />
          {how.practice ? (
            <PracticeFields how={how} onChange={set} />
          ) : (
            <Probes
              pieces={pieces}
              chosen={how.thermometers}
              onChange={(thermometers) => set({ thermometers })}
            />
          )}
          {error && <Mistake>{error.message}</Mistake>}
          <div className="flex justify-end gap-2">
            <Dialog.Close asChild>
              <Button>{say("screen-start-dialog-not-yet")}</Button>
            </Dialog.Close>
            <Button weight="ember" onClick={start} disabled={busy}>
              {say("screen-start-dialog-start-the-cook")}
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** A kept plan put on the fire. */
export function StartPlan({
  id,
  title,
  pieces,
  trigger,
}: { id: number } & Pick<StartDialogProps, "title" | "pieces" | "trigger">) {
  const start = useStartCook();
  const navigate = useNavigate();
  return (
    <StartDialog
      {...{ title, pieces, trigger }}
      onStart={(body) =>
        start.mutate(
          { id, body },
          { onSuccess: (cook) => void navigate(`/cook/${cook.id}`, { state: { focus: true } }) },
        )
      }
      error={start.error}
      busy={start.isPending}
    />
  );
}

function PracticeOrReal({
  practice,
  onChange,
}: {
  practice: boolean;
  onChange: (practice: boolean) => void;
}) {
  const ways = [
    {
      is: true,
      name: say("screen-start-dialog-practice"),
      what: say("screen-start-dialog-a-simulated-probe-in-a-kitchen"),
    },
    {
      is: false,
      name: say("screen-start-dialog-for-real"),
      what: say("screen-start-dialog-on-the-clock-on-the-wall"),
    },
  ];
  return (
    <fieldset className="m-0 flex flex-col border-0 p-0">
      <legend className="sr-only">{say("screen-start-dialog-how")}</legend>
      {ways.map((way) => (
        <label key={way.name} className={ROW}>
          <input
            type="radio"
            name="how"
            checked={practice === way.is}
            onChange={() => onChange(way.is)}
            className="mt-1.5 accent-(--c-ember)"
          />
          <span>
            <b>{way.name}</b>
            <br />
            <span className="text-sm text-ash">{way.what}</span>
          </span>
        </label>
      ))}
    </fieldset>
  );
}

interface HowProps {
  how: How;
  onChange: (change: Partial<How>) => void;
}

function PracticeFields({ how, onChange }: HowProps) {
  return (
    <>
      <fieldset className="m-0 flex items-center gap-2 border-0 p-0">
        <legend className="mb-1 text-sm font-semibold">{say("screen-start-dialog-clock")}</legend>
        {([1, 10, 60] as const).map((speed) => (
          <label
            key={speed}
            className="flex min-h-11 flex-1 items-center justify-center gap-2 rounded-bar bg-raised has-checked:bg-ember has-checked:text-on-ember"
          >
            <input
              type="radio"
              name="speed"
              checked={how.speed === speed}
              onChange={() => onChange({ speed })}
              className="sr-only"
            />
            <span className="figure text-lg">{speed}×</span>
          </label>
        ))}
      </fieldset>
      <div className={ROW}>
        <Tick
          value={how.hands === "plan"}
          onChange={(itself) => onChange({ hands: itself ? "plan" : "mine" })}
          label={
            <>
              <b className="text-base">{say("common-mark-the-steps-for-me")}</b>
              <br />
              <span className="text-ash">{say("screen-start-dialog-lean-back-and-watch-each-step")}</span>
            </>
          }
        />
      </div>
      <Choice
        label={say("screen-start-dialog-trouble-to-practise")}
        value={how.trouble}
        onChange={(trouble) => onChange({ trouble: trouble as How["trouble"] })}
        options={TROUBLES}
      />
    </>
  );
}

interface ProbesProps {
  pieces: readonly string[];
  chosen: How["thermometers"];
  onChange: (chosen: How["thermometers"]) => void;
}

/** Which of the household's leave-in probes goes into which piece. */
function Probes({ pieces, chosen, onChange }: ProbesProps) {
  const thermometers = useThermometers();
  const probes = (thermometers.data ?? []).filter(
    (t) => t.kind === "probe" && !t.simulated && t.revoked_at === null,
  );
  if (probes.length === 0)
    return <p className="m-0 text-sm text-ash">{say("screen-start-dialog-no-probe-of-yours-is-paired")}</p>;
  const none = { key: "", name: say("screen-start-dialog-none-by-hand") };
  const put = (position: number, id: string) => {
    const rest = Object.entries(chosen).filter(([at, t]) => at !== String(position) && String(t) !== id);
    onChange(Object.fromEntries(id ? [...rest, [String(position), Number(id)]] : rest));
  };
  return (
    <>
      {pieces.map((name, position) => (
        <Choice
          key={position}
          label={
            pieces.length > 1
              ? say("screen-start-dialog-probe-in", { position: position + 1, name })
              : say("screen-start-dialog-probe-in-the", { name: name.toLowerCase() })
          }
          value={String(chosen[String(position)] ?? "")}
          onChange={(id) => put(position, id)}
          options={[none, ...probes.map((t) => ({ key: String(t.id), name: t.name }))]}
        />
      ))}
    </>
  );
}
