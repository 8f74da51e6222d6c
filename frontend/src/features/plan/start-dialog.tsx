import { Dialog } from "radix-ui";
import { useState } from "react";
import { useNavigate } from "react-router";

import { useStartCook } from "@/api/hooks";
import { Button, Choice, Mistake, Tick } from "@/ui/controls";

type Speed = 1 | 10 | 60;
type Trouble = "" | "slipped" | "lid" | "dying" | "battery" | "dropouts";
const TROUBLES: { key: Trouble; name: string }[] = [
  { key: "", name: "None" },
  { key: "slipped", name: "The probe slips" },
  { key: "lid", name: "Lid left open" },
  { key: "dying", name: "The fire dies" },
  { key: "battery", name: "The battery runs out" },
  { key: "dropouts", name: "The radio drops out" },
];

/** Put a kept plan on the fire: on the wall clock, or as a practice run with a simulated probe. */
export function StartDialog({
  planId,
  title,
  trigger,
}: {
  planId: number;
  title: string;
  trigger: React.ReactNode;
}) {
  const [practice, setPractice] = useState(true);
  const [speed, setSpeed] = useState<Speed>(10);
  const [hands, setHands] = useState(false);
  const [trouble, setTrouble] = useState<Trouble>("");
  const start = useStartCook();
  const navigate = useNavigate();
  const go = () =>
    start.mutate(
      {
        id: planId,
        body: {
          practice,
          speed: practice ? speed : 1,
          hands: practice && hands ? "plan" : "mine",
          trouble: practice ? trouble : "",
        },
      },
      { onSuccess: (cook) => void navigate(`/cook/${cook.id}`) },
    );
  const row = "flex min-h-11 items-start gap-3 rounded-bar p-2 hover:bg-raised";
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>{trigger}</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/60" />
        <Dialog.Content
          aria-describedby={undefined}
          className="plate fixed inset-x-3 bottom-3 z-10 mx-auto flex max-h-[92dvh] max-w-lg flex-col gap-3 overflow-auto p-5 md:top-24 md:bottom-auto"
        >
          <Dialog.Title className="m-0 text-2xl">Start: {title}</Dialog.Title>
          <fieldset className="m-0 flex flex-col border-0 p-0">
            <legend className="sr-only">How</legend>
            <label className={row}>
              <input
                type="radio"
                name="how"
                checked={practice}
                onChange={() => setPractice(true)}
                className="mt-1.5 accent-(--c-ember)"
              />
              <span>
                <b>Practice</b>
                <br />
                <span className="text-sm text-ash">
                  A simulated probe in a kitchen that is not quite the planned one. The clock begins at the
                  first step.
                </span>
              </span>
            </label>
            <label className={row}>
              <input
                type="radio"
                name="how"
                checked={!practice}
                onChange={() => setPractice(false)}
                className="mt-1.5 accent-(--c-ember)"
              />
              <span>
                <b>For real</b>
                <br />
                <span className="text-sm text-ash">On the clock on the wall. You mark each step.</span>
              </span>
            </label>
          </fieldset>
          {practice && (
            <>
              <fieldset className="m-0 flex items-center gap-2 border-0 p-0">
                <legend className="mb-1 text-sm font-semibold">Clock</legend>
                {([1, 10, 60] as const).map((s) => (
                  <label
                    key={s}
                    className="flex min-h-11 flex-1 items-center justify-center gap-2 rounded-bar bg-raised has-checked:bg-ember has-checked:text-on-ember"
                  >
                    <input
                      type="radio"
                      name="speed"
                      checked={speed === s}
                      onChange={() => setSpeed(s)}
                      className="sr-only"
                    />
                    <span className="figure text-lg">{s}×</span>
                  </label>
                ))}
              </fieldset>
              <div className={row}>
                <Tick
                  value={hands}
                  onChange={setHands}
                  label={
                    <>
                      <b className="text-base">Mark the steps for me</b>
                      <br />
                      <span className="text-ash">
                        Lean back and watch; each step is marked when it is due.
                      </span>
                    </>
                  }
                />
              </div>
              <Choice
                label="Trouble to practise"
                value={trouble}
                onChange={(v) => setTrouble(v as Trouble)}
                options={TROUBLES}
              />
            </>
          )}
          {start.error && <Mistake>{start.error.message}</Mistake>}
          <div className="flex justify-end gap-2">
            <Dialog.Close asChild>
              <Button>Not yet</Button>
            </Dialog.Close>
            <Button weight="ember" onClick={go} disabled={start.isPending}>
              Start the cook
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
