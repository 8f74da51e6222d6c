import { Link } from "react-router";

const LINK =
  "flex min-h-11 items-center px-1 text-sm text-ink underline decoration-seam decoration-2 underline-offset-4 hover:decoration-ember";

/** A kept plan on paper, in a calendar, or as a file. */
export function TakeAlong({ planId }: { planId: number }) {
  return (
    <nav aria-label="Take it along" className="order-last flex w-full flex-wrap items-center gap-x-4">
      <span className="kicker">Take it along</span>
      <Link to={`/plan/${planId}/sheet`} className={LINK}>
        Print sheet
      </Link>
      <a href={`/api/plans/${planId}/plan.ics`} download className={LINK}>
        Calendar
      </a>
      <a href={`/api/plans/${planId}/plan.json`} download={`plan-${planId}.json`} className={LINK}>
        File
      </a>
    </nav>
  );
}
