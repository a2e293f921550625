"""A pot that drinks twice: its second stop stands by itself, opens after the first, and is one tap that stays."""

import re

from playwright.sync_api import expect

from apps.exchange.samples import SAMPLES, load_sample
from apps.planning import issue
from apps.planning.facts import read_beds
from apps.planning.situation import situation
from apps.record.actions import RecordWatering
from tests.apps import world as w
from tests.browser.base import InBrowser


class SecondDrink(InBrowser):
    def hot_day(self):
        """Copperpan Court on the day that a second drink is asked for, everything obeyed before."""
        garden, _ = load_sample(SAMPLES["copperpan_court"], self.owner)
        for _ in range(14):
            plan = situation(garden).plan
            if again := [b for b in plan.beds if b.again]:
                return garden, again[0]
            for b in plan.beds:
                if b.word in ("soak", "check", "fill"):
                    RecordWatering(
                        w.by(self.owner),
                        garden.pk,
                        int(b.bed.key),
                        litres=b.dose.litres,
                        into=b.dose.into,
                        passes=b.dose.passes,
                    ).execute()
            issue.StepDay(w.by(self.owner), garden.pk).execute()
            garden.refresh_from_db()
        raise AssertionError("no second drink in a fortnight of heat")

    def test_it_waits_for_the_first_is_one_tap_and_can_be_taken_back(self) -> None:
        garden, bed = self.hot_day()
        name = garden.beds.get(pk=int(bed.bed.key)).name
        self.sign_in()
        self.go(f"/g/{garden.pk}/round")
        page = self.page
        row = page.locator(f"#again-{bed.bed.key}")
        expect(page.get_by_role("heading", level=1)).to_contain_text("twice")
        expect(row).to_contain_text("First its morning water")
        expect(row).to_contain_text("Later")
        self.assert_axe_finds_nothing("a round with a second drink")
        page.get_by_role("button", name=f"{name}: done", exact=True).click()
        second = page.get_by_role("button", name=f"{name}: second drink done")
        expect(second).to_be_visible()  # on a clock of its own the hour is now
        page.wait_for_timeout(1500)
        second.scroll_into_view_if_needed()
        box = second.bounding_box()
        spot = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        page.mouse.dblclick(*spot)
        expect(row.locator(".settled")).to_contain_text("Done")
        page.mouse.click(*spot)
        self.settled()
        noted = w.events("watering", bed_id=int(bed.bed.key), date=garden.today, struck_at=None)
        self.assertEqual(sorted(e.told["part"] for e in noted), sorted({"morning", noted.last().told["part"]}))
        self.assertEqual(noted.count(), 2)
        self.assertIn(noted.last().told["part"], ("afternoon", "evening"))
        page.wait_for_timeout(1500)
        page.get_by_role("button", name=f"{name}: undo", exact=True).click()
        expect(second).to_be_visible()
        self.assertEqual(noted.all().count(), 1)
        self.go(f"/g/{garden.pk}/ahead")
        expect(page.locator(".twice").first).to_be_visible()
        self.assert_quiet()

    def test_garden_soil_in_a_pot_is_questioned_while_it_is_described(self) -> None:
        self.sign_in()
        self.go(f"/g/{self.garden.pk}/ground/new")
        page = self.page
        page.get_by_label("What do you call it?").fill("Earth Pot")
        # The kind alone, once the kinds are there: another label holds the word, too.
        page.locator("label").filter(has_text=re.compile(r"^\s*pot\s*$")).first.click()
        page.locator("label").filter(has_text="Garden soil").first.click()
        expect(page.get_by_text("Little air for roots")).to_be_visible()
        page.locator("label").filter(has_text="a mix of my own").first.click()
        page.get_by_role("button", name="Another part").click()
        self.choose("Ingredient 3", "something else")
        page.get_by_label("What part 3 is called").fill("Brewery grain")
        page.get_by_role("button", name="Keep this bed").click()
        page.wait_for_url("**/round")
        kept = next(b for b in read_beds(self.garden) if b.row.name == "Earth Pot").soils[-1]
        self.assertEqual([p.called for p in kept.mix if p.ingredient == "something_else"], ["Brewery grain"])
        self.assert_quiet()
