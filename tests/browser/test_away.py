"""Going away from the screen, and somebody who looks in with a phone and no account."""

import datetime as dt
import re

from playwright.sync_api import Page, expect

from apps.garden.models import Event
from tests.browser.base import InBrowser


class GoingAway(InBrowser):
    def pick_day(self, label: str, day: str) -> None:
        self.page.get_by_label(label).fill(day)
        self.page.keyboard.press("Enter")

    def plan(self) -> None:
        """Away from the 12th for five days."""
        self.go(f"/g/{self.garden.pk}/ahead")
        self.page.get_by_role("link", name="Going away?").click()
        self.pick_day("You leave after the round of", "12 Jul 2025")
        self.pick_day("You are back on the morning of", "17 Jul 2025")

    def test_five_days_away_give_chances_the_least_measures_and_a_sheet(self) -> None:
        self.sign_in()
        self.plan()
        page = self.page
        expect(page.locator("header .lead")).to_contain_text(re.compile(r"of 14 isles come through alone"))
        weakest = page.locator(".isles li").first
        expect(weakest).to_contain_text("Sailcloth Bag")
        expect(weakest).to_contain_text("plants are in need from about")
        expect(page.get_by_role("heading", name=re.compile("^Soak from above"))).to_be_visible()
        page.get_by_role("button", name="Tue 15 Jul").click()
        expect(page.get_by_role("region", name="The visitor’s sheet")).to_contain_text("Sailcloth Bag")
        self.assert_axe_finds_nothing("going away")
        page.get_by_role("button", name="Keep these days").click()
        expect(self.status("These days away are kept")).to_be_visible()
        kept = Event.objects.get(kind="away")
        self.assertEqual(kept.told["visits"], ["2025-07-15"])
        page.reload()
        expect(page.get_by_role("button", name="These days are kept")).to_be_disabled()
        self.assert_quiet()

    def test_a_tick_on_the_day_of_leaving_is_a_fact_with_its_undo(self) -> None:
        self.sign_in()
        self.go(f"/g/{self.garden.pk}/away")
        page = self.page
        box = page.get_by_role("checkbox", name=re.compile("^Kiln Bed: soak it"))
        box.locator("..").click()
        expect(self.status("Kiln Bed: noted")).to_be_visible()
        expect(page.locator(".done")).to_contain_text("Kiln Bed: soak it from above")
        self.assertEqual(
            Event.objects.filter(kind="watering", bed__name="Kiln Bed", date=dt.date(2025, 7, 11)).count(), 1
        )
        expect(box).to_have_count(0)
        page.get_by_role("status").get_by_role("button", name="Undo").click()
        expect(page.get_by_role("checkbox", name=re.compile("^Kiln Bed: soak it"))).to_have_count(1)

    def test_a_visitor_marks_by_phone_without_an_account_until_the_link_is_ended(self) -> None:
        self.garden.clock_date = dt.date(2025, 7, 14)
        self.garden.save()
        self.sign_in()
        self.go(f"/g/{self.garden.pk}/away")
        owner = self.page
        owner.get_by_label("Who looks in").fill("Wren")
        owner.get_by_role("button", name="Make a link").click()
        address = owner.get_by_role("textbox", name="Wren’s link").input_value()
        phone = self.browser.new_context(viewport={"width": 390, "height": 844}, has_touch=True, locale="en-GB")
        self.addCleanup(phone.close)
        page: Page = phone.new_page()
        page.goto(address)
        expect(page.get_by_role("heading", level=1)).to_contain_text("to water")
        self.assertEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
        self.assertEqual(phone.cookies(), [c for c in phone.cookies() if c["name"] == "csrftoken"])
        first = page.get_by_role("listitem").first
        name = first.get_by_role("heading").inner_text()
        first.get_by_role("button", name=f"Done: {name}").tap()
        expect(page.get_by_role("status").filter(has_text=f"{name}: noted, thank you")).to_be_visible()
        expect(page.get_by_text(re.compile(f"Seen to today: .*{name}"))).to_be_visible()
        second = page.get_by_role("listitem").first
        other = second.get_by_role("heading").inner_text()
        second.get_by_role("button", name=f"Something looks wrong: {other}").tap()
        second.get_by_role("button", name="Yellow below").tap()
        second.get_by_role("button", name="Tell them what I see").tap()
        expect(page.get_by_role("status").filter(has_text="something looks wrong")).to_be_visible()
        marks = Event.objects.filter(actor="visitor", actor_name="Wren")
        self.assertEqual(sorted(marks.values_list("kind", flat=True)), ["signs_seen", "watering"])
        self.go(f"/g/{self.garden.pk}/noted")
        expect(owner.get_by_role("main")).to_contain_text("Yellow below by Wren")
        self.page, mine = page, self.page
        self.assert_axe_finds_nothing("a visitor's round")
        self.page = mine
        self.go(f"/g/{self.garden.pk}/away")
        owner.get_by_role("button", name="End Wren’s link").click()
        expect(self.status("answers no longer")).to_be_visible()
        page.reload()
        expect(page.get_by_role("heading", level=1)).to_have_text("This link does not answer")
        page.goto(address[:-3] + "abc")
        page.reload()
        expect(page.get_by_role("heading", level=1)).to_have_text("This link does not answer")
