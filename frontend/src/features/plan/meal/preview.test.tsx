import { act, type ReactElement } from "react";
import { expect, it, vi } from "vitest";

import type { MealTable } from "@/api/tables";
import { Stage } from "@/testing/stage";

import { asked, emptyTable } from "./model";
import { type SavedMeal, type TablePreview, usePreview } from "./use-preview";

const stage = new Stage();
let seen: TablePreview;

function Shows({ table, saved = null }: { table: MealTable; saved?: SavedMeal | null }): ReactElement {
  // eslint-disable-next-line react-hooks/globals -- the test looks at what the hook gives
  seen = usePreview(table, saved);
  return <p>{seen.told?.status}</p>;
}

const bread = {
  key: "bun",
  side: "bun",
  piece: null,
  way: null,
  count: 2,
  fires: [],
  course_min: 0,
  pin: {},
};
const table = (count: number) =>
  asked({ ...emptyTable(new Date("2030-06-01T08:00:00")), dishes: [{ ...bread, count }] })!;

/** Answers that are let go one by one; what was asked, in order. */
function server() {
  const questions: { quick: boolean; count: number; answer: (status: string) => Promise<void> }[] = [];
  vi.stubGlobal(
    "fetch",
    (request: Request) =>
      new Promise((resolve, reject) => {
        request.signal.addEventListener("abort", () => reject(new DOMException("", "AbortError")));
        void request.json().then((body: { quick: boolean; table: MealTable }) =>
          questions.push({
            quick: body.quick,
            count: body.table.dishes[0]!.count!,
            answer: async (status) => {
              resolve(Response.json({ status, dishes: [] }));
              await stage.settle();
            },
          }),
        );
      }),
  );
  return questions;
}

const wait = (ms: number) => act(async () => new Promise((done) => setTimeout(done, ms)));

it("asks the rule one question at a time, of what moved meanwhile only the last, and then the solver", async () => {
  const questions = server();
  for (const count of [2, 3, 4]) {
    stage.show(<Shows table={table(count)} />);
    await stage.settle();
  }
  expect(questions.map((q) => [q.quick, q.count])).toEqual([[true, 2]]);
  await questions[0]!.answer("rule");
  expect(questions.map((q) => [q.quick, q.count])).toEqual([
    [true, 2],
    [true, 4],
  ]);
  await wait(500);
  expect(questions).toHaveLength(2);
  await questions[1]!.answer("rule");
  expect(seen).toMatchObject({ fresh: true, solving: true });
  expect(questions.at(-1)).toMatchObject({ quick: false, count: 4 });
  await questions.at(-1)!.answer("optimal");
  expect(seen).toMatchObject({ fresh: true, solving: false, told: { status: "optimal" } });
});

it("stays at the first answer where that will do, and asks again for a better one", async () => {
  const questions = server();
  stage.show(<Shows table={table(2)} />);
  await stage.settle();
  await questions[0]!.answer("rule");
  await wait(400);
  expect(questions.at(-1)!.quick).toBe(false);
  act(() => seen.stop());
  await stage.settle();
  expect(seen).toMatchObject({ solving: false, told: { status: "rule" } });
  act(() => seen.again());
  await wait(50);
  expect(questions.at(-1)).toMatchObject({ quick: true, count: 2 });
});

it("shows no rule's answer that found no room", async () => {
  const questions = server();
  stage.show(<Shows table={table(2)} />);
  await stage.settle();
  await questions[0]!.answer("clash");
  expect(seen.told).toBeNull();
});

it("shows a saved meal as it was saved, and asks only once it changes", async () => {
  const questions = server();
  const told = { status: "optimal", dishes: [] } as unknown as SavedMeal["told"];
  const saved = { asked: table(2), told, current: true };
  stage.show(<Shows table={table(2)} saved={saved} />);
  await wait(500);
  expect(questions).toHaveLength(0);
  expect(seen).toMatchObject({ fresh: true, solving: false, told: { status: "optimal" } });
  stage.show(<Shows table={table(3)} saved={saved} />);
  await stage.settle();
  expect(questions.map((q) => q.count)).toEqual([3]);
  expect(seen).toMatchObject({ fresh: false, told: { status: "optimal" } });
});

it("shows a saved meal that would come out otherwise now until that is known", async () => {
  const questions = server();
  const told = { status: "optimal", dishes: [] } as unknown as SavedMeal["told"];
  stage.show(<Shows table={table(2)} saved={{ asked: table(2), told, current: false }} />);
  await stage.settle();
  expect(questions.map((q) => q.count)).toEqual([2]);
  expect(seen).toMatchObject({ fresh: false, told: { status: "optimal" } });
});
