/** What was reached, attempt by attempt, the latest at the right. */
export function Steps({ values, most, label }: { values: readonly number[]; most: number; label: string }) {
  if (values.length === 0) return null;
  return (
    <span role="img" aria-label={`${label}: ${values.join(", ")}`} className="flex h-8 items-end gap-1">
      {values.map((value, n) => (
        <span
          key={n}
          className={`w-3 rounded-t-[2px] ${n === values.length - 1 ? "bg-ember" : "bg-seam"}`}
          style={{ height: `${Math.max(8, (100 * value) / most)}%` }}
        />
      ))}
    </span>
  );
}
