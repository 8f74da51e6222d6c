import { QueryClient } from "@tanstack/react-query";
import { describe, expect, it, vi } from "vitest";

import { client } from "@/api/client";
import { askedFor, cookTime, newest, skewOf, updated } from "@/api/live";
import { type Waiting, withWaiting } from "@/api/outbox";
import { type Cook, type Expected, keys, type PieceResult } from "@/api/hooks";

import { deed, lastMark, lastOf, nextFlip, nextOfEach, nowNext, upcoming } from "./cook/model";

const task = (key: string, state: Expected["state"], start_at: string) =>
  ({ key, state, start_at, piece_id: 1 }) as Expected;

describe("cook", () => {
  it("takes the soonest open task as the next one", () => {
    const tasks = [
      task("light", "done", "2030-06-01T17:00:00Z"),
      task("rest", "later", "2030-06-01T19:00:00Z"),
      task("on", "next", "2030-06-01T18:00:00Z"),
    ];
    expect(nowNext(tasks).next?.key).toBe("on");
    expect(nowNext(tasks).current?.key).toBe("light");
    expect(nowNext([]).next).toBeNull();
  });
  it("counts flips within the sear and stops after the last", () => {
    const result = { sear_s: 180, flip_every_s: 30 } as PieceResult;
    expect(nextFlip(result, 0, 10_000)).toEqual({ number: 1, of: 5, inS: 20 });
    expect(nextFlip(result, 0, 130_000)).toEqual({ number: 5, of: 5, inS: 20 });
    expect(nextFlip(result, 0, 151_000)).toBeNull();
    expect(nextFlip({ ...result, sear_s: 0, slow_step: "gentle" }, 0, 0)).toBeNull();
    expect(nextFlip({ ...result, sear_s: 0, slow_step: "sear" }, 0, 100_000)).toEqual({
      number: 4,
      of: null,
      inS: 20,
    });
  });
  it("finds the newest mark that stands", () => {
    const event = (client_id: string, kind: string, payload: object = {}) => ({
      client_id,
      deed: { kind, ...payload },
    });
    const cook = {
      events: [
        event("a", "done", { task: "light" }),
        event("b", "done"),
        event("c", "undo", { undoes: "b" }),
      ],
    } as unknown as Cook;
    expect(lastMark(cook)?.client_id).toBe("a");
    expect(lastMark(cook, (kind) => kind === "pause")).toBeNull();
    expect([lastOf(cook, "done")?.task, lastOf(cook, "weather")]).toEqual(["light", null]);
  });
  it("names the deed", () =>
    expect(
      [
        { piece_id: 1, key: "wait", name: "Pull" },
        { piece_id: 1, key: "odd", name: "Odd" },
        { piece_id: null, key: "corn:on:0", name: "Put the corn on" },
      ].map((task) => deed(task as Expected)),
    ).toEqual(["Pulled", "Done: Odd", "Done"]));
});

describe("live", () => {
  const clock = {
    real_at: "2030-06-01T12:00:00Z",
    cook_at: "2030-06-01T17:00:00Z",
    speed: 60,
    server_at: "2030-06-01T12:00:00Z",
  };
  const wall = Date.parse("2030-06-01T12:00:10Z");
  it("runs the cook's clock at its speed, by the server's time", () => {
    expect(new Date(cookTime(clock, 0, null, wall)).toISOString()).toBe("2030-06-01T17:10:00.000Z");
    expect(new Date(cookTime(clock, 5_000, null, wall)).toISOString()).toBe("2030-06-01T17:15:00.000Z");
    expect(cookTime(clock, 0, clock.cook_at, wall)).toBe(Date.parse(clock.cook_at));
  });
  it("never falls behind the moment the server told of, so that a mark is never stamped before the cook began", () => {
    expect(new Date(cookTime(clock, -12_000, null, wall)).toISOString()).toBe("2030-06-01T17:00:00.000Z");
  });
  it("trusts the quickest answer of the last minute", () => {
    const slow = skewOf(
      [
        { at: 0, skew: 40 },
        { at: 59_000, skew: -2_500 },
      ],
      60_000,
    );
    expect(slow.skew).toBe(40);
    expect(skewOf(slow.heard, 61_000)).toEqual({ heard: [{ at: 59_000, skew: -2_500 }], skew: -2_500 });
    expect(skewOf([], 0).skew).toBe(0);
  });
  it("folds an update in once, however often it comes", () => {
    const cook = { readings: [{ id: 1 }], events: [], expected: [], cursor: "1-0" } as unknown as Cook;
    const update = {
      readings: [{ id: 1 }, { id: 2 }],
      events: [{ id: 7 }],
      expected: [],
      cursor: "2-7",
      clock,
      hands: "mine",
      ended_at: null,
    } as unknown as Parameters<typeof updated>[1];
    const twice = updated(updated(cook, update), update);
    expect(twice.readings.map((r) => r.id)).toEqual([1, 2]);
    expect(twice.events.map((e) => e.id)).toEqual([7]);
    expect(twice.cursor).toBe("2-7");
  });
});

