"""Something looks wrong, by the screens: picked by pictures, answered at once, asked about again; by keyboard too."""

import datetime as dt
import re

from playwright.sync_api import expect

from apps.garden.models import Bed, Event, Garden
from tests.browser.base import InBrowser

DAY = dt.timedelta(days=1)


class Signs(InBrowser):
    def test_a_sign_is_picked_weighed_noted_and_asked_about_again(self) -> None:
        self.sign_in()
        page = self.page
        bench = Bed.objects.get(garden=self.garden, name="Long Bench")
        self.go(f"/g/{self.garden.pk}/round")
        page.get_by_role("button", name="Long Bench: more").click()
        page.get_by_role("menuitem", name="Something looks wrong").click()
        expect(page.get_by_role("heading", level=1)).to_have_text("What looks wrong?")
        page.get_by_role("button", name="Hangs at dawn").click()
        answer = page.get_by_role("region", name="What it may be")
        expect(answer).to_contain_text("in 10")
        self.assert_axe_finds_nothing("signs weighed")
        look = answer.get_by_role("group", name="The one look that tells")
        look.get_by_role("button").first.click()
        expect(answer).to_contain_text("Looked:")
        answer.get_by_role("button", name=re.compile("Note it, and ask me")).dblclick()
        expect(self.status("The round asks")).to_be_visible()
        seen = Event.objects.get(garden=self.garden, kind="signs_seen")
        self.assertEqual((seen.bed, seen.told["signs"]), (bench, ["droop_dawn"]))
        before = page.get_by_role("region", name="Seen before")
        expect(before).to_contain_text("Hangs at dawn")
        Garden.objects.filter(pk=self.garden.pk).update(clock_date=self.garden.today + 20 * DAY)
        self.go(f"/g/{self.garden.pk}/round")
        due = page.get_by_role("region", name="Look again")
        expect(due).to_contain_text("How is it now?")
        self.assert_axe_finds_nothing("the round with a look that is due")
        self.context.set_offline(True)
        due.get_by_role("button", name="Better").click()
        expect(page.locator(".snack")).to_contain_text("No connection: nothing was kept")
        self.context.set_offline(False)
        page.evaluate("window.dispatchEvent(new Event('online'))")
        page.wait_for_timeout(900)
        due.get_by_role("button", name="Better").click()
        expect(due).to_have_count(0)
        self.assertEqual(Event.objects.get(garden=self.garden, kind="signs_followed").told["outcome"], "better")
        self.go(f"/g/{self.garden.pk}/noted")
        expect(page.get_by_text("Looked at again: better")).to_be_visible()

    def test_every_sign_is_reached_by_the_keyboard(self) -> None:
        self.sign_in()
        page = self.page
        bench = Bed.objects.get(garden=self.garden, name="Long Bench")
        self.go(f"/g/{self.garden.pk}/bed/{bench.pk}/signs")
        first = page.get_by_role("button", name="Yellow below")
        first.focus()
        page.keyboard.press("Space")
        expect(first).to_have_attribute("aria-pressed", "true")
        page.keyboard.press("Tab")
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="Pale all over")).to_have_attribute("aria-pressed", "true")
        expect(page.get_by_role("region", name="What it may be")).to_be_visible()
