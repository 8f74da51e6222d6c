import { act, type ReactElement } from "react";
import { expect, it, vi } from "vitest";

import type { MealTable } from "@/api/tables";
import { Stage } from "@/testing/stage";

import { asked, emptyTable } from "./model";
import { type TablePreview, usePreview } from "./use-preview";

const stage = new Stage();
let seen: TablePreview;

function Shows({ table }: { table: MealTable }): ReactElement {
  // eslint-disable-next-line react-hooks/globals -- the test looks at what the hook gives
  seen = usePreview(table);
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
