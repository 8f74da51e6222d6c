import { Dialog } from "radix-ui";
import { useEffect } from "react";

import { Button } from "@/ui/controls";

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
  ["Ctrl + Z", "Undo"],
  ["Ctrl + Shift + Z", "Redo"],
  ["Ctrl + S", "Keep the plan"],
  ["Alt + N", "Add a piece"],
  ["Alt + 1 … 8", "Look at that piece"],
  ["Alt + ← →", "The moment, a minute back or on"],
  ["Alt + W, M, L", "Other ways, amounts, late guests"],
  ["← →, Page, Home, End", "On the line's slider: a minute, ten, the ends"],
  ["Arrows", "On a place of the grate: move it"],
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
        <Button weight="quiet">Keys</Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/60" />
        <Dialog.Content
          aria-describedby={undefined}
          className="plate fixed inset-x-3 top-16 z-10 mx-auto flex max-h-[80dvh] max-w-lg flex-col gap-3 overflow-auto p-5"
        >
          <Dialog.Title className="m-0 text-2xl">Keys</Dialog.Title>
          <dl className="m-0 grid grid-cols-[11rem_1fr] gap-x-4">
            {MAP.map(([key, what]) => (
              <div key={key} className="col-span-2 grid grid-cols-subgrid border-b border-seam py-1.5">
                <dt className="figure">{key}</dt>
                <dd className="m-0">{what}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close asChild>
            <Button>Close</Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
