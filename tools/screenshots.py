"""One current picture of each main view, from the demo household, into docs/screenshots."""

import re
import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Page, expect, sync_playwright

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT / "tests" / "e2e"))

from browsers import add_dish  # noqa: E402
from server import Kitchen  # noqa: E402

DESKTOP, PHONE = (1280, 800), (390, 844)
SHOTS = (
    ("plan-light", "/plan", DESKTOP, "light"),
    ("plan-phone", "/plan", PHONE, "light"),
    ("plan-pieces", "/plan#Add a dish", DESKTOP, "light"),
    ("sheet", "/plan#Print sheet", DESKTOP, "light"),
    ("meal", "/plan#For the long table", DESKTOP, "light"),
    ("meal-phone", "/plan#For the long table", PHONE, "dark"),
    ("guide", "/guide", DESKTOP, "light"),
    ("cook-light", "/cook", DESKTOP, "light"),
    ("cook-dark", "/cook", DESKTOP, "dark"),
    ("first-phone", "/first", PHONE, "light"),
    ("cook-phone-dark", "/cook", PHONE, "dark"),
    ("fire-light", "/fire#Put it on", DESKTOP, "light"),
    ("fire-gas-dark", "/fire?grill=gas_4#Put it on", DESKTOP, "dark"),
    ("gear", "/gear", DESKTOP, "light"),
    ("log", "/log", DESKTOP, "light"),
    ("log-over", "/log#Compare them", DESKTOP, "dark"),
    ("lab", "/lab#Run: A thin steak or a thick one?", DESKTOP, "light"),
    ("practice", "/practice", DESKTOP, "light"),
    ("welcome", "/welcome", DESKTOP, "light"),
)


def settle(page: Page, then: str) -> None:
    page.wait_for_load_state("networkidle", timeout=180_000) if then != "cook" else None
    page.wait_for_timeout(2500)
    # nothing is on its way any more
    expect(page.get_by_text(re.compile("^(Working|Loading|Opening|Laying).*…$"))).to_have_count(0, timeout=120_000)
    if then == "cook":
        page.get_by_text("Working out the forecast").wait_for(state="detached", timeout=60_000)
        page.wait_for_timeout(6000)
    if then == "For the long table":
        page.get_by_role("link", name=then, exact=True).click()
    elif then == "Compare them":
        for title in ("Ribeye again", "Ribeye, crust first"):
            page.get_by_role("button", name=f"Compare: {title}").click()
        page.get_by_role("button", name=then).click()
        page.wait_for_timeout(2500)
    elif then.startswith("Run"):
        page.get_by_role("button", name=then).click()
        page.get_by_text("done", exact=True).wait_for(timeout=120_000)
    elif then == "Put it on":
        page.get_by_role("button", name=then).click()
    elif then == "Add a dish":
        for cut in ("Filet", "Burger patty, 80/20"):
            add_dish(page, cut)
            page.wait_for_timeout(2500)
        page.get_by_role("tab", name="Other ways").scroll_into_view_if_needed()
        page.get_by_label("Pieces").get_by_role("button", name="Ribeye", exact=True).click()
        page.wait_for_timeout(3500)
        page.evaluate("window.scrollTo(0, 0)")
    elif then == "Print sheet":
        page.get_by_role("link", name="Ribeye for tonight").click()
        page.get_by_role("link", name=then).click()
        page.wait_for_timeout(1500)
    if then == "For the long table":
        page.get_by_text("First thing to do").wait_for(timeout=60_000)
        page.wait_for_timeout(4000)
        if page.viewport_size and page.viewport_size["width"] < 600:
            page.get_by_role("heading", name="Who, where, when").scroll_into_view_if_needed()
    page.wait_for_timeout(1200)


def main() -> None:
    wanted = tuple(sys.argv[1:]) or ""
    out = ROOT / "docs" / "screenshots"
    out.mkdir(parents=True, exist_ok=True)
    kitchen = Kitchen(Path(tempfile.mkdtemp()))
    kitchen.manage("migrate", "--no-input")
    kitchen.manage("seed_demo")
    kitchen.start_server()
    kitchen.start_probe()
    try:
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(
                executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"]
            )
            for name, path, (width, height), scheme in SHOTS:
                if not name.startswith(wanted):
                    continue
                context = browser.new_context(viewport={"width": width, "height": height}, color_scheme=scheme)
                page = context.new_page()
                address, _, then = path.partition("#")
                page.goto(kitchen.base + address)
                settle(page, then or ("cook" if "cook" in path else ""))
                page.screenshot(path=out / f"{name}.png")
                context.close()
                print(f"docs/screenshots/{name}.png")
            browser.close()
    finally:
        kitchen.stop()


if __name__ == "__main__":
    main()
