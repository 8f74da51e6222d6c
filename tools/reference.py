"""Run the reference cooks forwards and write their table into docs/validation.md, by group."""

import json
import sys
from concurrent.futures import ProcessPoolExecutor
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests" / "reference")]

from told_cooks import REASONS, Verdict, computed, references  # noqa: E402

PAGE = ROOT / "docs" / "validation.md"
TITLE = "## Reference cooks"


def section(found: list[Verdict], reasons: dict[str, str]) -> str:
    """The table as Markdown, with a summary by group."""
    counted = [v for v in found if v.reference.is_counted]
    lines = [
        f"{TITLE}\n",
        "Made by `make reference`: what cooks see and published experiments, each told forwards (`brasko "
        "cook`) and read off. "
        f"In range: **{sum(v.within for v in counted)} of {len(counted)}** that count.\n",
        "| group | rows | in range |",
        "| --- | --- | --- |",
    ]
    for group in dict.fromkeys(v.reference.group for v in counted):
        rows = [v for v in counted if v.reference.group == group]
        lines.append(f"| {group} | {len(rows)} | {sum(v.within for v in rows)} |")
    lines += ["", "| cook | what | expected | computed | verdict | source |", "| --- | --- | --- | --- | --- | --- |"]
    for v in found:
        r = v.reference
        verdict = "in range" if v.within else f"missed: {reasons.get(r.id, 'not looked at')}"
        what = r.what if r.is_counted else f"{r.what} (does not count)"
        lines.append(
            f"| {r.id} | {what.replace('|', '/')} | {r.low:.3g} to {r.high:.3g} {r.unit} | {v.value:.3g} "
            f"{r.unit} | {verdict} | {r.source} |"
        )
    return "\n".join(lines) + "\n"


def replaced(page: str, new: str) -> str:
    """The page with its section of reference cooks replaced, or put before the next heading after the first table."""
    before, _, rest = page.partition(TITLE)
    if not rest:
        before, _, rest = page.partition("\n## ")
        return f"{before.rstrip()}\n\n{new}\n## {rest}" if rest else f"{before.rstrip()}\n\n{new}"
    _, _, after = rest.partition("\n## ")
    return f"{before.rstrip()}\n\n{new}" + (f"\n## {after}" if after else "")


def main() -> None:
    with ProcessPoolExecutor(2) as pool:
        found = [
            Verdict(r, v) for r, v in zip(references(), pool.map(computed, references(), chunksize=4), strict=True)
        ]
    for v in found:
        print(
            f"{'  ' if v.within else '✗ '}{v.reference.id}  {v.reference.low:g} to {v.reference.high:g} "
            f"{v.reference.unit}: {v.value:.3g}"
        )
    new = section(found, json.loads(REASONS.read_text(encoding="utf-8")))
    PAGE.write_text(replaced(PAGE.read_text(encoding="utf-8"), new), encoding="utf-8")
    counted = [v for v in found if v.reference.is_counted]
    print(f"{sum(v.within for v in counted)} of {len(counted)} that count are in range")


if __name__ == "__main__":
    main()
