import { lazy, Suspense, useEffect, useState } from "react";

import { Caught } from "./caught";
import type { Over } from "./over";

const over = () => import("./over");
const OverThePage = lazy(async () => ({ default: (await over()).OverThePage }));

/** What opens over a page and is done with one thumb; fetched once the page stands, so that it opens with the Wi-Fi gone. */
export function Sheet(props: Over) {
  const [asked, setAsked] = useState(props.open);
  if (props.open && !asked) setAsked(true);
  useEffect(() => void over().catch(() => undefined), []);
  return (
    <Caught>
      <Suspense fallback={null}>{asked && <OverThePage {...props} />}</Suspense>
    </Caught>
  );
}
