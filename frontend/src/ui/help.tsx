import { Link } from "react-router";

import { useGuide } from "@/api/hooks";
import { useSystem } from "@/api/household";
import { phrase } from "@/units/units";
import { say } from "@/words/say";

/** What the guide says of one thing, where it is asked about. */
export function Help({ entry }: { entry: string }) {
  const guide = useGuide();
  const system = useSystem();
  const found = guide.data?.entries.find((e) => e.key === entry);
  const told = guide.error
    ? guide.error.message
    : guide.data
      ? say("screen-help-nothing")
      : say("screen-help-opening-the-guide");
  return (
    <div role="status" className="border-l-4 border-ember bg-raised px-3 py-2 text-sm">
      {found ? (
        <>
          <p className="m-0 font-semibold">{found.title}</p>
          <p className="m-0 mt-0.5">{phrase(system, found.text)}</p>
          <Link to={`/guide#${entry}`} className="mt-1 inline-block py-1 link">
            {say("screen-help-more-in-the-guide")}
          </Link>
        </>
      ) : (
        <p className="m-0">{told}</p>
      )}
    </div>
  );
}
