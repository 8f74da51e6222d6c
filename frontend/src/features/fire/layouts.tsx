import type { FireReference } from "./model";
import { say } from "@/words/say";

/** How coals can lie, each drawn small. */
export function Layouts({
  layouts,
  value,
  side,
  round,
  onChange,
}: {
  layouts: FireReference["layouts"];
  value: string;
  side: string;
  round: boolean;
  onChange: (key: string) => void;
}) {
  const chosen = layouts.find((l) => l.key === value);
  return (
    <fieldset className="m-0 border-0 p-0">
      <legend className="mb-1 p-0 text-sm font-semibold [font-stretch:85%]">
        {say("screen-building-coals")}
      </legend>
      <div className="grid grid-cols-6 gap-1">
        {layouts.map((l) => (
          <label
            key={l.key}
            title={l.name}
            className="flex min-h-11 cursor-pointer items-center justify-center rounded-bar border-2 border-seam p-1 has-checked:border-ember has-checked:bg-raised has-focus-visible:outline-3 has-focus-visible:outline-ember"
          >
            <input
              type="radio"
              name="layout"
              className="sr-only"
              checked={l.key === value}
              onChange={() => onChange(l.key)}
              aria-label={l.name}
            />
            <Sketch layout={l.key} flip={side === "left"} round={round} />
          </label>
        ))}
      </div>
      <p className="m-0 mt-1 text-sm text-ash">
        <strong className="text-ink">{chosen?.name}.</strong> {chosen?.why}
      </p>
    </fieldset>
  );
}

const SKETCH: Record<string, string> = {
  level: "M5 9h4M12 7h4M19 9h4M4 15h4M11 14h4M18 15h4M7 20h4M15 21h4",
  half: "M16 7h3M20 11h4M16 14h4M21 17h3M16 20h4",
  third: "M20 10h3M20 14h4M20 18h3",
  banked: "M19 9h4M18 12h6M18 15h6M18 18h6M19 21h3",
  centre: "M12 11h4M10 14h8M12 17h4",
  ring: "M5 17A9.500 9.500 0 1 1 20 20.500",
};

function Sketch({ layout, flip, round }: { layout: string; flip: boolean; round: boolean }) {
  return (
    <svg
      viewBox="0 0 28 28"
      width="30"
      height="30"
      aria-hidden
      style={flip ? { transform: "scaleX(-1)" } : undefined}
    >
      {round ? (
        <circle cx="14" cy="14" r="12" fill="none" stroke="var(--c-ash)" strokeWidth="1.600" />
      ) : (
        <rect
          x="2"
          y="4"
          width="24"
          height="20"
          rx="2"
          fill="none"
          stroke="var(--c-ash)"
          strokeWidth="1.600"
        />
      )}
      <path
        d={SKETCH[layout]}
        stroke="var(--c-ember)"
        strokeWidth="3.200"
        strokeLinecap="round"
        strokeDasharray={layout === "ring" ? "3 4.5" : undefined}
        fill="none"
      />
    </svg>
  );
}
