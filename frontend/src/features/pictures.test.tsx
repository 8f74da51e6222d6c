import { beforeEach, describe, expect, it } from "vitest";

import { keys } from "@/api/hooks";
import { type Board, BoardPicture, OnTheBoard } from "@/chart/board-picture";
import { colourWord, lookOf } from "@/chart/look";
import { DonenessStrip } from "@/chart/strip";
import { Stage } from "@/testing/stage";

const stage = new Stage();

const board: Board = {
  cut: "rib",
  left_mm: -60,
  top_mm: -40,
  width_mm: 120,
  height_mm: 80,
  colour: "#a03d42",
  outline: "M-50 0L0 40L50 0Z",
  bones: "M-60 -10L-50 0L-60 10Z",
  fat: "",
  seams: "",
  thin: "M20 0L50 0L30 10Z",
  grain: "M0 0L5 0",
  flecks: "",
  slices: "M0 -40L0 40",
  inner: "",
  skin: false,
  probes: [{ enters_x_mm: 0, enters_y_mm: 40, tip_x_mm: 0, tip_y_mm: 0 }],
  fire_deg: 180,
  ask: "One rib thick.",
  where_to_probe: "In through the edge.",
  towards_fire: "The bone towards the fire.",
  how_to_slice: "Off the bone first.",
  thin_parts: ["Fold it under."],
};

const reference = {
  cuts: [
    { key: "breast", tissue: "poultry", ground: false, fat_share: 0.01 },
    { key: "rib", tissue: "red", ground: false, fat_share: 0.2 },
  ],
  colours: [
    {
      tissue: "red",
      stops: [
        { temp_c: 50, colour: "#aa0000", word: "red" },
        { temp_c: 70, colour: "#997766", word: "grey-brown" },
      ],
    },
    { tissue: "poultry", stops: [{ temp_c: 70, colour: "#eeeeee", word: "white" }] },
  ],
} as never;

describe("a cut on the board", () => {
  it("says beside the picture what the picture shows", () => {
    stage.show(<OnTheBoard board={board} name="Rib" system="us" />);
    expect(stage.host.querySelector("svg")?.getAttribute("aria-label")).toContain("Rib");
    for (const said of [
      "One rib thick.",
      "In through the edge.",
      "The bone towards",
      "Off the bone",
      "Fold it under.",
    ])
      expect(stage.text()).toContain(said);
    expect(stage.text()).toContain("Coals: the fire");
    expect(stage.host.querySelectorAll("circle")).toHaveLength(4);
  });
  it("is silent to a screen reader where its name stands beside it, and small without marks", () => {
    stage.show(<BoardPicture board={board} label="" />);
    expect(stage.host.querySelector("svg")?.getAttribute("aria-hidden")).toBe("true");
    expect(stage.host.querySelectorAll("circle")).toHaveLength(0);
  });
});

describe("the look of food", () => {
  it("is of its own tissue, and has a word for those who do not see the colour", () => {
    expect(colourWord(lookOf(reference, "rib"), 52)).toBe("red");
    expect(colourWord(lookOf(reference, "rib"), 66)).toBe("grey-brown");
    expect(colourWord(lookOf(reference, "breast"), 52)).toBe("white");
    expect(lookOf(reference, "unknown").tissue).toBe("red");
    expect(colourWord({ ...lookOf(reference, "rib"), stops: [] }, 52)).toBe("");
  });
});

describe("a strip of doneness", () => {
  beforeEach(() => stage.queries.setQueryData(keys.boards, [board]));
  it("has each word with where it begins and its colour in words", () => {
    const scale = {
      key: "kitchen",
      name: "Kitchen",
      bands: [
        { word: "rare", low_c: 48.9, high_c: 54.4 },
        { word: "well done", low_c: 68, high_c: 100 },
      ],
    };
    stage.show(<DonenessStrip scale={scale} look={lookOf(reference, "rib")} system="us" />);
    const rows = [...stage.host.querySelectorAll("li")].map((r) => r.textContent);
    expect(rows).toEqual(["rare120 °Fred", "well done154 °Fgrey-brown"]);
  });
});
