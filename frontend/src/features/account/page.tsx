import { type FormEvent, useState } from "react";

import { useNavigate } from "react-router";

import { Problem, type Schemas } from "@/api/client";
import { useEnterDemo, useRecover, useSignIn, useSignUp } from "@/api/hooks";
import { Button, Mistake } from "@/ui/controls";
import { say } from "@/words/say";

import { AccountField } from "./account-field";

/** What whoever stands at the door wants. */
type Wish = "in" | "fresh" | "lost";

/** Sign in, make an account, or get back into one. */
export function SignInPage({
  demo,
  signUpIs,
}: {
  demo: boolean;
  signUpIs: Schemas["SessionOut"]["sign_up"];
}) {
  const [wish, setWish] = useState<Wish>("in");
  const fresh = wish === "fresh";
  const [form, setForm] = useState({ username: "", password: "", household: "", code: "", invitation: "" });
  const signIn = useSignIn();
  const signUp = useSignUp();
  const recover = useRecover();
  const go = useNavigate();
  const enterDemo = useEnterDemo();
  const active = { in: signIn, fresh: signUp, lost: recover }[wish];
  const problem = active.error instanceof Problem ? active.error : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    // this page is gone by the time that the account is there
    if (fresh)
      void signUp.mutateAsync(form).then(
        () => go("/welcome", { replace: true, state: { fresh: true } }),
        () => undefined,
      );
    else if (wish === "lost")
      recover.mutate({ username: form.username, code: form.code, password: form.password });
    else signIn.mutate({ username: form.username, password: form.password, code: form.code });
  };
  const box = (key: keyof typeof form, label: string, type: "text" | "password", complete: string) => (
    <AccountField
      name={key}
      {...{ label, type, complete, problem }}
      value={form[key]}
      onChange={(value) => setForm({ ...form, [key]: value })}
    />
  );
  const title = {
    in: say("screen-account-sign-in"),
    fresh: say("screen-account-a-new-household"),
    lost: say("screen-account-a-lost-password"),
  }[wish];
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
        {wish === "lost" && <p className="m-0 text-sm">{say("screen-account-the-code-was-shown-once")}</p>}
        {fresh && signUpIs === "invited" && (
          <>
            <p className="m-0 text-sm">{say("screen-account-from-whoever-runs-this")}</p>
            {box("invitation", say("screen-account-invitation"), "text", "one-time-code")}
          </>
        )}
        {fresh && box("household", say("screen-account-household"), "text", "organization")}
        {box("username", say("screen-account-name"), "text", "username")}
        {wish === "lost" && box("code", say("screen-account-recovery-code"), "text", "one-time-code")}
        {box(
          "password",
          wish === "lost" ? say("screen-account-new-password") : say("screen-account-password"),
          "password",
          wish === "in" ? "current-password" : "new-password",
        )}
        {wish === "in" &&
          (problem?.of("code") || form.code !== "") &&
          box("code", say("screen-codes-the-code-now"), "text", "one-time-code")}
        {active.error && !problem?.errors.length && <Mistake>{active.error.message}</Mistake>}
        <Button type="submit" weight="ember" disabled={active.isPending}>
          {fresh
            ? say("screen-account-make-the-account")
            : wish === "lost"
              ? say("screen-account-open-it-with-the-code")
              : say("screen-account-sign-in")}
        </Button>
        <div className="flex flex-wrap gap-4">
          {(wish !== "in" || signUpIs !== "closed") && (
            <Button weight="quiet" onClick={() => setWish(wish === "in" ? "fresh" : "in")}>
              {wish === "in"
                ? say("screen-account-make-an-account")
                : say("screen-account-i-have-an-account")}
            </Button>
          )}
          {wish === "in" && (
            <Button weight="quiet" onClick={() => setWish("lost")}>
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
