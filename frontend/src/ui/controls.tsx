import { Label } from "radix-ui";
import { type ComponentProps, lazy, type ReactNode, Suspense, useId, useState } from "react";

import { say } from "@/words/say";

type Weight = "ember" | "plain" | "quiet";
const WEIGHTS: Record<Weight, string> = {
  ember: "px-4 bg-ember text-on-ember font-bold hover:brightness-110",
  plain: "px-4 bg-raised text-ink font-semibold hover:bg-seam",
  quiet:
    "px-2 bg-transparent text-ink underline decoration-seam decoration-2 underline-offset-4 hover:decoration-ember",
};

export function Button({
  weight = "plain",
  className = "",
  ...rest
}: ComponentProps<"button"> & { weight?: Weight }) {
  return (
    <button
      type="button"
      {...rest}
      className={`min-h-11 rounded-bar py-2 [font-stretch:85%] disabled:cursor-not-allowed disabled:opacity-50 ${WEIGHTS[weight]} ${className}`}
    />
  );
}

export function Mistake({ id, children }: { id?: string; children: ReactNode }) {
  return (
    <p id={id} role="alert" className="m-0 border-l-4 border-alarm pl-2 text-sm text-alarm">
      {children}
    </p>
  );
}

const Help = lazy(() => import("./help").then((m) => ({ default: m.Help })));

interface HelpButtonProps {
  /** The label that it explains, by its id. */
  about: string;
  open: boolean;
  onOpen: (open: boolean) => void;
}

/** Beside a label: shows what the guide says of it. It comes forward with the pointer or the cursor in its field. */
function HelpButton({ about, open, onOpen }: HelpButtonProps) {
  return (
    <button
      type="button"
      aria-expanded={open}
      aria-label={say("screen-help-explain-this")}
      aria-describedby={about}
      onClick={() => onOpen(!open)}
      className="relative grid size-6 place-items-center rounded-bar text-sm font-bold text-ash group-focus-within/field:bg-raised group-focus-within/field:text-ink group-hover/field:bg-raised group-hover/field:text-ink after:absolute after:-inset-2.5 after:content-[''] aria-expanded:bg-ember aria-expanded:text-on-ember"
    >
      <span aria-hidden>?</span>
    </button>
  );
}

interface FieldProps {
  label: string;
  error?: ReactNode;
  hint?: ReactNode;
  /** The guide's entry that explains what is asked. */
  help?: string | undefined;
  children: (ids: { id: string; describedBy: string | undefined; invalid: boolean }) => ReactNode;
}

export function Field({ label, error, hint, help, children }: FieldProps) {
  const id = useId();
  const [helps, setHelps] = useState(false);
  const said = error ? `${id}-error` : hint ? `${id}-hint` : undefined;
  return (
    // eslint-disable-next-line jsx-a11y/no-static-element-interactions -- F1 rises from the field inside
    <div
      className="group/field flex flex-col gap-1"
      onKeyDown={(e) => {
        const away = helps && e.key === "Escape";
        if (!help || (e.key !== "F1" && !away)) return;
        e.preventDefault();
        setHelps(!away);
      }}
    >
      <span className="flex items-center gap-2">
        <Label.Root id={`${id}-label`} htmlFor={id} className="text-sm font-semibold [font-stretch:85%]">
          {label}
        </Label.Root>
        {help && <HelpButton about={`${id}-label`} open={helps} onOpen={setHelps} />}
      </span>
      {help && helps && (
        <Suspense fallback={null}>
          <Help entry={help} />
        </Suspense>
      )}
      {children({ id, describedBy: said, invalid: Boolean(error) })}
      {error ? (
        <Mistake id={`${id}-error`}>{error}</Mistake>
      ) : hint ? (
        <p id={`${id}-hint`} className="m-0 text-sm text-ash">
          {hint}
        </p>
      ) : null}
    </div>
  );
}

interface TickProps {
  label: ReactNode;
  value: boolean;
  onChange: (value: boolean) => void;
  error?: ReactNode;
}

