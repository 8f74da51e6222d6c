import { Link } from "react-router";
import { say } from "@/words/say";

const LINK =
  "flex min-h-11 items-center px-1 text-sm text-ink underline decoration-seam decoration-2 underline-offset-4 hover:decoration-ember";

/** A kept plan on paper, in a calendar, or as a file. */
export function TakeAlong({ planId }: { planId: number }) {
  return (
    <nav
      aria-label={say("screen-take-along-take-it-along")}
      className="order-last flex w-full flex-wrap items-center gap-x-4"
    >
      <span className="kicker">{say("screen-take-along-take-it-along")}</span>
      <Link to={`/plan/${planId}/sheet`} className={LINK}>
        {say("screen-take-along-print-sheet")}
      </Link>
      <a href={`/api/plans/${planId}/plan.ics`} download className={LINK}>
        {say("screen-take-along-calendar")}
      </a>
      <a href={`/api/plans/${planId}/plan.json`} download={`plan-${planId}.json`} className={LINK}>
        {say("screen-take-along-file")}
      </a>
    </nav>
  );
}
