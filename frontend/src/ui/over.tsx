import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

import { Button } from "./controls";
import { say } from "@/words/say";

export interface Over {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
}

/** What lies over a page, as the dialog that it is. */
export function OverThePage({ title, open, onClose, children }: Over) {
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(is) => {
        if (!is) onClose();
      }}
    >
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/60" />
        <Dialog.Content
          aria-describedby={undefined}
          className="plate fixed inset-x-2 bottom-2 z-20 mx-auto flex max-h-[92dvh] max-w-xl flex-col gap-3 overflow-auto p-4 md:top-20 md:bottom-auto"
        >
          <div className="flex items-center justify-between gap-2">
            <Dialog.Title className="m-0 text-2xl">{title}</Dialog.Title>
            <Dialog.Close asChild>
              <Button>{say("screen-sheet-close")}</Button>
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
