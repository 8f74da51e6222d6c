import { say } from "@/words/say";
import type { TableDish } from "@/api/tables";

type Look = NonNullable<TableDish["look"]>;

const WIDTH = 132;
const LEAST = 16;
const MOST = 64;
const STRIPES = 6;

/** A side as it comes off, seen from above and cut open. */
export function SideFace({ name, look }: { name: string; look: Look }) {
  const high = Math.min(Math.max((WIDTH * look.thickness_mm) / Math.max(look.width_mm, 1), LEAST), MOST);
  return (
    <figure className="m-0 flex flex-wrap items-center gap-x-4 gap-y-1">
      <svg
        viewBox={`0 0 ${2 * WIDTH + 12} ${MOST + 4}`}
        className="w-full max-w-72"
        role="img"
        aria-label={say("screen-side-face-as-it-comes-off", { name, words: look.words })}
      >
        <FromAbove look={look} />
        <CutOpen look={look} high={high} />
      </svg>
      <figcaption className="text-sm">{look.words}</figcaption>
    </figure>
  );
}

function FromAbove({ look }: { look: Look }) {
  const pitch = WIDTH / STRIPES;
  const wide = pitch * look.marks_share;
  return (
    <g>
      <clipPath id="side-from-above">
        <rect x={2} y={2} width={WIDTH - 4} height={MOST} rx={MOST * 0.42} />
      </clipPath>
      <g clipPath="url(#side-from-above)">
        <rect x={0} y={0} width={WIDTH} height={MOST + 4} fill={look.face} />
        {wide > 0 &&
          Array.from({ length: STRIPES }, (_, n) => (
            <rect
              key={n}
              x={(n + 0.5) * pitch - wide / 2}
              y={0}
              width={wide}
              height={MOST + 4}
              rx={2}
              fill={look.marks}
            />
          ))}
      </g>
    </g>
  );
}

function CutOpen({ look, high }: { look: Look; high: number }) {
  const y = (MOST + 4 - high) / 2;
  return (
    <g transform={`translate(${WIDTH + 12} 0)`}>
      <rect x={2} y={y} width={WIDTH - 4} height={high} rx={Math.min(high * 0.35, 14)} fill={look.inside} />
      {look.marks_share > 0 && (
        <rect
          x={2}
          y={y}
          width={WIDTH - 4}
          height={high}
          rx={Math.min(high * 0.35, 14)}
          fill="none"
          stroke={look.marks}
          strokeWidth={2.5}
        />
      )}
    </g>
  );
}
