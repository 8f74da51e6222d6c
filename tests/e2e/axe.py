"""Accessibility as axe-core sees it (WCAG 2.x rules of axe's own list)."""

from pathlib import Path

from playwright.sync_api import Page

AXE = (Path(__file__).resolve().parents[2] / "frontend/node_modules/axe-core/axe.min.js").read_text()


def violations(page: Page, within: str = "") -> list[str]:
    """What axe finds on a page, or within one element of it: rule and markup of each fault."""
    if not page.evaluate("'axe' in window"):
        page.evaluate(AXE)
    found = page.evaluate("within => axe.run(within || document, {resultTypes: ['violations']})", within)["violations"]
    return [f"{v['id']}: {n['html'][:160]}" for v in found for n in v["nodes"]]
