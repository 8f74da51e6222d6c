import { Button, Choice } from "@/ui/controls";
import { Fold } from "@/ui/fold";

import { Advisor } from "./advisor";
import { Building, WeatherControls } from "./building";
import { sent } from "./model";
import { SetFor } from "./set-for";
import type { Builder } from "./use-builder";
import { say } from "@/words/say";

/** How a fire is laid and set. */
export function Laying({ builder }: { builder: Builder }) {
  const { reference, kind, draft, change, setSetup, system, look, wrong } = builder;
  const sky = draft.setup.weather ?? {};
  return (
    <section
      aria-label={say("screen-laying-how-it-is-laid-and-set")}
      className="plate order-2 flex flex-col gap-4 p-4 lg:order-1"
    >
      {builder.other && <WhichLayout builder={builder} />}
      <Choice
        label={say("screen-laying-grill")}
        value={builder.listed}
        options={builder.options}
        onChange={builder.takeGrill}
        error={wrong("grill")}
      />
      {kind.grates.length > 1 && (
        <Choice
          label={say("screen-laying-grate")}
          value={draft.grate}
          options={kind.grates}
          onChange={(grate) => change({ ...draft, grate })}
        />
      )}
      <Building
        reference={reference}
        kind={kind}
        setup={draft.setup}
        told={look.shown?.setup ?? null}
        problem={look.problem}
        system={system}
        onSetup={setSetup}
      />
      {kind.has_lid && (
        <SetFor
          key={builder.listed}
          setup={draft.setup}
          system={
            kind.has_knobs
              ? say("screen-laying-the-knobs")
              : kind.has_vents
                ? say("screen-laying-the-vents")
                : "it"
          }
          units={system}
          onSet={(told) => setSetup(sent(draft.setup.grill, told, sky))}
        />
      )}
      <Fold title={say("screen-laying-weather")}>
        <WeatherControls
          setup={draft.setup}
          live={builder.weather}
          system={system}
          onSetup={setSetup}
          wrong={wrong}
        />
      </Fold>
      <Fold title={say("screen-laying-tell-me-what-to-build")}>
        <Advisor
          setup={draft.setup}
          system={system}
          onAdvised={({ setup, advised }) =>
            change({
              ...draft,
              setup: sent(draft.setup.grill, setup, sky),
              gentle: advised.gentle ?? draft.gentle,
              sear: advised.sear ?? draft.sear,
            })
          }
        />
      </Fold>
    </section>
  );
}

function WhichLayout({ builder }: { builder: Builder }) {
  return (
    <div
      role="group"
      aria-label={say("screen-laying-which-layout-you-set")}
      className="grid grid-cols-2 gap-1"
    >
      {[say("screen-laying-this-fire"), say("screen-laying-the-other")].map((name, i) => (
        <Button
          key={name}
          weight={i === builder.active ? "ember" : "plain"}
          aria-pressed={i === builder.active}
          onClick={() => builder.setActive(i)}
        >
          {name}
        </Button>
      ))}
    </div>
  );
}
