import { Dialog } from "radix-ui";
import { useState } from "react";

import { ANSWERS } from "@/api/answers.gen";
import type { Asked, Clash } from "@/api/edit";
import { Button } from "@/ui/controls";
import { clockText, dayText, lengthText, type System, tempText, weightText } from "@/units/units";
import { say } from "@/words/say";

import { useHousehold } from "@/api/household";

/** Names of fields that are no answer about a piece. */
const NAMES: Record<string, () => string> = {
  eat_at: () => say("common-when-to-eat"),
  name: () => say("screen-grill-form-name"),
  note: () => say("screen-rating-what-to-change-next-time"),
  stars: () => say("screen-rating-out-of-five"),
  doneness: () => say("screen-rating-doneness"),
  crust: () => say("screen-rating-crust"),
  rim: () => say("screen-rating-grey-rim"),
  tenderness: () => say("screen-rating-tenderness"),
  smoke: () => say("screen-rating-smoke"),
  eaters: () => say("screen-table-eaters"),
  width_mm: () => say("screen-pans-width"),
  depth_mm: () => say("screen-pans-depth"),
};

function nameOf({ path }: Clash, several: boolean): string {
  const field = [...path].reverse().find((each) => !/^\d+$/.test(each)) ?? "";
  const answer = path.includes("pieces") ? ANSWERS.find((a) => a.field === field) : undefined;
  const number = path.find((each) => /^\d+$/.test(each));
  const name =
    answer?.words ?? NAMES[field]?.() ?? field.replace(/_(mm|c|g|s|min)$/, "").replaceAll("_", " ");
  return number === undefined || !several ? name : `${Number(number) + 1}. ${name}`;
}

/** The clash that this one goes with: an answer that Brasko sets anew with another is decided with that one. */
function leaderOf(clash: Clash, clashes: Clash[]): Clash {
  const resetBy: string[] = ANSWERS.find((a) => a.field === clash.path.at(-1))?.resetBy ?? [];
  const beside = (other: Clash) => other.path.slice(0, -1).join() === clash.path.slice(0, -1).join();
  return clashes.find((other) => beside(other) && resetBy.includes(other.path.at(-1) ?? "")) ?? clash;
}

const LONGEST = 200;

function valueOf(system: System, path: string[], value: unknown): string {
  const field = path.at(-1) ?? "";
  if (value === null || value === undefined || value === "") return say("common-nothing-said");
  if (typeof value === "number") {
    if (field.endsWith("_mm")) return lengthText(system, value as never);
    if (field.endsWith("_c")) return tempText(system, value as never);
    if (field.endsWith("_g")) return weightText(system, value as never);
    return String(value);
  }
  if (typeof value === "boolean") return value ? say("common-yes") : say("common-no");
  if (field === "eat_at" && typeof value === "string")
    return `${dayText(new Date(value))} ${clockText(new Date(value))}`;
  if (typeof value === "string") {
    const option = ANSWERS.find((a) => a.field === field)?.options.find((o) => o.key === value);
    return (option?.name ?? value).slice(0, LONGEST);
  }
  return JSON.stringify(value).slice(0, LONGEST);
}

/** Asks, field by field, whose change is to stand where two people have made one. */
export function ChangedMeanwhile({ asked }: { asked: Asked }) {
  const system = useHousehold().units;
  const [theirs, setTheirs] = useState(() => asked.clashes.map(() => false));
  const decide = () =>
    asked.decide(
      asked.clashes.map((clash) => theirs[asked.clashes.indexOf(leaderOf(clash, asked.clashes))] ?? false),
    );
  // with one piece only, nobody needs its number
  const several = asked.clashes.some(({ path }) => path.some((each) => /^[1-9]\d*$/.test(each)));
  const choose = (n: number, value: boolean) => setTheirs(theirs.map((each, i) => (i === n ? value : each)));
  return (
    <Dialog.Root open onOpenChange={(open) => !open && asked.decide(null)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/60" />
        <Dialog.Content className="plate fixed top-1/2 left-1/2 z-50 flex max-h-[90dvh] w-[min(34rem,calc(100vw-2rem))] -translate-x-1/2 -translate-y-1/2 flex-col gap-4 overflow-y-auto p-5">
          <Dialog.Title className="m-0 text-2xl">
            {say("screen-changed-somebody-else-changed-this")}
          </Dialog.Title>
          <Dialog.Description className="m-0">
            {say("screen-changed-choose-what-is-to-stand")}
          </Dialog.Description>
          {asked.clashes.map((clash, n) =>
            leaderOf(clash, asked.clashes) !== clash ? null : (
              <fieldset key={clash.path.join(".")} className="m-0 flex flex-col gap-2 border-0 p-0">
                <legend className="mb-1 font-semibold">{nameOf(clash, several)}</legend>
                {[false, true].map((isTheirs) => (
                  <label
                    key={String(isTheirs)}
                    className="flex min-h-11 items-center gap-3 rounded-bar bg-raised px-3 has-checked:outline-2 has-checked:outline-ember"
                  >
                    <input
                      type="radio"
                      name={clash.path.join(".")}
                      className="accent-ember"
                      checked={theirs[n] === isTheirs}
                      onChange={() => choose(n, isTheirs)}
                    />
                    <span>
                      <span className="kicker mr-2">
                        {isTheirs ? say("screen-changed-theirs") : say("screen-changed-mine")}
                      </span>
                      <span className="wrap-anywhere whitespace-pre-line">
                        {valueOf(system, clash.path, isTheirs ? clash.theirs : clash.mine)}
                      </span>
                    </span>
                  </label>
                ))}
              </fieldset>
            ),
          )}
          <span className="flex flex-wrap gap-3">
            <Button weight="ember" onClick={decide}>
              {say("screen-changed-save-it-so")}
            </Button>
            <Dialog.Close asChild>
              <Button weight="quiet">{say("screen-changed-do-not-save-yet")}</Button>
            </Dialog.Close>
          </span>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
