import { useState } from "react";

import { useKeepFire } from "@/api/yard";
import { Button, TextField } from "@/ui/controls";

import type { FireDraft } from "./model";
import { say } from "@/words/say";

export function KeepFire({ draft, usual }: { draft: FireDraft; usual: string }) {
  const keep = useKeepFire();
  const [name, setName] = useState("");
  const spot = (s: FireDraft["gentle"]) => ({ x_mm: s.x_mm, y_mm: s.y_mm, grate: draft.grate });
  const setup = { ...draft.setup, weather: {} };
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate({
          name: name.trim() || usual,
          setup,
          gentle: spot(draft.gentle),
          sear: spot(draft.sear),
        });
      }}
    >
      <TextField
        label={say("screen-keep-fire-keep-this-fire-as")}
        hint={say("screen-keep-fire-with-its-gentle-and-searing-place")}
        error={keep.isError ? keep.error.message : undefined}
        placeholder={usual}
        value={name}
        onChange={setName}
      />
      <Button type="submit" weight="ember" disabled={keep.isPending}>
        {say("screen-keep-fire-keep-this-fire")}
      </Button>
      {keep.isSuccess && (
        <p role="status" className="m-0 text-sm text-probe">
          {say("screen-keep-fire-kept-choose-it-under-everything-else")}
        </p>
      )}
    </form>
  );
}
