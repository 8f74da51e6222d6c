import { useState } from "react";
import { Link, useNavigate } from "react-router";

import { useTableAside, useTables } from "@/api/tables";
import { useMay } from "@/app/session";
import { Choice, Failed, Waiting } from "@/ui/controls";
import { FilePick } from "@/ui/file-pick";
import { useAsideList } from "@/ui/set-aside";
import { clockText, dayText } from "@/units/units";

import { example, EXAMPLES } from "./examples";
import { fromFile } from "./model";
import { say } from "@/words/say";

/** Tables that wait for their hour. */
export function KeptTables() {
  const tables = useTables();
  const aside = useTableAside();
  const list = useAsideList(aside.mutate);
  const may = useMay();
  return (
    <section aria-labelledby="tables-title" className="plate p-4 print:hidden">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 id="tables-title" className="m-0 text-lg">
          {say("screen-kept-kept-tables")}
        </h2>
        {may.cook && (
          <span className="flex flex-wrap items-end gap-3">
            <FromExample />
            <FromFile />
          </span>
        )}
      </div>
      {list.notice}
      {tables.isError ? (
        <Failed error={tables.error} again={() => void tables.refetch()} />
      ) : !tables.data ? (
        <Waiting what={say("screen-kept-fetching-the-tables")} />
      ) : tables.data.length === 0 ? (
        <p className="m-0 text-ash">
          {may.cook ? say("screen-kept-none-yet-put-a-dish-on") : say("screen-kept-none-yet")}
        </p>
      ) : (
        <ul className="m-0 list-none p-0">
          {tables.data.map((table) => (
            <li
              key={table.id}
              className="flex flex-wrap items-center gap-x-4 border-b border-seam py-1 last:border-0"
            >
              <span className="figure text-2xl">{clockText(new Date(table.eat_at))}</span>
              <span className="min-w-40 flex-1">
                <Link to={`/table/${table.id}`} className="font-semibold link">
                  {table.title}
                </Link>
                <span className="block text-sm text-ash">
                  {dayText(new Date(table.eat_at))} · {table.dishes.join(", ")}
                </span>
              </span>
              {may.cook && list.button(table)}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** An invented table to look at, or to begin with. */
function FromExample() {
  const navigate = useNavigate();
  const open = async (key: string) => {
    const draft = await example(key);
    if (draft) void navigate("/table", { state: { draft } });
  };
  return (
    <Choice
      label={say("screen-kept-begin-with-an-example")}
      value=""
      onChange={(key) => void open(key)}
      options={[{ key: "", name: say("screen-kept-choose") }, ...EXAMPLES]}
    />
  );
}

/** A table taken in from a file: it is opened, and kept only when it is wanted. */
function FromFile() {
  const navigate = useNavigate();
  const [wrong, setWrong] = useState<string | null>(null);
  const read = async (file: File) => {
    const draft = fromFile(await file.text());
    setWrong(draft ? null : say("screen-kept-is-no-table-brasko-meal-2", { name: file.name }));
    if (draft) void navigate("/table", { state: { draft } });
  };
  return (
    <FilePick
      label={say("screen-kept-a-table-from-a-file")}
      accept="application/json,.json"
      onFile={(file) => void read(file)}
      error={wrong}
    />
  );
}
