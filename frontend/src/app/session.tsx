import { type ReactNode, useEffect, useMemo } from "react";

import { useEnterDemo, useIsSigningOut, useSession } from "@/api/hooks";
import { HouseholdContext } from "@/api/household";
import { speakFor } from "@/api/outbox";
import { SignInPage } from "@/features/account";
import { listen } from "@/words/language";
import { Failed, Waiting } from "@/ui/controls";
import { clockBy } from "@/units/units";

import { keepAgain } from "./keep";
import { say } from "@/words/say";

const LEFT_DEMO = "brasko-left-demo";

export const leaveDemo = () => sessionStorage.setItem(LEFT_DEMO, "1");

/** Everything inside is shown to a signed-in household; a demo signs its visitor in by itself. */
export function SessionGate({ children }: { children: ReactNode }) {
  const session = useSession();
  const demo = useEnterDemo();
  const enter = Boolean(session.data?.demo && !session.data.signed_in && !sessionStorage.getItem(LEFT_DEMO));
  const { mutate, status } = demo;
  useEffect(() => {
    if (enter && status === "idle") mutate(undefined);
  }, [enter, mutate, status]);
  const scheme = session.data?.household?.scheme ?? "system";
  useEffect(() => {
    const dark = window.matchMedia("(prefers-color-scheme: dark)");
    const paint = () => {
      document.documentElement.dataset.scheme =
        scheme === "system" ? (dark.matches ? "dark" : "light") : scheme;
    };
    paint();
    dark.addEventListener("change", paint);
    return () => dark.removeEventListener("change", paint);
  }, [scheme]);
  const wanted = session.data?.household?.language;
  useEffect(() => {
    if (wanted) listen(wanted);
  }, [wanted]);
  const name = session.data?.household?.username ?? null;
  useEffect(() => {
    speakFor(name);
    if (name !== null) keepAgain();
  }, [name]);
  const leaving = useIsSigningOut();
  const household = useMemo(() => session.data?.household ?? null, [session.data]);
  clockBy(household?.clock ?? "24");
  if (session.isError && !session.data)
    return (
      <main className="p-6">
        <Failed error={session.error} again={() => void session.refetch()} />
      </main>
    );
  if (session.isPending || (enter && !demo.isError))
    return (
      <main className="p-6">
        <Waiting what={say("screen-session-lighting-up")} />
      </main>
    );
  if (leaving)
    return (
      <main className="p-6">
        <Waiting what={say("screen-session-shutting-the-lid")} />
      </main>
    );
  if (!household) return <SignInPage demo={session.data.demo} signUpIs={session.data.sign_up} />;
  return <HouseholdContext value={household}>{children}</HouseholdContext>;
}
