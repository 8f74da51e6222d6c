import type { ReactNode } from "react";

const coals = (xs: readonly number[], y: number, r = 4.5) =>
  xs.map((x, i) => <circle key={x} data-hot cx={x} cy={y - (i % 2) * 5} r={r} />);
const flames = (xs: readonly number[], y: number) =>
  xs.map((x) => <path key={x} data-hot d={`M${x} ${y}c-5-6 0-8 0-14 5 5 6 9 0 14z`} />);
const STEAK = (x: number, y: number) => `M${x} ${y}q0-8 10-8h16q10 0 10 7t-10 8h-17q-9 0-9-7z`;
const BOWL = "M22 34c0 20 17 32 38 32s38-12 38-32z";
const GRATE = "M18 34h84";
const RODS = "M16 60h88M26 54v12M40 54v12M54 54v12M68 54v12M82 54v12M96 54v12";
/** Briquettes of a fuse: places on three quarters of a ring, each leaning on the next. */
const FUSE = Array.from({ length: 14 }, (_, n) => 150 + n * 18);

/** What is done, in lines of 120 by 84: ink for things, ember for what is hot. */
const DRAWN: Readonly<Record<string, ReactNode>> = {
  shop: (
    <>
      <path d="M22 22h76v46H22zM22 22l10-10h56l10 10" />
      <path d={STEAK(42, 46)} />
      <path d="M52 42l4 3M62 46l4-3M58 50l5 0" />
    </>
  ),
  season: (
    <>
      <path d={STEAK(42, 62)} />
      <path d="M20 76h80M62 6l-8 12M70 8l-8 12M78 12l-12 10" />
      <path d="M56 26v2M62 32v2M54 38v2M66 40v2M60 45v2M50 46v2" />
    </>
  ),
  light: (
    <>
      <path d="M40 30h36l-3 46H43zM76 38c14 0 14 24 0 26M46 70h24M48 64v6M56 64v6M64 64v6" />
      {coals([48, 58, 68], 38)}
      {flames([50, 60, 70], 28)}
    </>
  ),
  bank: (
    <>
      <path d={BOWL} />
      <path d={GRATE} />
      {coals([66, 74, 82, 89], 50)}
      <path d="M34 52h20M49 47l6 5-6 5" />
    </>
  ),
  fuse: (
    <>
      <circle cx="60" cy="42" r="36" />
      {FUSE.map((deg, n) => {
        const a = (deg * Math.PI) / 180;
        const [x, y] = [60 + 27 * Math.cos(a), 42 + 27 * Math.sin(a)];
        return (
          <rect
            key={deg}
            {...(n < 2 ? { "data-hot": true } : {})}
            x={x - 4}
            y={y - 3}
            width="8"
            height="6"
            rx="2"
            transform={`rotate(${deg + 115} ${x} ${y})`}
          />
        );
      })}
    </>
  ),
  preheat: (
    <>
      <path d="M24 42c0-22 16-32 36-32s36 10 36 32zM24 46c0 18 16 28 36 28s36-10 36-28z" />
      <circle cx="60" cy="28" r="9" />
      <path d="M60 28l5-5M54 10V5h12v5" />
      <path data-hot d="M40 58q5-5 10 0t10 0 10 0 10 0" />
    </>
  ),
  oil: (
    <>
      <path d={RODS} />
      <path d="M52 50q8-10 18 0zM60 45L74 8M66 47L84 12" />
      <path d="M88 30q5 8 0 11-5-3 0-11z" />
    </>
  ),
  heat_pan: (
    <>
      <path d="M14 46h64l-6 14H22zM78 48l32-8" />
      <path d="M46 22q5 8 0 11-5-3 0-11zM38 38l-5-4M54 38l5-4" />
      {flames([32, 46, 60], 80)}
    </>
  ),
  on: (
    <>
      <path d={BOWL} />
      <path d={GRATE} />
      <path d={STEAK(28, 26)} />
      <path d="M4 26h40" strokeWidth="3" />
      {coals([72, 80, 88], 50)}
      <path d="M22 30c2-18 16-26 38-26s36 8 38 26" strokeDasharray="5 4" />
    </>
  ),
  turn: (
    <>
      <path d={RODS} />
      <path d={STEAK(42, 46)} />
      <path d="M34 26c8-16 40-16 50-2M86 12l-1 13-12-3" />
    </>
  ),
  wait: (
    <>
      <path d={STEAK(42, 34)} />
      <path d="M28 44h64M34 44v10M86 44v10M22 62q38 14 76 0zM50 52v5M60 52v5M70 52v5" />
      <path d="M46 20q4-5 0-10M60 20q4-5 0-10M74 20q4-5 0-10" />
    </>
  ),
  convert: (
    <>
      <path d={BOWL} />
      <path d={GRATE} />
      {coals([40, 50, 60, 70, 80], 52)}
      {flames([46, 60, 74], 32)}
      <path d="M96 22c4-10 12-14 20-14M52 72h16M56 78h8" />
    </>
  ),
  sear: (
    <>
      <path d="M14 44h92" />
      <path d={STEAK(42, 36)} strokeWidth="3" />
      {coals([36, 46, 56, 66, 76, 86], 66)}
      {flames([50, 62, 74], 58)}
      <path d="M48 18l3-8M60 18V8M72 18l-3-8" />
    </>
  ),
  rest: (
    <>
      <path d={STEAK(26, 50)} />
      <path d="M14 60h60M20 60v10M68 60v10" />
      <circle cx="94" cy="40" r="15" />
      <path d="M94 40V30M94 40l7 4" />
    </>
  ),
  serve: (
    <>
      <path d="M12 54q0-16 20-16h42q22 0 22 15t-22 16H34q-22 0-22-15z" />
      <path d="M22 48h66M20 54h70M22 60h66" strokeWidth="1" />
      <path d="M36 34v40M52 34v40M68 34v40" strokeDasharray="5 3" />
      <path d="M84 6v40l-7-4V6z" />
    </>
  ),
  probe: (
    <>
      <path d="M26 26h68q12 0 12 16t-12 16H26q-12 0-12-16t12-16z" />
      <path d="M-2 42h98" strokeWidth="3" />
      <circle cx="60" cy="42" r="5" />
      <path d="M70 70H40M46 65l-7 5 7 5" />
    </>
  ),
  burp: (
    <>
      <path d="M34 48h52c0 20-8 30-16 32H50c-8-2-16-12-16-32z" />
      <path d="M34 40c0-18 10-26 26-28s28 6 29 22z" />
      <path data-hot d="M84 44l14-3M86 48l16 1" />
      <path d="M22 46V30M17 36l5-7 5 7" />
    </>
  ),
  dimple: (
    <>
      <path d="M14 54q0-16 14-16h8q10 9 24 9t24-9h8q14 0 14 16t-14 14H28q-14 0-14-14z" />
      <path d="M60 8v26M54 28l6 8 6-8" />
    </>
  ),
  refuge: (
    <>
      <path d={BOWL} />
      <path d={GRATE} />
      <path d={STEAK(26, 26)} />
      {coals([70, 78, 86], 50)}
      {flames([76, 88], 32)}
      <path d="M94 14H66M72 9l-7 5 7 5" />
    </>
  ),
  hand: (
    <>
      <path d={RODS} />
      <path d="M34 22h40q10 0 10 5t-10 5H46M46 27h28M50 32h20q6 0 6 4t-6 4H48q-14 0-20-8V22z" />
      <path d="M98 26v24M94 30l4-5 4 5M94 46l4 5 4-5" />
      {coals([40, 54, 68, 82], 80)}
    </>
  ),
};

export const isDrawn = (of: string) => of in DRAWN;

/** A small drawing of a step; the words beside it say the same. */
export function StepPicture({ of, className = "" }: { of: string; className?: string }) {
  const drawn = DRAWN[of];
  if (!drawn) return null;
  return (
    <svg
      aria-hidden
      viewBox="-4 0 128 84"
      fill="none"
      stroke="currentColor"
      strokeWidth="2"
      strokeLinecap="round"
      strokeLinejoin="round"
      className={`[&_[data-hot]]:fill-ember [&_[data-hot]]:stroke-ember ${className}`}
    >
      {drawn}
    </svg>
  );
}
