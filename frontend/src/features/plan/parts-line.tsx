import type { Schemas } from "@/api/client";
import { lengthText, phrase, type System, tempText } from "@/units/units";
import { say } from "@/words/say";

/** Thin ends and other muscles of the piece: where each ends, and what to do about it. */
export function PartsLine({ parts, system }: { parts: Schemas["PartOut"][]; system: System }) {
  return (
    <ul
      aria-label={say("screen-parts-line-other-parts-of-the-piece")}
      className="m-0 mt-2 list-none p-0 text-sm text-ash"
    >
      {parts.map((part) => (
        <li key={part.key}>
          <details>
            <summary className="cursor-pointer">
              {say("screen-parts-line-ends-at", {
                name: part.name,
                at_end: part.at_end && `, ${lengthText(system, part.thickness_mm)}`,
              })}{" "}
              <b className="figure text-base text-ink">{tempText(system, part.peak_c)}</b>
            </summary>
            <p className="m-0 mt-1">{phrase(system, part.words)}</p>
          </details>
        </li>
      ))}
    </ul>
  );
}
