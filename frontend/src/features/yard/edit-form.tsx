import type { FormEvent, ReactNode } from "react";

import { Problem } from "@/api/client";
import { Button } from "@/ui/controls";
import { phrase, type System } from "@/units/units";
import { say } from "@/words/say";

/** What is said of a field, where something is. */
export const saying = (error: Error | null, system: System) => (field: string) => {
  const e = error instanceof Problem ? error.of(field) : undefined;
  return e ? phrase(system, e.message) : undefined;
};

interface Props {
  isNew: boolean;
  busy: boolean;
  onKeep: () => void;
  onLeave: () => void;
  children: ReactNode;
}

/** Fields in two columns, to be kept or left. */
export function EditForm({ isNew, busy, onKeep, onLeave, children }: Props) {
  const keep = (e: FormEvent) => {
    e.preventDefault();
    onKeep();
  };
  return (
    <form className="grid gap-3 border-l-4 border-seam pl-3 sm:grid-cols-2" onSubmit={keep}>
      {children}
      <div className="flex gap-2 sm:col-span-2">
        <Button type="submit" weight="ember" disabled={busy}>
          {isNew ? say("screen-edit-form-add-it") : say("common-keep-the-changes")}
        </Button>
        <Button onClick={onLeave}>{say("screen-edit-form-leave-it")}</Button>
      </div>
    </form>
  );
}
