"""Refresh docs/screenshots from a fresh demo: `.venv/bin/python -m scripts.screenshots` while ./start serves it.

The demo must stand on its opening day: end the application, remove .run/db and start again for a fresh one.
"""

from __future__ import annotations

import re
import sys

from playwright.sync_api import Page, expect, sync_playwright

from scripts.paths import PROJECT, RUN
from scripts.proxy import SERVICE as DOOR

FOLDER = PROJECT / "docs" / "screenshots"
DESK, PHONE = {"width": 1280, "height": 800}, {"width": 390, "height": 844}
ARGUMENTS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--disable-background-networking", "--no-first-run"]


def main() -> int:
    now = DOOR.running()
    if now is None:
        print("Nothing is served: run ./start first", file=sys.stderr)
        return 1
    base = f"http://127.0.0.1:{now['port']}"
    FOLDER.mkdir(parents=True, exist_ok=True)
    with sync_playwright() as p:
        browser = p.chromium.launch(executable_path="/usr/bin/chromium", args=ARGUMENTS)
        page = browser.new_page(viewport=DESK, reduced_motion="reduce", locale="en-GB")  # type: ignore[arg-type]
        page.goto(f"{base}/sign-in")
        page.wait_for_load_state("networkidle")
        page.fill("input[name=username]", "ostrander")
        page.fill("input[name=password]", (RUN / "demo_password").read_text().strip())
        page.keyboard.press("Enter")
        page.wait_for_url("**/round")
        garden = page.url.split("/round")[0]
        shoot(page, "round")
        views = ("ahead", "ground", "sky", "settings", "lines", "noted", "read", "away", "feeding")
        for view, name in (*((v, v) for v in views), ("ground/new", "describe"), ("bench?test=squeeze", "bench")):
            page.goto(f"{garden}/{view}")
            shoot(page, name)
        page.goto(f"{garden}/ground")
        page.get_by_role("link", name="Long Bench", exact=True).click()
        shoot(page, "bed")
        page.get_by_role("link", name="Something looks wrong?").click()
        for sign in ("Yellow below", "Hangs by day"):
            page.get_by_role("button", name=sign).click()
        shoot(page, "signs")
        page.goto(f"{garden}/pots")
        shoot(page, "pots-and-reservoirs")
        page.goto(f"{base}/new-garden")
        shoot(page, "first-visit")
        page.set_viewport_size(PHONE)  # type: ignore[arg-type]
        page.goto(f"{garden}/round")
        shoot(page, "round-phone")
        page.goto(f"{garden}/away")
        page.get_by_label("Who looks in").fill("Wren")
        page.get_by_role("button", name="Make a link").click()
        page.goto(page.get_by_role("textbox", name="Wren’s link").input_value())
        shoot(page, "visit-phone")
        page.set_viewport_size(DESK)  # type: ignore[arg-type]
        page.goto(f"{garden}/lines")
        page.get_by_role("button", name="Send it to Row timer").click()
        expect(page.get_by_text(re.compile("^Ran today"))).to_be_visible(timeout=30_000)
        page.get_by_role("heading", name="What to set the timer to").scroll_into_view_if_needed()
        page.evaluate("scrollBy(0, 420)")
        shoot(page, "timers")
        browser.close()
    return 0


def shoot(page: Page, name: str) -> None:
    page.wait_for_load_state("networkidle")
    expect(page.locator(".waiting")).to_have_count(0, timeout=15_000)
    page.wait_for_timeout(800)
    page.screenshot(path=FOLDER / f"{name}.png")


if __name__ == "__main__":
    sys.exit(main())
