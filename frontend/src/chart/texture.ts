import type { Look } from "./look";

/** Numbers between 0 and 1 that are the same at every drawing (mulberry32). */
function dice(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export interface Faces {
  bottomC: number;
  topC: number;
}

/** Fibres, crumbs or flakes, flecks of fat and the roughness of a crust, over a painted face. */
export function texture(
  context: CanvasRenderingContext2D,
  width: number,
  height: number,
  look: Look,
  faces: Faces,
) {
  const chance = dice(7);
  if (look.ground) crumbs(context, width, height, chance);
  else if (look.tissue === "fish") flakes(context, width, height);
  else if (look.tissue !== "plant") fibres(context, width, height, chance);
  if (look.tissue === "red" || look.tissue === "pork") fat(context, width, height, look.fatShare, chance);
  crust(context, width, height, faces.bottomC, height, -1, chance);
  crust(context, width, height, faces.topC, 0, 1, chance);
}

type Chance = () => number;

/** Bundles of fibres end in the cut face: short strokes a little to one side. */
function fibres(context: CanvasRenderingContext2D, width: number, height: number, chance: Chance) {
  for (let n = 0; n < 420; n++) {
    const [x, y, long] = [chance() * width, chance() * height, 5 + chance() * 13];
    context.strokeStyle = chance() < 0.5 ? "rgb(255 255 255 / 0.07)" : "rgb(20 0 0 / 0.08)";
    context.lineWidth = 1 + chance() * 1.2;
    context.beginPath();
    context.moveTo(x, y);
    context.quadraticCurveTo(x + 2, y + long / 2, x + (chance() - 0.3) * 6, y + long);
    context.stroke();
  }
}

function crumbs(context: CanvasRenderingContext2D, width: number, height: number, chance: Chance) {
  for (let n = 0; n < 520; n++) {
    context.fillStyle = chance() < 0.5 ? "rgb(255 255 255 / 0.08)" : "rgb(20 0 0 / 0.1)";
    context.beginPath();
    context.ellipse(
      chance() * width,
      chance() * height,
      3 + chance() * 5,
      2 + chance() * 3,
      chance() * 3,
      0,
      7,
    );
    context.fill();
  }
}

function flakes(context: CanvasRenderingContext2D, width: number, height: number) {
  context.strokeStyle = "rgb(255 255 255 / 0.22)";
  context.lineWidth = 2;
  for (let x = -10; x < width; x += 34) {
    context.beginPath();
    context.moveTo(x, 0);
    context.quadraticCurveTo(x + 26, height / 2, x, height);
    context.stroke();
  }
}

/** As many flecks as the cut has fat. */
function fat(
  context: CanvasRenderingContext2D,
  width: number,
  height: number,
  share: number,
  chance: Chance,
) {
  context.strokeStyle = "rgb(248 236 214 / 0.5)";
  context.lineCap = "round";
  for (let n = 0; n < share * 260; n++) {
    const [x, y, turn, long] = [chance() * width, chance() * height, chance() * 6.3, 4 + chance() * 10];
    const [dx, dy] = [Math.cos(turn) * long, Math.sin(turn) * long];
    context.lineWidth = 0.8 + chance() * 1.6;
    context.beginPath();
    context.moveTo(x - dx / 2, y - dy / 2);
    context.quadraticCurveTo(x + dy * 0.3, y - dx * 0.3, x + dx / 2, y + dy / 2);
    context.stroke();
  }
}

/** A face that has browned is rough: specks of it, the more the hotter the face has been painted. */
function crust(
  context: CanvasRenderingContext2D,
  width: number,
  height: number,
  faceC: number,
  at: number,
  into: 1 | -1,
  chance: Chance,
) {
  const dark = Math.min(1, Math.max(0, (faceC - 105) / 90));
  if (dark === 0) return;
  for (let n = 0; n < 150 * dark; n++) {
    const deep = chance() ** 2 * Math.min(height * 0.09, 12);
    context.fillStyle = `rgb(18 9 4 / ${0.12 + 0.35 * dark * chance()})`;
    context.beginPath();
    context.ellipse(chance() * width, at + into * deep, 2 + chance() * 6, 1 + chance() * 2, 0, 0, 7);
    context.fill();
  }
}