describe("a cook as it is told", () => {
  const told = (cursor: string, ids: number[], state: string) =>
    ({
      id: 1,
      cursor,
      events: ids.map((id) => ({ id })),
      readings: [],
      expected: [{ state }],
    }) as unknown as Cook;

  it("is not undone by an answer that was long on its way", () => {
    const kept = newest(told("5-3", [1, 2, 3], "done"), told("4-2", [1, 2], "next"));
    expect(kept.events.map((e) => e.id)).toEqual([1, 2, 3]);
    expect(kept.expected[0]).toEqual({ state: "done" });
    expect(kept.cursor).toBe("5-3");
  });

  it("takes the newer one", () => {
    expect(newest(told("5-3", [1, 2, 3], "next"), told("6-4", [1, 2, 3, 4], "done")).expected[0]).toEqual({
      state: "done",
    });
    expect(newest(undefined, told("1-1", [1], "next")).cursor).toBe("1-1");
  });
  it("keeps what the stream brought while an answer was on its way", async () => {
    const queries = new QueryClient();
    const clock = {
      real_at: "2030-06-01T12:00:00Z",
      cook_at: "2030-06-01T12:00:00Z",
      speed: 1,
      server_at: "2030-06-01T12:00:00Z",
    };
    const told = (cursor: string, ids: number[]) =>
      ({
        id: 1,
        started_at: "a",
        cursor,
        clock,
        events: ids.map((id) => ({ id })),
        readings: [],
        expected: [],
      }) as unknown as Cook;
    queries.setQueryData(keys.cook(1), told("4-1", [1]));
    let arrive: (value: never) => void = () => undefined;
    vi.spyOn(client, "GET").mockReturnValueOnce(
      new Promise((resolve) => {
        arrive = resolve;
      }),
    );
    const asked = askedFor(queries, 1);
    queries.setQueryData(keys.cook(1), told("5-2", [1, 2]));
    arrive({ data: told("4-1", [1]), response: new Response() } as never);
    expect((await asked).events.map((e) => e.id)).toEqual([1, 2]);
  });
});

