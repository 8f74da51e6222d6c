import { useSearchParams } from "react-router";

import type { Problem } from "@/api/client";
import { useFireReference, useFires, useGrills } from "@/api/yard";
import { Failed, Waiting } from "@/ui/controls";
import { phrase } from "@/units/units";

import { CourseChart } from "./course-chart";
import { Danger, InShort, Steps } from "./given";
import { KeepFire } from "./keep-fire";
import { Laying } from "./laying";
import { layoutName, OnTheGrate } from "./on-the-grate";
import { type Builder, type BuilderProps, useBuilder } from "./use-builder";
import type { Look } from "./use-fire";
import { say } from "@/words/say";

export function FirePage() {
  const reference = useFireReference();
  const grills = useGrills();
  const fires = useFires();
  const [query] = useSearchParams();
  for (const each of [reference, grills, fires])
    if (each.isError) return <Failed error={each.error} again={() => void each.refetch()} />;
  if (!reference.data || !grills.data || !fires.data)
    return <Waiting what={say("screen-fire-fetching-your-grills")} />;
  return (
    <Build
      key={query.toString()}
      reference={reference.data}
      grills={grills.data}
      fires={fires.data}
      fire={Number(query.get("fire"))}
      grill={query.get("grill")}
    />
  );
}

function Build(props: BuilderProps) {
  const builder = useBuilder(props);
  const { problem, shown } = builder.look;
  const refused = problem && <Refused problem={problem} system={builder.system} />;
  return (
    <div className="grid gap-4 pt-2 lg:grid-cols-[18.5rem_minmax(0,1fr)] xl:grid-cols-[18.500rem_minmax(0,1fr)_21rem]">
      <h1 className="sr-only">{say("common-build-a-fire")}</h1>
      <Laying builder={builder} />
      <div className="order-1 flex min-w-0 flex-col gap-4 lg:order-2">
        {shown ? (
          <>
            <Shortly builder={builder} look={shown} />
            {refused}
            <OnTheGrate builder={builder} look={shown} />
          </>
        ) : (
          (refused ?? <Waiting what={say("common-working-out-the-heat")} />)
        )}
      </div>
      <Later builder={builder} />
    </div>
  );
}

/** What comes of each layout in a few figures. */
function Shortly({ builder, look }: { builder: Builder; look: Look }) {
  const { other, active, course, beside, besideCourse, system } = builder;
  return (
    <section aria-label={say("screen-fire-in-short")} className="plate px-4 py-2">
      {other && <h2 className="m-0 text-base">{layoutName(active === 0)}</h2>}
      <InShort look={look} told={course.shown} system={system} />
      {other && beside.shown && (
        <>
          <h2 className="m-0 mt-3 border-t border-seam pt-2 text-base">{layoutName(active !== 0)}</h2>
          <InShort look={beside.shown} told={besideCourse.shown} system={system} />
        </>
      )}
    </section>
  );
}

/** The fire over time, making it ready, and keeping it. */
function Later({ builder }: { builder: Builder }) {
  const { course, kind, system, draft } = builder;
  return (
    <div className="order-3 flex flex-col gap-4 lg:col-span-2 xl:col-span-1">
      {(kind.has_lid || !kind.has_knobs) && (
        <section aria-label={say("screen-fire-over-time")} className="plate flex flex-col gap-3 p-4">
          <h2 className="m-0 text-lg">{say("screen-fire-over-time")}</h2>
          {course.shown ? (
            <CourseChart
              told={course.shown}
              open={!kind.has_lid}
              system={system}
              atS={builder.atS}
              onAt={builder.setAtS}
            />
          ) : (
            <Waiting what={say("screen-fire-lighting-it")} />
          )}
        </section>
      )}
      {course.shown && (
        <section aria-label={say("screen-fire-making-it-ready")} className="plate flex flex-col gap-3 p-4">
          <h2 className="m-0 text-lg">{say("screen-fire-making-it-ready")}</h2>
          <Steps told={course.shown} system={system} weather={draft.setup.weather} />
          <Danger dangers={course.shown.dangers} />
        </section>
      )}
      <section aria-label={say("screen-fire-keep-it")} className="plate p-4">
        <KeepFire
          draft={draft}
          usual={builder.options.find((o) => o.key === builder.listed)?.name ?? kind.name}
        />
      </section>
    </div>
  );
}

function Refused({ problem, system }: { problem: Problem; system: Builder["system"] }) {
  return (
    <div role="alert" className="plate border-alarm p-4">
      <h2 className="m-0 text-lg">
        {problem.status === 0 ? say("screen-fire-no-answer") : say("screen-fire-this-fire-cannot-be-laid")}
      </h2>
      <p className="m-0">{phrase(system, problem.errors[0]?.message ?? problem.message)}</p>
    </div>
  );
}
