"""Brasko among a phone's apps: it can be installed, and a photo shared to it lands with its cook."""

import base64

from api import Api
from axe import violations
from browsers import PHONE
from playwright.sync_api import expect

INCOGNITO = "in-incognito"
"""A test's profile is one of those, from which nothing is installed."""

SHARE = """async (jpeg) => {
  const bytes = Uint8Array.from(atob(jpeg), (c) => c.charCodeAt(0));
  const files = new DataTransfer();
  files.items.add(new File([bytes], "steak.jpg", { type: "image/jpeg" }));
  const form = document.createElement("form");
  form.method = "post"; form.action = "/shared-photo"; form.enctype = "multipart/form-data";
  const input = document.createElement("input");
  input.type = "file"; input.name = "photo"; input.files = files.files;
  form.append(input); document.body.append(form);
  form.submit();
}"""
"""What a phone does that shares a photo with an installed page (Web Share Target, W3C draft)."""


def jpeg() -> bytes:
    from io import BytesIO

    from PIL import Image

    kept = BytesIO()
    Image.new("RGB", (64, 48), (150, 70, 50)).save(kept, "JPEG")
    return kept.getvalue()


def served(page) -> None:
    """Wait until the service worker answers for the page."""
    page.evaluate("navigator.serviceWorker.ready")
    page.wait_for_function("navigator.serviceWorker.controller !== null")


def test_it_can_be_installed(visit):
    page = visit("/cook", PHONE, keeps=True)
    expect(page.get_by_role("navigation").first).to_be_visible()
    served(page)
    browser = page.context.new_cdp_session(page)
    assert browser.send("Page.getAppManifest")["errors"] == []
    wrong = browser.send("Page.getInstallabilityErrors")["installabilityErrors"]
    assert {each["errorId"] for each in wrong} <= {INCOGNITO}


def test_a_shared_photo_lands_with_its_cook(visit, kitchen):
    page = visit("/log", PHONE, "dark", keeps=True)
    served(page)
    api = Api(page.context, kitchen.base)
    cook = api.start_cook(speed=1)
    title = api.call("GET", f"/api/cooks/{cook}")["title"]
    page.evaluate(SHARE, base64.b64encode(jpeg()).decode())
    expect(page.get_by_role("img", name="The photo that was shared")).to_be_visible()
    assert violations(page) == []
    page.get_by_role("button", name=f"Add to {title}").first.click()
    page.wait_for_url(f"**/cook/{cook}")
    assert api.call("GET", f"/api/cooks/{cook}")["rating"]["photo"]
    page.goto(f"{kitchen.base}/shared-photo")
    expect(page.get_by_role("heading", name="No photo came with it")).to_be_visible()
