import { useState } from "react";

import { useReadingsFile } from "@/api/hooks";
import { Field, Mistake, Tick } from "@/ui/controls";
import { say } from "@/words/say";

/** Readings of a piece that another device recorded, from a CSV. */
export function FromFile({ cookId, pieceId, name }: { cookId: number; pieceId: number; name: string }) {
  const send = useReadingsFile(cookId, pieceId);
  const [fromOn, setFromOn] = useState(false);
  const told = send.data;
  return (
    <details className="mt-2">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        {say("screen-from-file-readings-from-a-file")}
      </summary>
      <div className="flex flex-col gap-2">
        <p className="m-0 text-sm text-ash">{say("screen-from-file-a-csv-of-with-the-columns", { name })}</p>
        <Tick
          label={say("screen-from-file-its-first-reading-is-from-when")}
          value={fromOn}
          onChange={setFromOn}
        />
        <Field label={say("screen-from-file-csv-file")}>
          {({ id }) => (
            <input
              id={id}
              type="file"
              accept=".csv,text/csv"
              className="min-h-11 max-w-full"
              onChange={(e) => {
                const file = e.target.files?.[0];
                if (file) send.mutate({ file, fromOn });
                e.target.value = "";
              }}
            />
          )}
        </Field>
        {send.isPending && (
          <p role="status" className="m-0">
            {say("screen-from-file-reading-the-file")}
          </p>
        )}
        {told && (
          <p role="status" className="m-0 font-semibold">
            {say("screen-from-file-kept", {
              value:
                told.accepted.length === 1
                  ? say("screen-from-file-1-reading")
                  : say("screen-from-file-readings", { length: told.accepted.length }),
              length:
                told.duplicate.length > 0 &&
                say("screen-from-file-were-here-already", { length: told.duplicate.length }),
              length2:
                told.refused.length > 0 && say("screen-from-file-not-taken", { length: told.refused.length }),
            })}
          </p>
        )}
        {told?.refused[0] && (
          <Mistake>
            {say("screen-from-file-reading", {
              index: told.refused[0].index + 1,
              field: told.refused[0].field,
              message: told.refused[0].message,
            })}
          </Mistake>
        )}
        {send.isError && <Mistake>{send.error.message}</Mistake>}
      </div>
    </details>
  );
}
