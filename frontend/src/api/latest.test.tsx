import { type ReactElement } from "react";
import { beforeEach, expect, it } from "vitest";

import { Stage } from "@/testing/stage";

import { Problem } from "./client";
import { type Latest, useLatest } from "./latest";

const stage = new Stage();
let seen: Latest<number, string>;
let asked: {
  question: number;
  signal: AbortSignal;
  answer: (text: string) => void;
  refuse: (e: Error) => void;
}[];

const ask = (question: number, signal: AbortSignal) =>
  new Promise<string>((answer, refuse) => asked.push({ question, signal, answer, refuse }));

function Asks({
  of,
  follow,
  restMs = 0,
}: {
  of: number | null;
  follow: boolean;
  restMs?: number;
}): ReactElement {
  // eslint-disable-next-line react-hooks/globals -- the test looks at what the hook gives
  seen = useLatest("test", of, ask, { follow, restMs });
  return <p>{seen.shown}</p>;
}

async function moved(of: number | null, follow: boolean, restMs = 0) {
  stage.show(<Asks of={of} follow={follow} restMs={restMs} />);
  await stage.settle();
}
const questions = () => asked.map((a) => a.question);

beforeEach(() => {
  asked = [];
});

it("asks one at a time while something moves, and then the last", async () => {
  for (const n of [1, 2, 3]) await moved(n, true);
  expect(questions()).toEqual([1]);
  asked[0]!.answer("one");
  await stage.settle();
  expect(seen).toMatchObject({ shown: "one", of: 1, fresh: false, busy: true });
  expect(questions()).toEqual([1, 3]);
  asked[1]!.answer("three");
  await stage.settle();
  expect(seen).toMatchObject({ shown: "three", of: 3, fresh: true, busy: false, settled: true });
});

it("cancels what is overtaken where answers on the way are of no use", async () => {
  await moved(1, false);
  await moved(2, false);
  expect(asked[0]!.signal.aborted).toBe(true);
  asked[1]!.answer("two");
  await stage.settle();
  expect(seen).toMatchObject({ shown: "two", fresh: true });
});

it("keeps the last answer where the next question is refused or lost, and says why", async () => {
  await moved(1, true);
  asked[0]!.answer("one");
  await moved(2, true);
  asked[1]!.refuse(new Problem(422, "Too thick", []));
  await stage.settle();
  expect(seen).toMatchObject({ shown: "one", fresh: false, settled: true, busy: false });
  expect(seen.problem!.detail).toBe("Too thick");
  await moved(3, true);
  expect(seen.problem!.detail).toBe("Too thick");
  asked[2]!.refuse(new TypeError("fetch failed"));
  await stage.settle();
  expect(seen.problem!.detail).toMatch(/^Can't reach Brasko/);
  await moved(1, true);
  asked[3]!.answer("one again");
  await stage.settle();
  expect(seen).toMatchObject({ shown: "one again", fresh: true, problem: null });
});

it("asks only what rests, nothing for no question, and nothing once the page is left", async () => {
  await moved(1, false, 150);
  await moved(2, false, 150);
  expect(questions()).toEqual([]);
  await stage.until(() => asked.length > 0);
  expect(questions()).toEqual([2]);
  await moved(null, false, 150);
  expect(asked[0]!.signal.aborted).toBe(true);
  await moved(3, false);
  stage.show(<p />);
  await stage.settle();
  expect(asked.at(-1)!.signal.aborted).toBe(true);
  expect(questions()).toEqual([2, 3]);
});
