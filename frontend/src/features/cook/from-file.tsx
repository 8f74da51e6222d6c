import { useState } from "react";

import { useReadingsFile } from "@/api/hooks";
import { Field, Mistake, Tick } from "@/ui/controls";

/** Readings of a piece that another device recorded, from a CSV. */
export function FromFile({ cookId, pieceId, name }: { cookId: number; pieceId: number; name: string }) {
  const send = useReadingsFile(cookId, pieceId);
  const [fromOn, setFromOn] = useState(false);
  const told = send.data;
  return (
    <details className="mt-2">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">Readings from a file</summary>
      <div className="flex flex-col gap-2">
        <p className="m-0 text-sm text-ash">
          A CSV of {name} with the columns at (with a time zone), temp_c and, if it has one, channel.
        </p>
        <Tick label="Its first reading is from when it went on" value={fromOn} onChange={setFromOn} />
        <Field label="CSV file">
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
            Reading the file…
          </p>
        )}
        {told && (
          <p role="status" className="m-0 font-semibold">
            {told.accepted.length === 1 ? "1 reading" : `${told.accepted.length} readings`} kept
            {told.duplicate.length > 0 && `, ${told.duplicate.length} were here already`}
            {told.refused.length > 0 && `, ${told.refused.length} not taken`}.
          </p>
        )}
        {told?.refused[0] && (
          <Mistake>
            Reading {told.refused[0].index + 1}: {told.refused[0].field} {told.refused[0].message}
          </Mistake>
        )}
        {send.isError && <Mistake>{send.error.message}</Mistake>}
      </div>
    </details>
  );
}
