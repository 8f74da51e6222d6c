import { Link } from "react-router";

import { useStory } from "@/api/practice";
import { useSystem } from "@/api/household";
import { clockText, phrase } from "@/units/units";
import { say } from "@/words/say";

/** What a drill tells its cook as it happens; nothing beside a cook that is none. */
export function DrillStory({ cookId, practice, over }: { cookId: number; practice: boolean; over: boolean }) {
  const system = useSystem();
  const story = useStory(cookId, practice);
  const told = story.data;
  if (!told?.drill) return null;
  const last = told.said.at(-1);
  return (
    <section
      aria-label={say("screen-practice-the-drill")}
      className="plate flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-2"
    >
      <b>{told.name}</b>
      {over ? (
        <Link to={`/practice/${cookId}`} className="inline-flex min-h-11 items-center font-semibold link">
          {say("screen-practice-what-it-was-worth")}
        </Link>
      ) : (
        <span role="status" className="flex-1 text-sm">
          {last
            ? say("screen-practice-said-at", {
                at: clockText(new Date(last.at)),
                words: phrase(system, last.words),
              })
            : phrase(system, told.story)}
        </span>
      )}
    </section>
  );
}
