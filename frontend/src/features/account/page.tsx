import { type FormEvent, useState } from "react";

import { Problem } from "@/api/client";
import { useEnterDemo, useSignIn, useSignUp } from "@/api/hooks";
import { BOX, Button, Field, Mistake } from "@/ui/controls";

/** Sign in, or make an account. */
export function SignInPage({ demo }: { demo: boolean }) {
  const [fresh, setFresh] = useState(false);
  const [form, setForm] = useState({ username: "", password: "", household: "" });
  const signIn = useSignIn();
  const signUp = useSignUp();
  const enterDemo = useEnterDemo();
  const active = fresh ? signUp : signIn;
  const problem = active.error instanceof Problem ? active.error : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (fresh) signUp.mutate(form);
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
        <h1 className="m-0 text-5xl leading-none font-extrabold [font-stretch:112%]">Brasko</h1>
        <p className="mt-4 max-w-sm text-lg">
          Say what you cook, how thick it is and when you eat. Brasko works out the fire, the pull and the
          sear, and stays with you until it is on the board.
        </p>
      </div>
      <form onSubmit={submit} className="plate flex flex-col gap-4 p-6" aria-labelledby="account-title">
        <h2 id="account-title" className="m-0 text-2xl">
          {fresh ? "A new household" : "Sign in"}
        </h2>
        {fresh && box("household", "Household", "text", "organization")}
        {box("username", "Name", "text", "username")}
        {box("password", "Password", "password", fresh ? "new-password" : "current-password")}
        {active.error && !problem?.errors.length && <Mistake>{active.error.message}</Mistake>}
        <Button type="submit" weight="ember" disabled={active.isPending}>
          {fresh ? "Make the account" : "Sign in"}
        </Button>
        <div className="flex flex-wrap gap-4">
          <Button weight="quiet" onClick={() => setFresh(!fresh)}>
            {fresh ? "I have an account" : "Make an account"}
          </Button>
          {demo && (
            <Button weight="quiet" onClick={() => enterDemo.mutate(undefined)}>
              Enter the demo household
            </Button>
          )}
        </div>
      </form>
    </main>
  );
}
