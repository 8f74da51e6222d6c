import { Link } from "react-router";

import { useCooks } from "@/api/hooks";
import { dayText } from "@/units/units";
import { say } from "@/words/say";

/** What was written of the last cook of this cut. */
export function LastTime({ cut }: { cut: string }) {
  const cooks = useCooks();
  const last = (cooks.data ?? [])
    .filter((c) => c.cut_key === cut && c.ended_at !== null && c.note !== "")
    .sort((a, b) => b.started_at.localeCompare(a.started_at))[0];
  if (!last) return null;
  return (
    <p className="m-0 border-l-4 border-seam pl-2 text-sm">
      <span className="text-ash">
        {say("screen-last-time", { day: dayText(new Date(last.started_at)) })}:
      </span>{" "}
      {last.note}{" "}
      <Link to={`/log/${last.id}`} className="text-ink underline decoration-seam underline-offset-4">
        {say("screen-last-time-open")}
        <span className="sr-only"> {last.title}</span>
      </Link>
    </p>
  );
}
