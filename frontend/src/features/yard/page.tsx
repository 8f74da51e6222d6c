import { useState } from "react";
import { Link } from "react-router";

import {
  type LaidFire,
  useFireReference,
  useFires,
  useGrills,
  usePans,
  usePutFireAway,
  useThermometers,
} from "@/api/yard";
import { useHousehold } from "@/app/session";
import { Button, Failed, Waiting } from "@/ui/controls";

import { Grills, Pans } from "./grills";
import { Thermometers } from "./thermometers";
import { Undo } from "./undo";

/** What stands in the yard. */
export function YardPage() {
  const system = useHousehold().units;
  const reference = useFireReference();
  const grills = useGrills();
  const pans = usePans();
  const fires = useFires();
  const thermometers = useThermometers();
  for (const each of [reference, grills, pans, fires, thermometers])
    if (each.isError) return <Failed error={each.error} again={() => void each.refetch()} />;
  if (!reference.data || !grills.data || !pans.data || !fires.data || !thermometers.data)
    return <Waiting what="Looking round the yard…" />;
  return (
    <div className="grid items-start gap-4 pt-2 lg:grid-cols-2">
      <h1 className="sr-only">Yard</h1>
      <div className="flex flex-col gap-4">
        <Grills grills={grills.data} reference={reference.data} system={system} />
        <Fires fires={fires.data} />
      </div>
      <div className="flex flex-col gap-4">
        <Thermometers thermometers={thermometers.data} system={system} />
        <Pans pans={pans.data} reference={reference.data} system={system} />
      </div>
    </div>
  );
}

function Fires({ fires }: { fires: LaidFire[] }) {
  const [gone, setGone] = useState<LaidFire | null>(null);
  const away = usePutFireAway();
  return (
    <section aria-label="Kept fires" className="plate flex flex-col gap-3 p-4">
      <h2 className="m-0 text-lg">Kept fires</h2>
      <ul className="m-0 flex list-none flex-col p-0">
        {fires.map((f) => (
          <li key={f.id} className="flex flex-wrap items-center gap-x-4 border-t border-seam py-2">
            <strong className="min-w-48 flex-1">{f.fire.name}</strong>
            <Link
              to={`/fire?fire=${f.id}`}
              className="min-h-11 content-center font-semibold text-ink underline decoration-ember decoration-2 underline-offset-4"
            >
              Open<span className="sr-only"> {f.fire.name}</span>
            </Link>
            <Button
              weight="quiet"
              onClick={() => away.mutate({ number: f.id, back: false }, { onSuccess: () => setGone(f) })}
            >
              Put away<span className="sr-only"> {f.fire.name}</span>
            </Button>
          </li>
        ))}
        {fires.length === 0 && (
          <li className="text-ash">
            None yet.{" "}
            <Link to="/fire" className="text-ink">
              Build one
            </Link>{" "}
            and keep it.
          </li>
        )}
      </ul>
      <Undo
        what={gone?.fire.name ?? null}
        onBack={() =>
          gone && away.mutate({ number: gone.id, back: true }, { onSuccess: () => setGone(null) })
        }
      />
    </section>
  );
}