/** A checkbox beside what it means. */
export function Tick({ label, value, onChange, error }: TickProps) {
  return (
    <label className="flex min-h-11 items-start gap-3 py-3 text-sm leading-5">
      <input
        type="checkbox"
        checked={value}
        onChange={(e) => onChange(e.target.checked)}
        className="mt-0.5 accent-(--c-ember)"
      />
      <span>
        {label}
        {error && (
          <span role="alert" className="block text-alarm">
            {error}
          </span>
        )}
      </span>
    </label>
  );
}

export const BOX =
  "min-h-11 w-full rounded-bar border border-seam bg-ground px-3 text-ink aria-[invalid=true]:border-alarm aria-[invalid=true]:border-2";

interface TextFieldProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  error?: ReactNode;
  hint?: ReactNode;
  required?: boolean;
  placeholder?: string;
  autoFocus?: boolean;
}

/** A line of text, as long as a name may be. */
export function TextField({ label, value, onChange, error, hint, ...rest }: TextFieldProps) {
  return (
    <Field label={label} error={error} hint={hint}>
      {({ id, describedBy, invalid }) => (
        <input
          id={id}
          aria-describedby={describedBy}
          aria-invalid={invalid}
          maxLength={80}
          value={value}
          onChange={(e) => onChange(e.target.value)}
          className={BOX}
          {...rest}
        />
      )}
    </Field>
  );
}

interface DecimalFieldProps {
  label: string;
  text: string;
  onText: (text: string) => void;
  className?: string;
  autoFocus?: boolean;
}

/** A number to be typed, kept as it is typed. */
export function DecimalField({ label, text, onText, className = "", autoFocus = false }: DecimalFieldProps) {
  return (
    <Field label={label}>
      {({ id }) => (
        <input
          id={id}
          inputMode="decimal"
          autoFocus={autoFocus}
          autoComplete="off"
          aria-invalid={text !== "" && Number.isNaN(Number(text.replace(",", ".")))}
          value={text}
          onChange={(e) => onText(e.target.value)}
          className={`${BOX} figure ${className}`}
        />
      )}
    </Field>
  );
}

interface ChoiceProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** Options with a group stand under its heading. */
  options: { key: string; name: string; group?: string }[];
  error?: ReactNode;
  hint?: ReactNode;
  help?: string | undefined;
}

function grouped<T extends { group?: string }>(options: T[]): [string, T[]][] {
  const groups = new Map<string, T[]>();
  for (const option of options)
    groups.set(option.group ?? "", [...(groups.get(option.group ?? "") ?? []), option]);
  return [...groups];
}

export function Choice({ label, value, onChange, options, error, hint, help }: ChoiceProps) {
  return (
    <Field label={label} error={error} hint={hint} help={help}>
      {({ id, describedBy, invalid }) => (
        <select
          id={id}
          aria-describedby={describedBy}
          aria-invalid={invalid}
          value={value}
          onChange={(e) => onChange(e.target.value)}
          className={BOX}
        >
          {grouped(options).map(([group, within]) => {
            const listed = within.map((o) => (
              <option key={o.key} value={o.key}>
                {o.name}
              </option>
            ));
            return group ? (
              <optgroup key={group} label={group}>
                {listed}
              </optgroup>
            ) : (
              listed
            );
          })}
        </select>
      )}
    </Field>
  );
}

export function Waiting({ what }: { what: string }) {
  return (
    <div role="status" className="plate flex min-h-40 items-center gap-3 p-6 text-ash">
      <span aria-hidden className="glow inline-block h-3 w-10 rounded-full bg-ember" />
      {what}
    </div>
  );
}

export function Failed({ error, again }: { error: Error; again: () => void }) {
  return (
    <div role="alert" className="plate flex flex-col items-start gap-3 p-6">
      <p className="m-0 font-semibold">{error.message}</p>
      <Button onClick={again}>{say("screen-controls-try-again")}</Button>
    </div>
  );
}
