import { useState } from "react";
import { NavLink } from "react-router";

import { Sheet } from "@/ui/sheet";
import { say } from "@/words/say";

interface Place {
  to: string;
  name: string;
}

/** What is gone to with a hand on the tongs; the rest is one touch further. */
const AT_THE_THUMB = ["/plan", "/cook", "/log"];
const BOX =
  "flex min-h-14 items-center justify-center font-bold text-ash no-underline [font-stretch:80%] aria-[current=page]:text-ink aria-[current=page]:shadow-[inset_0_4px_0_var(--c-ember)]";

/** Places at the lower edge of a phone, where the thumb is. */
export function ThumbBar({ places }: { places: readonly Place[] }) {
  const [open, setOpen] = useState(false);
  const near = places.filter((p) => AT_THE_THUMB.includes(p.to));
  const far = places.filter((p) => !AT_THE_THUMB.includes(p.to));
  return (
    <nav
      aria-label={say("screen-shell-places")}
      className="fixed inset-x-0 bottom-0 z-10 grid h-[var(--thumb)] auto-cols-fr grid-flow-col border-t-2 border-seam bg-panel pb-[env(safe-area-inset-bottom)] md:hidden print:hidden"
    >
      {near.map((place) => (
        <NavLink key={place.to} to={place.to} className={BOX}>
          {place.name}
        </NavLink>
      ))}
      <button type="button" className={BOX} aria-haspopup="dialog" onClick={() => setOpen(true)}>
        {say("screen-shell-more")}
      </button>
      <Sheet open={open} onClose={() => setOpen(false)} title={say("screen-shell-places")}>
        <ul className="m-0 list-none p-0">
          {far.map((place) => (
            <li key={place.to} className="border-b border-seam last:border-0">
              <NavLink
                to={place.to}
                onClick={() => setOpen(false)}
                className="flex min-h-14 items-center text-lg font-semibold text-ink no-underline aria-[current=page]:text-ember"
              >
                {place.name}
              </NavLink>
            </li>
          ))}
        </ul>
      </Sheet>
    </nav>
  );
}
