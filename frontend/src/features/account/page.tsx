import { type FormEvent, useState } from "react";

import { useNavigate } from "react-router";

import { Problem } from "@/api/client";
import { useEnterDemo, useSignIn, useSignUp } from "@/api/hooks";
import { BOX, Button, Field, Mistake } from "@/ui/controls";
import { say } from "@/words/say";

/** Sign in, or make an account. */
export function SignInPage({ demo }: { demo: boolean }) {
  const [fresh, setFresh] = useState(false);
  const [form, setForm] = useState({ username: "", password: "", household: "" });
  const signIn = useSignIn();
  const signUp = useSignUp();
  const go = useNavigate();
  const enterDemo = useEnterDemo();
  const active = fresh ? signUp : signIn;
  const problem = active.error instanceof Problem ? active.error : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    // this page is gone by the time that the account is there
    if (fresh)
      void signUp.mutateAsync(form).then(
        () => go("/welcome", { replace: true, state: { fresh: true } }),
        () => undefined,
      );
    else signIn.mutate({ username: form.username, password: form.password });
  };
  const box = (key: keyof typeof form, label: string, type: string, complete: string) => (
    <Field label={label} error={problem?.of(key)?.message}>
      {({ id, describedBy, invalid }) => (
        <input
          id={id}
          type={type}
          required
          autoComplete={complete}
          aria-describedby={describedBy}
          aria-invalid={invalid}
          className={BOX}
          value={form[key]}
          onChange={(e) => setForm({ ...form, [key]: e.target.value })}
        />
      )}
    </Field>
  );
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
          {fresh ? say("screen-account-a-new-household") : say("screen-account-sign-in")}
        </h2>
        {fresh && box("household", say("screen-account-household"), "text", "organization")}
        {box("username", say("screen-account-name"), "text", "username")}
        {box(
          "password",
          say("screen-account-password"),
          "password",
          fresh ? "new-password" : "current-password",
        )}
        {active.error && !problem?.errors.length && <Mistake>{active.error.message}</Mistake>}
        <Button type="submit" weight="ember" disabled={active.isPending}>
          {fresh ? say("screen-account-make-the-account") : say("screen-account-sign-in")}
        </Button>
        <div className="flex flex-wrap gap-4">
          <Button weight="quiet" onClick={() => setFresh(!fresh)}>
            {fresh ? say("screen-account-i-have-an-account") : say("screen-account-make-an-account")}
          </Button>
          {demo && (
            <Button weight="quiet" onClick={() => enterDemo.mutate(undefined)}>
              {say("screen-account-enter-the-demo-household")}
            </Button>
          )}
        </div>
      </form>
    </main>
  );
}
