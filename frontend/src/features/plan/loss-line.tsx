import { share } from "@/units/units";
import { say } from "@/words/say";

interface Props {
  /** Juice and steam, in parts of the raw weight. */
  juice: number;
  fat: number;
}

/** What a piece loses on its way to the table. */
export function LossLine({ juice, fat }: Props) {
  const whole = juice + fat;
  if (whole < 0.005) return null;
  return (
    <p className="m-0 mt-2 text-sm text-ash">
      {say("screen-loss-line-loses")} <b className="figure text-base text-ink">{share(whole)}</b>{" "}
      {say("screen-loss-line-of-its-weight", {
        fat: fat >= 0.005 && say("screen-loss-line-juice-and-fat", { juice: share(juice), fat: share(fat) }),
      })}
    </p>
  );
}
