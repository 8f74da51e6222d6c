"""What comments, docstrings and pages point at is there: tests, pages, sources, decisions."""

import ast
import re
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[2]
CODE = sorted((ROOT / "src").rglob("*.py"))
PAGES = [ROOT / "README.md", ROOT / "CONTRIBUTING.md", *sorted((ROOT / "docs").rglob("*.md"))]
KEYS = set(re.findall(r"^@\w+\{(\w+),", (ROOT / "src/brasko/core/references.bib").read_text(encoding="utf-8"), re.M))
KEY = re.compile(r"\b[a-z]+(?:_[a-z0-9]+)*_(?:19|20)\d\d\b")
"""Keys end in their year, but for a few of agencies and standards."""
UNDATED = {key for key in KEYS if not KEY.fullmatch(key)}


def said_in(text: str, pattern: str) -> set[str]:
    return set(re.findall(pattern, text))


def strings_of(file: Path) -> list[str]:
    tree = ast.parse(file.read_text(encoding="utf-8"))
    return [node.value for node in ast.walk(tree) if isinstance(node, ast.Constant) and isinstance(node.value, str)]


@pytest.mark.parametrize("file", [*CODE, *PAGES], ids=lambda f: str(f.relative_to(ROOT)))
def test_every_test_and_page_that_is_named_is_there(file):
    text = file.read_text(encoding="utf-8")
    named = said_in(text, r"\btests/[\w/]+\.(?:py|json|csv)") | said_in(text, r"\bdocs/[\w/.-]+\.(?:md|json)")
    assert {path for path in named if not (ROOT / path).exists()} == set()


@pytest.mark.parametrize("page", PAGES, ids=lambda f: str(f.relative_to(ROOT)))
def test_links_of_pages_lead_somewhere(page):
    links = said_in(page.read_text(encoding="utf-8"), r"\]\(([^)#\s]+)")
    local = {link for link in links if "://" not in link and not link.startswith("mailto:")}
    assert {link for link in local if not (page.parent / link).exists()} == set()


def test_every_source_that_is_named_is_in_the_bibliography():
    named = {key for file in CODE for text in strings_of(file) for key in KEY.findall(text)}
    assert named - KEYS == set()


def test_every_entry_of_the_bibliography_is_used():
    everything = "\n".join(
        f.read_text(encoding="utf-8")
        for f in [
            *CODE,
            *PAGES,
            *(ROOT / "tests").rglob("*.py"),
            *(ROOT / "src").rglob("*.csv"),
            *(ROOT / "src").rglob("*.json"),
        ]
    )
    assert {key for key in KEYS if not re.search(rf"\b{key}\b", everything)} == set()
    assert UNDATED


def test_what_is_checked_names_a_test_that_looks_at_it():
    """A docstring's "Checked:" names a file that imports from its module, or calls it by name."""
    for file in CODE:
        for text in strings_of(file):
            for path in re.findall(r"Checked:.*?\b(tests/[\w/]+\.py)", text, re.S):
                looked = (ROOT / path).read_text(encoding="utf-8")
                module = ".".join(file.relative_to(ROOT / "src").with_suffix("").parts)
                assert module in looked or module.rsplit(".", 1)[0] in looked, (path, module)


def test_decisions_are_numbered_without_gaps():
    numbers = [int(f.name[:4]) for f in sorted((ROOT / "docs/decisions").glob("*.md"))]
    assert numbers == list(range(1, len(numbers) + 1))
