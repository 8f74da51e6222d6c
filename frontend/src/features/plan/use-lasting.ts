import { useEffect, useState } from "react";

/** Whether something has held for so long without a break. */
export function useLasting(holds: boolean, ms: number): boolean {
  const [lasts, setLasts] = useState(false);
  useEffect(() => {
    if (!holds) return;
    const timer = window.setTimeout(() => setLasts(true), ms);
    return () => {
      window.clearTimeout(timer);
      setLasts(false);
    };
  }, [holds, ms]);
  return holds && lasts;
}
