import { useEffect, useRef } from "react";

import type { Schemas } from "@/api/client";
import { lengthText, tempText, type System } from "@/units/units";

import { colourWord, type Look } from "./look";
import { css, sampled } from "./palette";
import { coreAt, facePeaks, frameAt, pixels, spots, widthMm, type Section } from "./section";
import { texture } from "./texture";
import { say } from "@/words/say";

interface Props {
  section: Section;
  curve: Schemas["CurveOut"];
  sinceOnS: number;
  look: Look;
  system: System;
  greyShare: number;
  word: string;
  label: string;
  /** What the rods of the grate left, in words; empty where there are none. */
  marks: string;
}

/** The piece cut open at a moment, painted by what time and heat have left of its red. */
export function FaceView({ section, curve, sinceOnS, look, system, greyShare, word, label, marks }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const ramp = look.stops;
  const raw = sinceOnS < 0;
  const frame = raw ? 0 : frameAt(section, sinceOnS);
  const cells = spots(section, frame);
  const peaks = facePeaks(section, frame);
  const here = { ...cells, middleC: (raw ? null : coreAt(curve, sinceOnS)) ?? cells.middleC };

  useEffect(() => {
    const target = canvas.current;
    const context = target?.getContext("2d");
    if (!target || !context) return;
    const small = document.createElement("canvas");
    small.width = section.boneMm > 0 ? section.columns : section.columns * 2;
    small.height = section.rows;
    small.getContext("2d")?.putImageData(pixels(section, frame, ramp), 0, 0);
    const width = 560;
    const height = Math.round((width * section.thicknessMm) / widthMm(section));
    target.width = width;
    target.height = height;
    context.clearRect(0, 0, width, height);
    context.save();
    context.beginPath();
    context.roundRect(0, 0, width, height, Math.min(height * 0.32, 46));
    context.clip();
    context.imageSmoothingEnabled = true;
    context.imageSmoothingQuality = "high";
    context.drawImage(small, 0, 0, width, height);
    texture(context, width, height, look, peaks);
    context.restore();
    // by what it is drawn from: two moments of one frame are one picture
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [section, frame, look.tissue, look.ground, ramp]);

  const said = raw
    ? say("screen-face-view-raw-all-through", { middle: tempText(system, here.middleC) })
    : say("screen-face-view-middle-under-the-lower-face-under", {
        middle: tempText(system, here.middleC),
        bottom: tempText(system, here.bottomC),
        top: tempText(system, here.topC),
      });
  return (
    <figure className="m-0 flex h-full flex-col gap-2">
      <figcaption className="flex items-baseline justify-between gap-3">
        <h2 className="m-0 text-base">
          {say("screen-face-view-face")} <span className="kicker block">{label}</span>
        </h2>
        <span className="flex flex-wrap items-baseline justify-end gap-x-2">
          <span>{colourWord(look, here.middleC)}</span>
          <span className="figure text-2xl whitespace-nowrap">{tempText(system, here.middleC)}</span>
        </span>
      </figcaption>
      <div className="flex items-center justify-center">
        <canvas
          ref={canvas}
          role="img"
          aria-label={say("screen-face-view-cut-face-planned-finish", { said, word })}
          className="block h-auto max-h-44 w-full object-contain"
        />
      </div>
      <p className="m-0 flex flex-wrap justify-between gap-x-4 text-sm text-ash">
        <span>
          {raw ? (
            say("screen-face-view-raw")
          ) : (
            <>
              {say("screen-face-view-faces")}{" "}
              <b className="figure text-ink">{tempText(system, here.bottomC)}</b>{" "}
              {say("screen-face-view-below")} <b className="figure text-ink">{tempText(system, here.topC)}</b>{" "}
              {say("screen-face-view-above")}
            </>
          )}
        </span>
        <span>
          {say("screen-face-view-thick", {
            thickness: lengthText(system, section.thicknessMm),
            bone: section.boneMm > 0 && say("screen-face-view-bone-at-the-left"),
            marks: marks && ` · ${marks}`,
          })}
          {/* only red meat loses a colour that anybody calls grey */}
          {look.tissue === "red" && (
            <>
              {" · "}
              {say("screen-face-view-grey-rim-at-the-end")}{" "}
              <b className="figure text-ink">{Math.round(greyShare * 100)} %</b>
            </>
          )}
        </span>
      </p>
      <ol
        aria-label={say("screen-face-view-what-the-colours-mean")}
        className="m-0 flex list-none gap-px p-0 text-xs text-ash"
      >
        {[45, 52, 57, 63, 68, 80, 145].map((t) => (
          <li key={t} className="flex-1">
            <span className="block h-2 rounded-[1px]" style={{ background: css(sampled(ramp, t)) }} />
            <span className="figure">{tempText(system, t).replace(/ .*/, "")}</span>
          </li>
        ))}
        <li className="self-end pl-1 figure">
          {say("screen-face-view-at-most", { value: system === "us" ? "°F" : "°C" })}
        </li>
      </ol>
    </figure>
  );
}
