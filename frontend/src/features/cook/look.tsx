import { useMemo } from "react";
import { useParams } from "react-router";

import type { Session } from "@/api/hooks";
import { useCookTime } from "@/api/live";
import { useLookOn } from "@/api/own";
import { HouseholdContext } from "@/api/household";
import { Waiting } from "@/ui/controls";
import { clockBy } from "@/units/units";
import { say } from "@/words/say";

import { Wall } from "./far";
import { nextOfEach } from "./model";

type Looked = NonNullable<ReturnType<typeof useLookOn>["data"]>;

/** What somebody sees who was given a link: every piece, what is next of it and how warm it is. */
export function LookPage() {
  const token = useParams().token ?? "";
  const look = useLookOn(token);
  if (look.data) return <Seen looked={look.data} fresh={!look.isError} />;
  return (
    <main className="mx-auto max-w-xl p-6">
      {look.isPending ? (
        <Waiting what={say("screen-cook-going-to-the-fire")} />
      ) : (
        <>
          <h1 className="m-0 mb-2 text-2xl">{say("screen-look-nothing-to-see")}</h1>
          <p className="m-0">{say("screen-look-it-is-over-or-taken-back")}</p>
        </>
      )}
    </main>
  );
}

function Seen({ looked, fresh }: { looked: Looked; fresh: boolean }) {
  const { cook } = looked;
  const household = { units: looked.units } as NonNullable<Session["household"]>;
  clockBy(looked.clock as "12" | "24");
  const nowMs = useCookTime(cook);
  const each = useMemo(() => nextOfEach(cook), [cook]);
  return (
    <HouseholdContext value={household}>
      <Wall cook={cook} link={fresh ? "live" : "waiting"} each={each} nowMs={nowMs} onlyLooks />
    </HouseholdContext>
  );
}
