import { useState } from "react";

import { useDraftForm } from "@/app/drafts";
import { BOX, Button, DecimalField, Field } from "@/ui/controls";
import { Restored } from "@/ui/restored";
import { type System, temperature } from "@/units/units";
import { say } from "@/words/say";

/** What was done to the vents, or the air they were set for. */
export function Vents({
  system,
  onAir,
  onStep,
}: {
  system: System;
  onAir: (c: number) => void;
  onStep: (hotter: boolean) => void;
}) {
  const [text, setText] = useState("");
  const scale = temperature(system);
  const number = Number(text.replace(",", "."));
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <Button className="min-h-16" onClick={() => onStep(true)}>
          {say("screen-small-sheets-opened-some-hotter")}
        </Button>
        <Button className="min-h-16" onClick={() => onStep(false)}>
          {say("screen-small-sheets-closed-some-cooler")}
        </Button>
      </div>
      <form
        className="flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (text !== "" && !Number.isNaN(number)) onAir(scale.si(number));
        }}
      >
        <div className="flex-1">
          <DecimalField
            label={say("screen-small-sheets-or-set-for-on-the-cool", { unit: scale.unit })}
            text={text}
            onText={setText}
            className="text-2xl"
          />
        </div>
        <Button type="submit" disabled={text === "" || Number.isNaN(number)}>
          {say("screen-small-sheets-set")}
        </Button>
      </form>
    </>
  );
}

/** A few words for the log. */
export function Note({ cook, onDone }: { cook: number; onDone: (text: string) => void }) {
  const draft = useDraftForm(`note/${cook}`, "");
  const { value: text, set: setText } = draft;
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (!text.trim()) return;
        draft.drop();
        onDone(text.trim());
      }}
    >
      {draft.restored && <Restored onAnew={draft.anew} />}
      <Field label={say("screen-small-sheets-what-you-see-or-did")}>
        {({ id }) => (
          <textarea
            id={id}
            rows={3}
            maxLength={2000}
            autoFocus
            value={text}
            onChange={(e) => setText(e.target.value)}
            className={`${BOX} py-2`}
          />
        )}
      </Field>
      <Button type="submit" weight="ember" className="min-h-14" disabled={!text.trim()}>
        {say("screen-small-sheets-keep-the-note")}
      </Button>
    </form>
  );
}
