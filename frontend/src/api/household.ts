import { createContext, useContext } from "react";

import type { System } from "@/units/units";

import type { Session } from "./hooks";

type Household = NonNullable<Session["household"]>;

export const HouseholdContext = createContext<Household | null>(null);

/** The signed-in household. */
export function useHousehold(): Household {
  const household = useContext(HouseholdContext);
  if (!household) throw new Error("useHousehold needs a signed-in household");
  return household;
}

/** Return what the signed-in person can do: a helper does what the server lists. */
export function useMay() {
  const { role, marks } = useHousehold();
  return {
    cook: role !== "hand",
    mark: (kind: string) => !marks || marks.includes(kind),
  };
}

export const useSystem = (): System => useHousehold().units;
