import { Link } from "react-router";

import {
  type LaidFire,
  useFireReference,
  useFires,
  useGrills,
  useLearned,
  usePans,
  usePutFireAway,
  useThermometers,
} from "@/api/yard";
import { useHousehold } from "@/api/household";
import { Failed, Waiting } from "@/ui/controls";

import { Grills } from "./grills";
import { HowHigh } from "./how-high";
import { HowItIsLiked, WhatTheLogSays } from "./learned";
import { Pans } from "./pans";
import { Shelf } from "./shelf";
import { Thermometers } from "./thermometers";
import { say } from "@/words/say";

/** What stands in the yard. */
export function YardPage() {
  const system = useHousehold().units;
  const reference = useFireReference();
  const grills = useGrills();
  const pans = usePans();
  const fires = useFires();
  const thermometers = useThermometers();
  const learned = useLearned();
  for (const each of [reference, grills, pans, fires, thermometers, learned])
    if (each.isError) return <Failed error={each.error} again={() => void each.refetch()} />;
  if (!reference.data || !grills.data || !pans.data || !fires.data || !thermometers.data || !learned.data)
    return <Waiting what={say("screen-yard-looking-round-the-yard")} />;
  return (
    <div className="grid items-start gap-4 pt-2 lg:grid-cols-2">
      <h1 className="sr-only">{say("screen-yard-yard")}</h1>
      <div className="flex flex-col gap-4">
        <Grills grills={grills.data} reference={reference.data} system={system} />
        <Fires fires={fires.data} />
        <WhatTheLogSays learned={learned.data} />
      </div>
      <div className="flex flex-col gap-4">
        <Thermometers thermometers={thermometers.data} system={system} />
        <Pans pans={pans.data} reference={reference.data} system={system} />
        <HowHigh system={system} />
        <HowItIsLiked tastes={learned.data.tastes} />
      </div>
    </div>
  );
}

function Fires({ fires }: { fires: LaidFire[] }) {
  const away = usePutFireAway();
  return (
    <Shelf
      title={say("screen-yard-kept-fires")}
      things={fires}
      nameOf={(f) => f.fire.name}
      more={(f) => (
        <Link to={`/fire?fire=${f.id}`} className="min-h-11 content-center font-semibold link">
          {say("screen-yard-open")}
          <span className="sr-only"> {f.fire.name}</span>
        </Link>
      )}
      empty={
        <>
          {say("screen-yard-none-yet")}{" "}
          <Link to="/fire" className="link text-ink">
            {say("screen-yard-build-one")}
          </Link>{" "}
          {say("screen-yard-and-keep-it")}
        </>
      }
      away={away}
    />
  );
}
