import { useState } from "react";

import { answer, client, Problem } from "@/api/client";
import { Button, Mistake } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { phrase, temperature } from "@/units/units";

import type { sent, Setup } from "./model";
import { say } from "@/words/say";

/** Has a fire set for an air that is wished for. */
export function SetFor({
  setup,
  system,
  units,
  onSet,
}: {
  setup: Setup;
  system: string;
  units: "us" | "metric";
  onSet: (told: Parameters<typeof sent>[1]) => void;
}) {
  const [wanted, setWanted] = useState<number | null>(121.1);
  const [problem, setProblem] = useState<Problem | null>(null);
  const ask = async () => {
    try {
      onSet(await answer(client.POST("/api/fire/set", { body: { setup, wanted_c: wanted ?? 0 } })));
      setProblem(null);
    } catch (error) {
      setProblem(
        error instanceof Problem ? error : new Problem(0, say("common-the-server-does-not-answer-try"), []),
      );
    }
  };
  const more = problem?.errors.filter((e) => e.field.startsWith("remedy:")) ?? [];
  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-end gap-2">
        <Quantity
          label={say("screen-set-for-for-an-air-of")}
          slider={false}
          value={wanted}
          scale={temperature(units)}
          low={60}
          high={450}
          onChange={setWanted}
        />
        <Button onClick={() => void ask()} disabled={wanted === null}>
          {say("screen-set-for-set", { system })}
        </Button>
      </div>
      {problem && (
        <Mistake>
          {phrase(units, problem.errors[0]?.message ?? problem.message)}
          {more.length > 0 &&
            say("screen-set-for-you-could", { more: more.map((e) => phrase(units, e.message)).join("; ") })}
        </Mistake>
      )}
    </div>
  );
}
