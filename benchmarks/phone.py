"""The Round of 40 beds on a phone: a processor four times slower, 1.6 Mbit/s, 150 ms away, nothing in its memory."""

from __future__ import annotations

from typing import Any, NamedTuple

from playwright.sync_api import sync_playwright

from benchmarks.rounds import Spread, spread
from benchmarks.served import garden_of
from scripts import proxy

RUNS = 9
SLOWER, DOWN_BIT_S, UP_BIT_S, AWAY_MS = 4, 1_600_000, 750_000, 150
WATCH = """
window.seen = { paint: 0, tasks: [] };
new PerformanceObserver((l) => { for (const e of l.getEntries()) window.seen.paint = e.startTime })
  .observe({ type: 'largest-contentful-paint', buffered: true });
new PerformanceObserver((l) => { for (const e of l.getEntries()) window.seen.tasks.push(e.duration) })
  .observe({ type: 'longtask', buffered: true });
"""
# From the tap to the frame in which its row looks otherwise.
MARK = """() => new Promise((felt) => {
  const button = [...document.querySelectorAll('.stop .hand button')].find((b) => / done$/.test(b.ariaLabel ?? ''))
  const row = button.closest('.stop'), before = row.innerText
  const began = performance.now()
  const look = () => row.isConnected && row.innerText === before
    ? requestAnimationFrame(look) : requestAnimationFrame(() => felt(performance.now() - began))
  button.click()
  requestAnimationFrame(look)
})"""


class Phone(NamedTuple):
    """Largest paint and longest task of a cold opening, and how long a mark takes to be seen [s]."""

    paint: Spread
    task: Spread
    mark: Spread


def on_a_phone() -> Phone:
    """Through the door of a running ./start, in a Chromium."""
    told = list[tuple[float, float, float]]()
    with garden_of(40, 30) as (user, garden), sync_playwright() as p:
        browser = p.chromium.launch(executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"])
        session = _session_of(user)
        for _ in range(RUNS):
            told.append(_one(browser, session, garden.pk))
        browser.close()
    return Phone(*(spread([x / 1000 for x in of]) for of in zip(*told, strict=True)))


def _session_of(user: Any) -> str:
    from django.test import Client

    client = Client()
    client.force_login(user)
    return str(client.cookies["sessionid"].value)


def _one(browser: Any, session: str, garden: int) -> tuple[float, float, float]:
    context = browser.new_context(viewport={"width": 390, "height": 844}, locale="en-GB", has_touch=True)
    context.add_cookies([{"name": "sessionid", "value": session, "domain": "127.0.0.1", "path": "/"}])
    page = context.new_page()
    page.add_init_script(WATCH)
    cdp = context.new_cdp_session(page)
    cdp.send("Network.enable")
    wire = {"downloadThroughput": DOWN_BIT_S / 8, "uploadThroughput": UP_BIT_S / 8, "latency": AWAY_MS}
    cdp.send("Network.emulateNetworkConditions", {"offline": False, **wire})
    cdp.send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    page.goto(f"http://127.0.0.1:{proxy.PORT}/g/{garden}/round")
    page.wait_for_selector(".stop .hand button", timeout=60_000)
    page.wait_for_timeout(3000)
    paint, task = page.evaluate("[window.seen.paint, Math.max(0, ...window.seen.tasks)]")
    mark = page.evaluate(MARK)
    page.wait_for_timeout(1500)
    context.close()
    return paint, task, mark
