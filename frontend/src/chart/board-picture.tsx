import type { Schemas } from "@/api/client";
import { phrase, type System } from "@/units/units";
import { say } from "@/words/say";

export type Board = Schemas["BoardOut"];

interface Props {
  board: Board;
  /** Probe, slices and fire drawn in; a small picture goes without. */
  told?: boolean;
  /** What it shows; empty where the words stand beside it. */
  label: string;
  className?: string;
}

/** A cut as it lies on the board, drawn from its outline in millimetres. */
export function BoardPicture({ board, told = false, label, className = "" }: Props) {
  const margin = Math.max(board.width_mm, board.height_mm) * (told ? 0.17 : 0.05);
  const box = [
    board.left_mm - margin,
    board.top_mm - margin,
    board.width_mm + 2 * margin,
    board.height_mm + 2 * margin,
  ];
  const fine = Math.max(box[2]!, box[3]!) / (told ? 260 : 110);
  return (
    <svg
      viewBox={box.join(" ")}
      {...(label ? { role: "img", "aria-label": label } : { "aria-hidden": true })}
      className={className}
    >
      <g strokeLinecap="round" strokeLinejoin="round" fill="none" strokeWidth={fine}>
        <path
          d={board.outline}
          fill={board.colour}
          stroke={board.skin ? "#c99a62" : "#3b1d1c"}
          strokeWidth={board.skin ? fine * 3 : fine}
        />
        <path d={board.fat} fill="#f2e2c9" stroke="#d9c2a2" strokeWidth={fine / 2} />
        <path d={board.grain} stroke="#000" strokeOpacity={0.28} />
        <path d={board.flecks} stroke="#f6e9d6" strokeOpacity={0.85} strokeWidth={fine * 1.6} />
        <path d={board.seams} stroke="#f2e2c9" strokeWidth={fine * 1.8} />
        <path d={board.inner} stroke="#000" strokeOpacity={0.3} />
        <path d={board.bones} fill="#efe4cd" stroke="#8d7c62" strokeWidth={fine} />
        {told && <Told board={board} fine={fine} />}
      </g>
    </svg>
  );
}

/** Where the thin part is, where the knife goes, where the probe goes in, where the fire is. */
function Told({ board, fine }: { board: Board; fine: number }) {
  const far = Math.max(board.width_mm, board.height_mm) * 0.06;
  return (
    <>
      <path
        d={board.thin}
        fill="#fff"
        fillOpacity={0.22}
        stroke="#fff"
        strokeDasharray={`${fine * 3} ${fine * 3}`}
      />
      <path
        d={board.slices}
        stroke="#fff"
        strokeOpacity={0.8}
        strokeDasharray={`${fine * 5} ${fine * 4}`}
        strokeWidth={fine * 1.2}
      />
      {board.probes.map(({ enters_x_mm: x0, enters_y_mm: y0, tip_x_mm: x1, tip_y_mm: y1 }) => {
        const long = Math.hypot(x1 - x0, y1 - y0) || 1;
        const [ux, uy] = [(x0 - x1) / long, (y0 - y1) / long];
        return (
          <g key={`${x0} ${y0}`} stroke="#101418">
            <path
              d={`M${x1} ${y1}L${x0 + ux * far * 1.6} ${y0 + uy * far * 1.6}`}
              strokeWidth={fine * 4.5}
              stroke="#fff"
            />
            <path d={`M${x1} ${y1}L${x0 + ux * far * 1.6} ${y0 + uy * far * 1.6}`} strokeWidth={fine * 2.2} />
            <circle cx={x1} cy={y1} r={fine * 4} fill="#fff" strokeWidth={fine * 1.6} />
          </g>
        );
      })}
      {board.fire_deg !== null && <FireSide board={board} fine={fine} deg={board.fire_deg} />}
    </>
  );
}

/** Three coals on the side that looks to the fire. */
function FireSide({ board, fine, deg }: { board: Board; fine: number; deg: number }) {
  const way = (deg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(way), -Math.sin(way)];
  const [halfWide, halfHigh] = [board.width_mm / 2, board.height_mm / 2];
  const reach = Math.min(
    Math.abs(cos) > 0.01 ? halfWide / Math.abs(cos) : Infinity,
    Math.abs(sin) > 0.01 ? halfHigh / Math.abs(sin) : Infinity,
  );
  const size = Math.max(board.width_mm, board.height_mm) * 0.045;
  const [x, y] = [
    board.left_mm + halfWide + cos * (reach + size * 1.8),
    board.top_mm + halfHigh + sin * (reach + size * 1.8),
  ];
  return (
    <g fill="var(--color-ember)" stroke="var(--color-ink)" strokeWidth={fine}>
      {[-2.3, 0, 2.3].map((n) => (
        <circle key={n} cx={x - sin * n * size * 0.9} cy={y + cos * n * size * 0.9} r={size * 0.9} />
      ))}
    </g>
  );
}

/** What the lines of the picture mean, for whoever looks; the sentences beside it say the same. */
export function BoardLegend({ board }: { board: Board }) {
  return (
    <p className="m-0 text-sm text-ash">
      {[
        board.probes.length > 0 && say("screen-board-round-end-the-probe-s-tip"),
        board.slices && say("screen-board-dashes-the-knife"),
        board.grain && say("screen-board-fine-lines-the-grain"),
        board.thin && say("screen-board-pale-done-first"),
        board.fire_deg !== null && say("screen-board-coals-the-fire"),
      ]
        .filter(Boolean)
        .join(" · ")}
    </p>
  );
}

/** One cut large, with what to ask for, where to probe, which side to the fire, how to slice. */
export function OnTheBoard({ board, name, system }: { board: Board; name: string; system: System }) {
  const told = [
    [say("screen-on-the-board-at-the-counter"), board.ask],
    [say("screen-on-the-board-the-probe"), board.where_to_probe],
    [say("screen-on-the-board-to-the-fire"), board.towards_fire],
    [say("screen-on-the-board-the-knife"), board.how_to_slice],
    ...board.thin_parts.map((tuck) => [say("screen-on-the-board-the-thin-part"), tuck]),
  ] as const;
  return (
    <div className="flex flex-col gap-3">
      <BoardPicture
        board={board}
        told
        label={say("screen-on-the-board-drawn-from-above", { name })}
        className="max-h-72 w-full rounded-bar bg-raised"
      />
      <BoardLegend board={board} />
      <dl className="m-0 grid gap-2">
        {told
          .filter(([, text]) => text)
          .map(([what, text]) => (
            <div key={`${what} ${text}`}>
              <dt className="text-sm text-ash">{what}</dt>
              <dd className="m-0">{phrase(system, text!)}</dd>
            </div>
          ))}
      </dl>
    </div>
  );
}
