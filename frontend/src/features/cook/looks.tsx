import { lazy, Suspense } from "react";

import { useEndLooks, useLetLookOn, useLooks } from "@/api/own";
import { Button, Mistake } from "@/ui/controls";
import { clockText, dayText } from "@/units/units";
import { say } from "@/words/say";

// its picture is drawn by a library that a cook at the fire does not wait for
const WayIn = lazy(() => import("@/ui/way-in").then((m) => ({ default: m.WayIn })));

/** Links by which somebody without an account looks on. */
export function LetLookOn({ cookId }: { cookId: number }) {
  const looks = useLooks(cookId);
  const make = useLetLookOn(cookId);
  const end = useEndLooks(cookId);
  const failed = make.error ?? end.error;
  const until = make.data ? new Date(make.data.expires_at) : null;
  return (
    <details className="plate p-4">
      <summary className="min-h-11 cursor-pointer py-2 text-lg font-semibold">
        {say("screen-looks-let-look-on")}
      </summary>
      <div className="flex flex-col gap-3">
        <p className="m-0 text-sm text-ash">{say("screen-looks-whoever-has-it")}</p>
        <span className="flex flex-wrap gap-3">
          <Button onClick={() => make.mutate()} disabled={make.isPending}>
            {say("screen-looks-make-a-link")}
          </Button>
          {(looks.data?.open ?? 0) > 0 && (
            <Button weight="quiet" onClick={() => end.mutate(undefined, { onSuccess: () => make.reset() })}>
              {say("screen-looks-end", { count: looks.data!.open })}
            </Button>
          )}
        </span>
        {make.data && until && (
          <Suspense fallback={null}>
            <WayIn
              address={window.location.origin + make.data.path}
              about={say("screen-looks-until", { until: `${dayText(until)} ${clockText(until)}` })}
            />
          </Suspense>
        )}
        {failed && <Mistake>{failed.message}</Mistake>}
      </div>
    </details>
  );
}
