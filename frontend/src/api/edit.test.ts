import { describe, expect, it, vi } from "vitest";

import { Problem } from "./client";
import { askedNow, edited, merged, withField } from "./edit";

const base = {
  title: "Steaks",
  eat_at: "19:00",
  pieces: [{ cut: "ribeye", thickness_mm: 38, salt: "hour" }],
};
const piece = base.pieces[0]!;

describe("two changes of one thing", () => {
  it("go together where they do not meet", () => {
    const mine = { ...base, eat_at: "20:00" };
    const theirs = { ...base, pieces: [{ ...piece, thickness_mm: 44 }] };
    expect(merged(base, mine, theirs)).toEqual({
      value: { ...base, eat_at: "20:00", pieces: [{ ...piece, thickness_mm: 44 }] },
      clashes: [],
    });
  });
  it("clash where both changed a field to something else, and mine stands until it is decided", () => {
    const mine = { ...base, pieces: [{ ...piece, thickness_mm: 30 }] };
    const theirs = { ...base, pieces: [{ ...piece, thickness_mm: 44, salt: "overnight" }] };
    const found = merged(base, mine, theirs);
    expect(found.clashes).toEqual([{ path: ["pieces", "0", "thickness_mm"], mine: 30, theirs: 44 }]);
    expect(found.value.pieces[0]).toEqual({ ...piece, thickness_mm: 30, salt: "overnight" });
    expect(withField(found.value, found.clashes[0]!.path, 44).pieces[0]!.thickness_mm).toBe(44);
  });
  it("agree where both changed it to the same", () => {
    const same = { ...base, title: "Ribs" };
    expect(merged(base, same, { ...same }).clashes).toEqual([]);
  });
  it("are one clash where one of both has more in a list", () => {
    const mine = { ...base, pieces: [piece, piece] };
    const theirs = { ...base, pieces: [{ ...piece, salt: "none" }] };
    expect(merged(base, mine, theirs).clashes.map((c) => c.path)).toEqual([["pieces"]]);
  });
  it("take away a field that one has taken away", () => {
    const mine: Partial<typeof base> = { ...base };
    delete mine.title;
    expect(merged<Partial<typeof base>>(base, mine, { ...base, eat_at: "20:00" }).value).toEqual({
      eat_at: "20:00",
      pieces: base.pieces,
    });
  });
});

const stale = (current: object) => new Problem(412, "changed", [], current);

describe("writing a change", () => {
  it("says which version it is of", async () => {
    const send = vi.fn().mockResolvedValue("done");
    await edited({ base, mine: base, version: "a1" }, send, (c: typeof base) => c);
    expect(send).toHaveBeenCalledWith(base, { "If-Match": '"a1"' });
  });
  it("sends both changes together where somebody else was faster", async () => {
    const theirs = { ...base, title: "Ribs", version: "b2" };
    const send = vi.fn().mockRejectedValueOnce(stale(theirs)).mockResolvedValue("done");
    const mine = { ...base, eat_at: "20:00" };
    await edited({ base, mine, version: "a1" }, send, ({ title, eat_at, pieces }: typeof theirs) => ({
      title,
      eat_at,
      pieces,
    }));
    expect(send).toHaveBeenLastCalledWith({ ...mine, title: "Ribs" }, { "If-Match": '"b2"' });
  });
  it.each([
    [[true], "Ribs"],
    [[false], "Chops"],
  ])("asks whose is to stand, %j", async (choice, title) => {
    const theirs = { title: "Ribs", version: "b2" };
    const send = vi.fn().mockRejectedValueOnce(stale(theirs)).mockResolvedValue("done");
    const writing = edited(
      { base: { title: "Steaks" }, mine: { title: "Chops" }, version: "a1" },
      send,
      (c: typeof theirs) => ({ title: c.title }),
    );
    await vi.waitFor(() => expect(askedNow()).not.toBeNull());
    askedNow()!.decide(choice);
    await writing;
    expect(send).toHaveBeenLastCalledWith({ title }, { "If-Match": '"b2"' });
    expect(askedNow()).toBeNull();
  });
  it("writes nothing where the choice is left", async () => {
    const send = vi.fn().mockRejectedValueOnce(stale({ title: "Ribs", version: "b2" }));
    const writing = edited(
      { base: { title: "Steaks" }, mine: { title: "Chops" }, version: "a1" },
      send,
      (c: { title: string; version: string }) => ({ title: c.title }),
    );
    await vi.waitFor(() => expect(askedNow()).not.toBeNull());
    askedNow()!.decide(null);
    await expect(writing).rejects.toThrow("changed");
    expect(send).toHaveBeenCalledTimes(1);
  });
});
