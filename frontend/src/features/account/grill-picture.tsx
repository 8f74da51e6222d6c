import type { ReactNode } from "react";

/** Bodies and legs in ink, fire and grates in ember: a kind of grill from its side, drawn in 120 by 84. */
const DRAWN: Readonly<Record<string, ReactNode>> = {
  kettle: (
    <>
      <path d="M28 40c0-18 14-28 32-28s32 10 32 28z" />
      <path d="M28 44c0 15 14 24 32 24s32-9 32-24z" />
      <path d="M42 64 32 82M78 64l10 18M60 68v10" />
      <path d="M54 12v-4h12v4" />
      <path data-hot d="M36 53q6-5 12 0t12 0 12 0 12 0" />
    </>
  ),
  gas: (
    <>
      <path d="M26 36c0-14 8-22 34-22s34 8 34 22z" />
      <path d="M22 40h76v16H22zM4 44h18M98 44h18M30 56v26M90 56v26" />
      <path data-hot d="M38 50v-5M60 50v-5M82 50v-5" />
      <path d="M38 60h6M57 60h6M76 60h6" />
    </>
  ),
  kamado: (
    <>
      <path d="M34 38c0-18 10-28 26-28s26 10 26 28z" />
      <path d="M32 42h56c0 20-8 32-16 34H48c-8-2-16-14-16-34z" />
      <path d="M54 10V5h12v5M54 68h12v5H54zM46 76l-6 6M74 76l6 6" />
      <path data-hot d="M42 54q6-5 12 0t12 0 12 0" />
    </>
  ),
  pellet: (
    <>
      <path d="M14 36c0-14 8-20 36-20s36 6 36 20v22H14z" />
      <path d="M90 30h20v28H90zM22 58v24M78 58v24M92 10v20M92 10h-6" />
      <path data-hot d="M48 52q4-8 8 0M14 42h72" />
    </>
  ),
  offset: (
    <>
      <path d="M10 34c0-12 4-16 12-16h44c8 0 12 4 12 16v18H10z" />
      <path d="M82 44h28v26H82zM18 6v14M18 52v30M70 52v30M104 70v12M10 36h68" />
      <path data-hot d="M88 64q4-10 8 0t8 0" />
    </>
  ),
  flat_top: (
    <>
      <path d="M16 34h88v8H16zM16 34v-8M104 34v-8" />
      <path d="M22 42h76v14H22zM30 56v26M90 56v26" />
      <path data-hot d="M38 49h8M56 49h8M74 49h8" />
    </>
  ),
};

/** What a kind of grill looks like from its side; sizes of one kind share a picture. */
export const GrillPicture = ({ like }: { like: string }) => (
  <svg
    viewBox="0 0 120 88"
    width="120"
    height="88"
    aria-hidden
    fill="none"
    stroke="var(--c-ink)"
    strokeWidth="3"
    strokeLinecap="round"
    strokeLinejoin="round"
    className="[&_[data-hot]]:stroke-ember [&_[data-hot]]:[stroke-width:4]"
  >
    {DRAWN[like.replace(/_\d$/, "")]}
  </svg>
);
