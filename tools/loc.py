"""Lines of code that are not blank, and the share that are tests. Generated files, locks and migrations do not
count."""

import subprocess
from pathlib import Path

CODE = {".py", ".ts", ".tsx", ".css", ".sh"}


def counted(path: str) -> bool:
    p = Path(path)
    return p.suffix in CODE and "migrations" not in p.parts and not path.endswith(".gen.ts")


def is_test(path: str) -> bool:
    return path.startswith("tests/") or ".test." in path


def main() -> None:
    files = subprocess.run(["git", "ls-files"], capture_output=True, text=True, check=True).stdout.split()
    lines = {f: sum(1 for line in Path(f).read_text().splitlines() if line.strip()) for f in files if counted(f)}
    tests = sum(n for f, n in lines.items() if is_test(f))
    total = sum(lines.values())
    print(f"{total} lines of code, {tests} of them tests: {100 * tests / total:.1f} %")


if __name__ == "__main__":
    main()
