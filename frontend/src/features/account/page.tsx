import { type FormEvent, useState } from "react";

import { useNavigate } from "react-router";

import { Problem, type Schemas } from "@/api/client";
import { useEnterDemo, useRecover, useSignIn, useSignUp } from "@/api/hooks";
import { useDraftForm } from "@/app/drafts";
import { Button, Mistake } from "@/ui/controls";
import { Restored } from "@/ui/restored";
import { say } from "@/words/say";

import { AccountField } from "./account-field";

/** What a visitor is here for: signing in, a new account, a new password. */
type Purpose = "in" | "fresh" | "lost";

/** What survives a reload: never a password or a code. */
interface Names {
  purpose: Purpose;
  username: string;
  household: string;
}
const NO_NAMES: Names = { purpose: "in", username: "", household: "" };
const NO_SECRETS = { password: "", code: "", invitation: "" };

/** Sign in, make an account, or get back into one. */
export function SignInPage({
  demo,
  signUpIs,
}: {
  demo: boolean;
  signUpIs: Schemas["SessionOut"]["sign_up"];
}) {
  const names = useDraftForm("sign-in", NO_NAMES);
  const [secrets, setSecrets] = useState(NO_SECRETS);
  const { purpose } = names.value;
  const fresh = purpose === "fresh";
  const form = { ...names.value, ...secrets };
  const setPurpose = (next: Purpose) => names.set({ ...names.value, purpose: next });
  const signIn = useSignIn();
  const signUp = useSignUp();
  const recover = useRecover();
  const go = useNavigate();
  const enterDemo = useEnterDemo();
  const active = { in: signIn, fresh: signUp, lost: recover }[purpose];
  const problem = active.error instanceof Problem ? active.error : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const { username, household, password, code, invitation } = form;
    // this page is gone by the time that the account is there
    const entering = {
      in: () => signIn.mutateAsync({ username, password, code }),
      lost: () => recover.mutateAsync({ username, code, password }),
      fresh: () => signUp.mutateAsync({ username, household, password, invitation }),
    }[purpose]();
    void entering.then(
      () => {
        names.drop();
        if (fresh) void go("/welcome", { replace: true, state: { fresh: true } });
      },
      () => undefined,
    );
  };
  const box = (key: keyof typeof form, label: string, type: "text" | "password", complete: string) => (
    <AccountField
      name={key}
      {...{ label, type, complete, problem }}
      value={form[key]}
      onChange={(value) =>
        key in names.value
          ? names.set({ ...names.value, [key]: value })
          : setSecrets({ ...secrets, [key]: value })
      }
    />
  );
  const title = {
    in: say("screen-account-sign-in"),
    fresh: say("screen-account-a-new-household"),
    lost: say("screen-account-a-lost-password"),
  }[purpose];
  return (
    <main className="mx-auto grid min-h-dvh max-w-4xl items-center gap-10 p-6 md:grid-cols-2">
      <div>
        <h1 className="m-0 text-5xl leading-none font-extrabold [font-stretch:112%]">
          {say("screen-account-brasko")}
        </h1>
        <p className="mt-4 max-w-sm text-lg">{say("screen-account-say-what-you-cook-how-thick")}</p>
      </div>
      <form onSubmit={submit} className="plate flex flex-col gap-4 p-6" aria-labelledby="account-title">
        <h2 id="account-title" className="m-0 text-2xl">
          {title}
        </h2>
        {names.restored && form.username + form.household !== "" && (
          <Restored
            onAnew={() => {
              names.anew();
              setSecrets(NO_SECRETS);
            }}
          />
        )}
        {purpose === "lost" && <p className="m-0 text-sm">{say("screen-account-the-code-was-shown-once")}</p>}
        {fresh && signUpIs === "invited" && (
          <>
            <p className="m-0 text-sm">{say("screen-account-from-whoever-runs-this")}</p>
            {box("invitation", say("screen-account-invitation"), "text", "one-time-code")}
          </>
        )}
        {fresh && box("household", say("screen-account-household"), "text", "organization")}
        {box("username", say("screen-account-name"), "text", "username")}
        {purpose === "lost" && box("code", say("screen-account-recovery-code"), "text", "one-time-code")}
        {box(
          "password",
          purpose === "lost" ? say("screen-account-new-password") : say("screen-account-password"),
          "password",
          purpose === "in" ? "current-password" : "new-password",
        )}
        {purpose === "in" &&
          (problem?.of("code") || form.code !== "") &&
          box("code", say("screen-codes-the-code-now"), "text", "one-time-code")}
        {active.error && !problem?.errors.length && <Mistake>{active.error.message}</Mistake>}
        <Button type="submit" weight="ember" disabled={active.isPending}>
          {fresh
            ? say("screen-account-make-the-account")
            : purpose === "lost"
              ? say("screen-account-open-it-with-the-code")
              : say("screen-account-sign-in")}
        </Button>
        <div className="flex flex-wrap gap-4">
          {(purpose !== "in" || signUpIs !== "closed") && (
            <Button weight="quiet" onClick={() => setPurpose(purpose === "in" ? "fresh" : "in")}>
              {purpose === "in"
                ? say("screen-account-make-an-account")
                : say("screen-account-i-have-an-account")}
            </Button>
          )}
          {purpose === "in" && (
            <Button weight="quiet" onClick={() => setPurpose("lost")}>
              {say("screen-account-i-lost-my-password")}
            </Button>
          )}
          {demo && (
            <Button weight="quiet" onClick={() => enterDemo.mutate(undefined)}>
              {say("screen-account-enter-the-demo-household")}
            </Button>
          )}
        </div>
        {signUpIs === "closed" && <p className="m-0 text-sm">{say("screen-account-no-new-households")}</p>}
      </form>
    </main>
  );
}
