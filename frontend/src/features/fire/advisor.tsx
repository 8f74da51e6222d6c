import { useState } from "react";

import { answer, client, Problem, type Schemas } from "@/api/client";
import { Button, Mistake, Tick } from "@/ui/controls";
import { Quantity } from "@/ui/quantity";
import { phrase, plain, spanText, type System, temperature } from "@/units/units";

import type { Setup } from "./model";
import { say } from "@/words/say";

interface Props {
  setup: Setup;
  system: System;
  onAdvised: (told: Schemas["AdviseOut"]) => void;
}

const HOURS = plain("h", 0.5, 1);

/** From wished zones to a fire. */
export function Advisor({ setup, system, onAdvised }: Props) {
  const [wish, setWish] = useState({
    gentle: true,
    low: 93.3,
    high: 107.2,
    sear: true,
    hours: 1,
    fatty: false,
  });
  const [state, setState] = useState<{
    busy: boolean;
    problem: Problem | null;
    why: string[];
    lightS: number;
  }>({ busy: false, problem: null, why: [], lightS: 0 });
  const set = (change: Partial<typeof wish>) => setWish({ ...wish, ...change });
  const ask = async () => {
    setState({ busy: true, problem: null, why: [], lightS: 0 });
    const wished = {
      gentle_low_c: wish.gentle ? wish.low : null,
      gentle_high_c: wish.gentle ? wish.high : null,
      sear: wish.sear,
      hours: wish.hours,
      fatty: wish.fatty,
      fuel: setup.charcoal?.fuel ?? "briquettes",
    };
    try {
      const told = await answer(
        client.POST("/api/fire/advise", {
          body: { setup: { grill: setup.grill, weather: setup.weather ?? {} }, wished },
        }),
      );
      setState({ busy: false, problem: null, why: told.advised.why, lightS: told.advised.light_before_s });
      onAdvised(told);
    } catch (error) {
      setState({
        busy: false,
        problem:
          error instanceof Problem ? error : new Problem(0, say("common-the-server-does-not-answer-try"), []),
        why: [],
        lightS: 0,
      });
    }
  };
  const said = state.problem?.errors[0];
  return (
    <form
      className="flex flex-col gap-3"
      aria-label={say("screen-advisor-wished-zones")}
      onSubmit={(e) => {
        e.preventDefault();
        void ask();
      }}
    >
      <Tick
        label={say("screen-advisor-a-gentle-place")}
        value={wish.gentle}
        onChange={(gentle) => set({ gentle })}
      />
      {wish.gentle && (
        <div className="grid grid-cols-2 gap-2">
          <Quantity
            label={say("screen-advisor-from")}
            slider={false}
            value={wish.low}
            scale={temperature(system)}
            low={60}
            high={200}
            onChange={(c) => c !== null && set({ low: c })}
          />
          <Quantity
            label={say("screen-advisor-to")}
            slider={false}
            value={wish.high}
            scale={temperature(system)}
            low={60}
            high={220}
            onChange={(c) => c !== null && set({ high: c })}
          />
        </div>
      )}
      <div className="flex flex-wrap gap-x-5">
        <Tick
          label={say("screen-advisor-a-searing-place")}
          value={wish.sear}
          onChange={(sear) => set({ sear })}
        />
        <Tick
          label={say("screen-advisor-fatty-cuts")}
          value={wish.fatty}
          onChange={(fatty) => set({ fatty })}
        />
      </div>
      <Quantity
        label={say("screen-advisor-for")}
        value={wish.hours}
        scale={HOURS}
        low={0.5}
        high={12}
        onChange={(h) => h !== null && set({ hours: h })}
      />
      <Button type="submit" weight="ember" disabled={state.busy}>
        {state.busy ? say("screen-advisor-working-it-out") : say("screen-advisor-build-it-for-me")}
      </Button>
      {state.problem && (
        <div className="flex flex-col gap-1">
          <Mistake>{phrase(system, said?.message ?? state.problem.message)}</Mistake>
          {state.problem.errors.filter((e) => e.field.startsWith("remedy:")).length > 0 && (
            <p className="m-0 text-sm text-ash">
              {say("screen-advisor-you-could")}{" "}
              {state.problem.errors
                .filter((e) => e.field.startsWith("remedy:"))
                .map((e) => phrase(system, e.message))
                .join("; ")}
              .
            </p>
          )}
        </div>
      )}
      {state.why.length > 0 && (
        <ul
          className="m-0 flex list-none flex-col gap-1 border-l-4 border-ember p-0 pl-3 text-sm"
          aria-live="polite"
        >
          <li>
            <strong>
              {say("screen-advisor-light-it-before-the-food-goes", { light: spanText(state.lightS) })}
            </strong>
          </li>
          {state.why.map((w) => (
            <li key={w}>{phrase(system, w)}</li>
          ))}
        </ul>
      )}
    </form>
  );
}
