import { lazy, Suspense, useState } from "react";

import type { Over } from "./over";

const OverThePage = lazy(() => import("./over").then((over) => ({ default: over.OverThePage })));

/** What opens over a page and is done with one thumb; fetched when the first of them opens. */
export function Sheet(over: Over) {
  const [asked, setAsked] = useState(over.open);
  if (over.open && !asked) setAsked(true);
  return <Suspense fallback={null}>{asked && <OverThePage {...over} />}</Suspense>;
}
