import { Dialog } from "radix-ui";
import { useEffect } from "react";

import { Button } from "@/ui/controls";
import { say } from "@/words/say";

export interface Deeds {
  undo: () => void;
  redo: () => void;
  add: () => void;
  keep: () => void;
  focus: (index: number) => void;
  step: (seconds: number) => void;
  panel: (index: number) => void;
}

const MAP: [string, string][] = [
  [say("screen-keys-ctrl-z"), say("screen-keys-undo")],
  [say("screen-keys-ctrl-shift-z"), say("screen-keys-redo")],
  [say("screen-keys-ctrl-s"), say("screen-keys-keep-the-plan")],
  [say("screen-keys-alt-n"), say("common-add-a-piece")],
  [say("screen-keys-alt-1-8"), say("screen-keys-look-at-that-piece")],
  [say("screen-keys-alt"), say("screen-keys-the-moment-a-minute-back-or")],
  [say("screen-keys-alt-w-m-l"), say("screen-keys-other-ways-amounts-late-guests")],
  [say("screen-keys-page-home-end"), say("screen-keys-on-the-lines-slider-a-minute")],
  [say("screen-keys-arrows"), say("screen-keys-on-a-place-of-the-grate")],
];

/** Keys with Ctrl or Alt, so that nothing happens to who only types. */
export function useKeys(deeds: Deeds) {
  useEffect(() => {
    const pressed = (e: KeyboardEvent) => {
      const deed = deedOf(e, deeds);
      if (!deed) return;
      e.preventDefault();
      deed();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, [deeds]);
}

/** What a key asks for; null where it is not one of ours. In a text field Ctrl+Z stays the field's own. */
export function deedOf(
  e: Pick<KeyboardEvent, "key" | "code" | "ctrlKey" | "metaKey" | "altKey" | "shiftKey" | "target">,
  deeds: Deeds,
): (() => void) | null {
  const typing =
    e.target instanceof HTMLInputElement && !["range", "checkbox", "radio"].includes(e.target.type);
  const command = e.ctrlKey || e.metaKey;
  const key = e.key.toLowerCase();
  if (command && key === "s") return deeds.keep;
  if (command && key === "z" && !typing) return e.shiftKey ? deeds.redo : deeds.undo;
  if (!e.altKey || command) return null;
  if (e.code === "KeyN") return deeds.add;
  const panel = ["KeyW", "KeyM", "KeyL"].indexOf(e.code);
  if (panel >= 0) return () => deeds.panel(panel);
  const digit = /^Digit([1-8])$/.exec(e.code);
  if (digit) return () => deeds.focus(Number(digit[1]) - 1);
  if (e.key === "ArrowLeft" || e.key === "ArrowRight")
    return () => deeds.step(e.key === "ArrowLeft" ? -60 : 60);
  return null;
}

export function KeyMap() {
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>
        <Button weight="quiet">{say("screen-keys-keys")}</Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/60" />
        <Dialog.Content
          aria-describedby={undefined}
          className="plate fixed inset-x-3 top-16 z-10 mx-auto flex max-h-[80dvh] max-w-lg flex-col gap-3 overflow-auto p-5"
        >
          <Dialog.Title className="m-0 text-2xl">{say("screen-keys-keys")}</Dialog.Title>
          <dl className="m-0 grid grid-cols-[11rem_1fr] gap-x-4">
            {MAP.map(([key, what]) => (
              <div key={key} className="col-span-2 grid grid-cols-subgrid border-b border-seam py-1.5">
                <dt className="figure">{key}</dt>
                <dd className="m-0">{what}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close asChild>
            <Button>{say("screen-keys-close")}</Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
