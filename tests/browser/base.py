"""A browser over the built interface, signed in to the demo garden."""

import os
import pathlib
import re

from django.conf import settings
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.core.cache import cache
from playwright.sync_api import Browser, Locator, Page, Playwright, expect, sync_playwright

from apps.exchange.samples import WRACKLINE_YARD, load_sample
from tests.apps import world as w

CHROMIUM = "/usr/bin/chromium"
expect.set_options(timeout=15_000)  # waited for, not slept: a busy machine takes longer
ARGUMENTS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--disable-dev-shm-usage",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
AXE = pathlib.Path(settings.BASE_DIR) / "frontend/node_modules/axe-core/axe.min.js"
WCAG = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]


class InBrowser(w.WithProvider, StaticLiveServerTestCase):
    playwright: Playwright
    browser: Browser

    viewport = {"width": 1280, "height": 800}

    @classmethod
    def setUpClass(cls) -> None:
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
        super().setUpClass()
        cls.playwright = sync_playwright().start()
        cls.browser = cls.playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)

    @classmethod
    def tearDownClass(cls) -> None:
        cls.browser.close()
        cls.playwright.stop()
        super().tearDownClass()

    def setUp(self) -> None:
        cache.clear()
        self.owner = w.person("ostrander")
        self.garden, _ = load_sample(WRACKLINE_YARD, self.owner)
        self.context = self.browser.new_context(
            viewport=self.viewport, reduced_motion="reduce", bypass_csp=False, locale="en-GB"
        )
        self.addCleanup(self.context.close)
        self.page: Page = self.context.new_page()
        self.page.set_default_timeout(15_000)
        self.said: list[str] = []
        self.page.on("console", lambda m: self.said.append(m.text) if m.type == "error" else None)
        self.page.on("pageerror", lambda e: self.said.append(str(e)))

    def go(self, path: str) -> None:
        self.page.goto(f"{self.live_server_url}{path}")

    def sign_in(self) -> None:
        self.go("/sign-in")
        self.page.fill("input[name=username]", "ostrander")
        self.page.fill("input[name=password]", w.PASSWORD)
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("heading", level=1)).to_contain_text("isles to water")

    def choose(
        self, label: str | re.Pattern[str], option: str | re.Pattern[str], within: Locator | None = None
    ) -> None:
        """Pick one of a list by its name."""
        box = self.page.get_by_role("combobox", name=label, exact=isinstance(label, str))
        (within or self.page).locator(".el-select__wrapper").filter(has=box).click()
        found = self.page.get_by_role("option", name=option, exact=isinstance(option, str))
        found.locator("visible=true").first.click()

    def file_in(self, label: str) -> Locator:
        """Where a file is taken in under these words."""
        return self.page.locator(".file-in").filter(has_text=label).locator("input[type=file]")

    def settled(self) -> None:
        self.page.wait_for_load_state("networkidle")

    def status(self, text: str) -> Locator:
        """What the page tells of itself with these words; other parts may be telling that they wait."""
        return self.page.get_by_role("status").filter(has_text=text)

    def assert_axe_finds_nothing(self, where: str, rules: list[str] = WCAG) -> None:
        """axe-core over the page, its rules by tag or name. It is put in by the test, past the page's script policy."""
        self.settled()
        self.page.evaluate(AXE.read_text() + "; null")
        found = self.page.evaluate("rules => axe.run(document, {runOnly: rules})", rules)
        faults = [
            (v["id"], [n["target"] for n in v["nodes"]][:3], v["nodes"][0]["failureSummary"][:300])
            for v in found["violations"]
        ]
        self.assertEqual(faults, [], where)

    def assert_quiet(self) -> None:
        self.assertEqual(self.said, [])
