import { useState } from "react";

import { Problem } from "@/api/client";
import { usePreferences } from "@/api/hooks";
import { useTrueReadings } from "@/api/yard";
import { useHousehold } from "@/api/household";
import { Button } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { altitude, phrase, type System } from "@/units/units";
import { say } from "@/words/say";

import { fine } from "./checks";

/** How high above the sea this household cooks: water boils sooner there, in every plan. */
export function HowHigh({ system }: { system: System }) {
  const { altitude_m: kept } = useHousehold();
  const [typed, setTyped] = useState<number | null>(kept);
  const preferences = usePreferences();
  const truth = useTrueReadings(typed ?? kept);
  const problem = [preferences.error, truth.error].find((e) => e instanceof Problem)?.of("altitude_m");
  const changed = typed !== null && Math.abs(typed - kept) > 0.5;
  return (
    <section aria-labelledby="how-high-title" className="plate flex flex-col gap-3 p-4">
      <h2 id="how-high-title" className="m-0 text-lg">
        {say("screen-yard-altitude")}
      </h2>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          if (changed) preferences.mutate({ altitude_m: typed });
        }}
      >
        <Quantity
          label={say("screen-yard-altitude-above-the-sea")}
          slider={false}
          value={typed}
          scale={altitude(system)}
          low={-430}
          high={5000}
          onChange={setTyped}
          error={problem && phrase(system, problem.message)}
          hint={truth.data && say("screen-yard-water-boils-at", { fine: fine(system, truth.data.boiling_c) })}
        />
        {changed && !problem && (
          <Button type="submit" weight="ember" disabled={preferences.isPending}>
            {say("screen-yard-save-altitude")}
          </Button>
        )}
      </form>
      <p className="m-0 text-sm text-ash">{say("screen-yard-altitude-what-it-does")}</p>
    </section>
  );
}
