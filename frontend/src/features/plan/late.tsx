import { Failed, Waiting } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { minutes, phrase, type System, tempText } from "@/units/units";

import type { Draft } from "./model";
import { useDetails } from "./use-details";
import { say } from "@/words/say";

interface Props {
  draft: Draft;
  system: System;
  lateMin: number;
  onLateMin: (min: number) => void;
}

/** What if the guests are late: ways to hold, each computed. */
export function Late({ draft, system, lateMin, onLateMin }: Props) {
  const details = useDetails(draft, lateMin, true);
  const piece = details.data?.pieces[draft.focus];
  return (
    <div className="flex flex-col gap-3">
      <div className="max-w-80">
        <Quantity
          label={say("screen-late-guests-are-late-by")}
          value={lateMin}
          scale={minutes}
          low={5}
          high={120}
          onChange={(m) => onLateMin(Math.min(180, Math.max(5, m ?? 30)))}
        />
      </div>
      {details.isError ? (
        <Failed error={details.error} again={() => void details.refetch()} />
      ) : !piece ? (
        <Waiting what={say("screen-late-holding-it")} />
      ) : (
        <ul aria-busy={details.isPlaceholderData} className="m-0 grid list-none gap-3 p-0 md:grid-cols-2">
          {piece.holdings.map((h) => (
            <li key={h.key} className={`border-l-4 pl-3 ${h.within_clock ? "border-seam" : "border-alarm"}`}>
              <h3 className="m-0 text-base">
                {phrase(system, h.name)} <span className="kicker">{h.when}</span>
              </h3>
              {h.served_core_c != null && (
                <p className="m-0 text-sm">
                  {say("screen-late-served-at")}{" "}
                  <b className="figure text-xl">{tempText(system, h.served_core_c)}</b>
                  {say("screen-late-peak")}{" "}
                  <b className="figure text-xl">{tempText(system, h.peak_core_c)}</b>
                </p>
              )}
              <p className="m-0 text-sm text-ash">{phrase(system, h.words)}</p>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
