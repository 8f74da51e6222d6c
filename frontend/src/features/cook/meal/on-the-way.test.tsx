import { expect, it, vi } from "vitest";

import type { TableNow } from "@/api/tables";
import { Stage } from "@/testing/stage";

import { StartDialog } from "../start-dialog";
import { OnTheWay } from "./on-the-way";

type Piece = TableNow["pieces"][number];

const piece = (more: Partial<Piece>): Piece => ({
  dish: "ribeye",
  piece_id: 1,
  name: "Ribeye",
  thermometer: null,
  planned_at: "2027-06-12T18:40:00Z",
  late_s: 0,
  late_words: "",
  outlook: null,
  ...more,
});
const now = (more: Partial<TableNow>) =>
  ({ cook_id: 1, practice: false, ended_at: null, pieces: [piece({})], ...more }) as TableNow;

const stage = new Stage();

it("says in the household's units how far a piece is behind", () => {
  const late = piece({ late_s: 480, late_words: "Ribeye is \ufdd3time:480\ufdd4 behind its plan." });
  stage.show(<OnTheWay now={now({ pieces: [late] })} system="us" />);
  expect(stage.host.querySelector("[role=status]")?.textContent).toBe("Ribeye is 8 min behind its plan.");
});

it("calls nothing late once it is over", () => {
  stage.show(<OnTheWay now={now({ ended_at: "2027-06-12T19:00:00Z" })} system="us" />);
  expect(stage.text()).toContain("served");
  expect(stage.text()).not.toContain("not on yet");
});

it("starts for real with a probe in one piece only", async () => {
  vi.stubGlobal("fetch", async () =>
    Response.json([
      { id: 7, name: "Old faithful", kind: "probe", simulated: false, revoked_at: null },
      { id: 8, name: "Practice probe 1", kind: "probe", simulated: true, revoked_at: null },
    ]),
  );
  const onStart = vi.fn();
  stage.show(
    <StartDialog
      title="Sunday"
      pieces={["Ribeye", "Filet"]}
      trigger={<button>Start</button>}
      onStart={onStart}
      error={null}
      busy={false}
    />,
  );
  stage.press("Start");
  stage.press("For real");
  await stage.settle();
  expect([...document.querySelectorAll("select option")].map((o) => o.textContent)).not.toContain(
    "Practice probe 1",
  );
  stage.choose("Probe in 1, Ribeye", "7");
  stage.choose("Probe in 2, Filet", "7");
  stage.press("Start the cook");
  expect(onStart).toHaveBeenCalledWith({
    practice: false,
    speed: 1,
    hands: "mine",
    trouble: "",
    thermometers: { "1": 7 },
  });
});