describe("what waits to be sent", () => {
  const cook = {
    id: 1,
    outlooks: [
      { piece_id: 7, lid_open: false, aside: "" },
      { piece_id: 8, lid_open: false, aside: "" },
    ],
    events: [
      { id: 1, client_id: "a", piece_id: 7, deed: { kind: "done", task: "light" } },
      { id: 2, client_id: "l", piece_id: 7, deed: { kind: "lid", open: false } },
    ],
    expected: [
      { piece_id: 7, key: "light", state: "done", start_at: "x" },
      { piece_id: 7, key: "on", state: "next", start_at: "y" },
    ],
  } as unknown as Cook;
  const deed = (kind: string, more: object) =>
    ({
      cook: 1,
      deed: { client_id: kind, kind, piece_id: 7, at: "2030-01-01T00:00:00Z", ...more },
    }) as unknown as Waiting;

  it("counts at once in the browser", () => {
    const seen = withWaiting(cook, [deed("done", { task: "on" })]);
    expect(seen.expected[1]).toMatchObject({ state: "done", start_at: "2030-01-01T00:00:00Z" });
    expect(seen.events).toHaveLength(3);
  });

  it("counts for a side of a meal, which is no piece", () => {
    const corn = { piece_id: null, key: "corn:on:0", state: "next", start_at: "z" } as Expected;
    const meal = { ...cook, expected: [...cook.expected, corn] };
    const seen = withWaiting(meal, [deed("done", { task: "corn:on:0", piece_id: null })]);
    expect(seen.expected.map((e) => e.state)).toEqual(["done", "next", "done"]);
    expect(seen.outlooks).toEqual(cook.outlooks);
  });

  it("is not counted twice once the server has it, nor when it was refused", () => {
    expect(withWaiting(cook, [deed("a", { client_id: "a" })])).toBe(cook);
    expect(withWaiting(cook, [{ ...deed("done", { task: "on" }), refused: "no" }])).toBe(cook);
  });

  it("goes on counting after it is sent, until the cook is told with it", () => {
    expect(withWaiting(cook, [{ ...deed("done", { task: "on" }), sent: true }]).expected[1]).toMatchObject({
      state: "done",
    });
  });

  it("opens the one lid over every piece, and sets aside the piece alone", () => {
    const stand = (...more: Waiting[]) => withWaiting(cook, more).outlooks.map((o) => [o.lid_open, o.aside]);
    expect(stand(deed("lid", { open: true }), deed("move", { place: "hot" }))).toEqual([
      [true, "hot"],
      [true, ""],
    ]);
    expect(stand(deed("lid", { open: true }), deed("undo", { undoes: "lid" }))).toEqual([
      [false, ""],
      [false, ""],
    ]);
    expect(stand(deed("undo", { undoes: "l" }))).toEqual([
      [true, ""],
      [true, ""],
    ]);
    expect(stand(deed("pause", { on: true }), deed("done", { task: "on" }))).toEqual([
      [false, ""],
      [false, ""],
    ]);
  });

  it("takes back what is taken back", () => {
    expect(withWaiting(cook, [deed("undo", { undoes: "a" })]).expected[0]).toMatchObject({ state: "next" });
  });
});

describe("what is next of several pieces", () => {
  it("is the soonest over all of them", () => {
    const cook = {
      pieces: [{ id: 1 }, { id: 2 }],
      expected: [
        { piece_id: 1, key: "wait", state: "next", start_at: "2030-01-01T01:00:00Z" },
        { piece_id: 2, key: "wait", state: "next", start_at: "2030-01-01T00:30:00Z" },
      ],
    } as unknown as Cook;
    expect(nextOfEach(cook).map((each) => each.piece?.id)).toEqual([2, 1]);
  });
  const task = (minute: number, more: object) => ({
    state: "later",
    piece_id: null,
    key: `task-${minute}`,
    dish: "",
    person: "wren",
    start_at: `2030-01-01T00:${minute}:00Z`,
    ...more,
  });
  const meal = {
    pieces: [{ id: 1, name: "Ribeye" }],
    expected: [
      task(10, { dish: "Gas", state: "done" }),
      task(20, { dish: "Corn", person: "ode" }),
      task(30, { piece_id: 1, dish: "Ribeye" }),
      task(40, { dish: "Corn", person: "ode" }),
      task(50, { dish: "Corn" }),
    ],
  } as unknown as Cook;
  it("has a line for each side and fire of a meal, which are no pieces", () => {
    const each = nextOfEach(meal);
    expect(each.map((d) => [d.name, d.piece?.id ?? null, d.next?.key ?? null])).toEqual([
      ["Corn", null, "task-20"],
      ["Ribeye", 1, "task-30"],
      ["Gas", null, null],
    ]);
    expect(each[2]?.current?.key).toBe("task-10");
  });
  it("is of one helper only what is theirs", () => {
    expect(nextOfEach(meal, "ode").map((d) => d.next?.key)).toEqual(["task-20"]);
    expect(nextOfEach(meal, "wren").map((d) => d.next?.key)).toEqual(["task-30", "task-50"]);
    expect(nextOfEach(meal, "nobody")).toEqual([]);
  });
  it("lists what follows, for everyone or for one", () => {
    const next = nextOfEach(meal)[0]!.next;
    expect(upcoming(meal, null, next).map((e) => e.key)).toEqual(["task-30", "task-40", "task-50"]);
    expect(upcoming(meal, "ode", next).map((e) => e.key)).toEqual(["task-40"]);
  });
});
