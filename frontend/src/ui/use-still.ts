import { useEffect, useState } from "react";

/** A value once it has not changed for so long. */
export function useStill(value: string, ms: number): string {
  const [still, setStill] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setStill(value), ms);
    return () => window.clearTimeout(timer);
  }, [value, ms]);
  return still;
}
