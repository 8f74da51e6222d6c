"""The bill of materials of what ships (CycloneDX): one of Python, one of the interface, from what is locked and installed.
Fails where a part has a licence that is not on the kept list, requirements/licences.txt.

python tools/bill.py FOLDER
"""

import json
import re
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parents[1]
ALLOWED = ROOT / "requirements" / "licences.txt"
MARKERS = re.compile(r"^([A-Za-z0-9._-]+)==([^ ;\\]+)\s*(?:;\s*([^\\]+))?")


def plain(name: str) -> str:
    """A package's name as the index knows it (PEP 503)."""
    return re.sub(r"[-_.]+", "-", name).lower()


def locked() -> dict[str, str]:
    """Versions of the Python packages that the application needs on this system, by name."""
    from packaging.markers import Marker

    found = {}
    for line in (ROOT / "requirements" / "app.txt").read_text().splitlines():
        if (match := MARKERS.match(line)) and (not match[3] or Marker(match[3].strip()).evaluate()):
            found[plain(match[1])] = match[2]
    return found


def of_python() -> dict[str, Any]:
    """What is installed of what is locked."""
    with tempfile.TemporaryDirectory() as folder:
        out = Path(folder) / "bill.json"
        words = ["environment", sys.executable, "--output-reproducible", "--of", "JSON", "-o", str(out)]
        subprocess.run([Path(sys.executable).with_name("cyclonedx-py"), *words], check=True, capture_output=True)
        bill: dict[str, Any] = json.loads(out.read_text())
    wanted = locked()
    bill["components"] = [c for c in bill["components"] if plain(c["name"]) in wanted]
    kept = {c["bom-ref"] for c in bill["components"]}
    bill["dependencies"] = [
        d | {"dependsOn": [on for on in d.get("dependsOn", []) if on in kept]}
        for d in bill.get("dependencies", [])
        if d["ref"] in kept
    ]
    return bill


def of_the_interface() -> dict[str, Any]:
    """What is locked of what ends in the pages."""
    words = ["npm", "sbom", "--sbom-format", "cyclonedx", "--omit", "dev"]
    run = subprocess.run(words, cwd=ROOT / "frontend", check=True, capture_output=True, text=True)
    bill: dict[str, Any] = json.loads(run.stdout)
    del bill["serialNumber"], bill["metadata"]["timestamp"]
    return bill


def licences_of(part: dict[str, Any]) -> Iterator[str]:
    """What a part says of its licence: an SPDX name, an expression, or words of its own."""
    for told in part.get("licenses", []):
        yield told.get("expression") or told["license"].get("id") or told["license"].get("name", "")


def is_allowed(said: str, allowed: set[str]) -> bool:
    """Whether one of an expression's choices is on the list with all its parts."""
    choices = (re.split(r"\s+AND\s+", choice.strip("() ")) for choice in re.split(r"\s+OR\s+", said))
    return any(all(part.strip("() ") in allowed for part in parts) for parts in choices)


def unlisted(bill: dict[str, Any], allowed: set[str]) -> list[str]:
    """Parts of which no licence is on the list, with what they say."""
    found = []
    for part in bill["components"]:
        said = list(licences_of(part))
        if not any(is_allowed(one, allowed) for one in said) and f"{plain(part['name'])}: looked at" not in allowed:
            found.append(f"{part['name']} {part.get('version', '')}: {', '.join(said) or 'says none'}")
    return found


def allowed_licences() -> set[str]:
    """The kept list."""
    lines = (line.split("#")[0].strip() for line in ALLOWED.read_text().splitlines())
    return {line for line in lines if line}


def main(folder: Path) -> int:
    folder.mkdir(parents=True, exist_ok=True)
    wrong = []
    for name, bill in (("python", of_python()), ("interface", of_the_interface())):
        (folder / f"{name}.cdx.json").write_text(json.dumps(bill, indent=1) + "\n")
        wrong += unlisted(bill, allowed_licences())
        print(f"· {name}: {len(bill['components'])} parts")
    for line in wrong:
        print(f"A licence that is not on {ALLOWED.relative_to(ROOT)}: {line}", file=sys.stderr)
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main(Path(sys.argv[1]) if len(sys.argv) > 1 else ROOT / "var" / "bill"))
