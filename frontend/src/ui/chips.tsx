import * as RadioGroup from "@radix-ui/react-radio-group";

import { Mistake } from "./controls";

interface Props {
  label: string;
  /** What it is called stands beside it already. */
  isLabelHidden?: boolean;
  value: string;
  options: readonly { key: string; name: string }[];
  onChange: (key: string) => void;
  error?: string | undefined;
  children?: React.ReactNode;
}

const CHIP = [
  "min-h-11 rounded-bar border-2 border-seam px-2.5 text-left text-sm font-semibold [font-stretch:80%]",
  "hover:border-ash data-[state=checked]:border-ember data-[state=checked]:bg-raised",
].join(" ");

/** One of a few, all in sight. */
export function Chips({ label, isLabelHidden = false, value, options, onChange, error, children }: Props) {
  return (
    <div className="flex flex-col gap-1">
      {!isLabelHidden && <span className="text-sm font-semibold text-ash">{label}</span>}
      <RadioGroup.Root
        aria-label={label}
        aria-invalid={error !== undefined}
        value={value}
        onValueChange={onChange}
        className="flex flex-wrap gap-1"
      >
        {options.map((option) => (
          <RadioGroup.Item key={option.key} value={option.key} className={CHIP}>
            {option.name}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      {children}
      {error && <Mistake>{error}</Mistake>}
    </div>
  );
}
