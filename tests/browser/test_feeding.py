"""Feeding by the screens: a label typed once, a school chosen, fed with the soak in one tap, and undone."""

import datetime as dt

from playwright.sync_api import expect

from apps.garden.models import Bed, Event, Garden
from tests.apps import world as w
from tests.browser.base import InBrowser


class Feeding(InBrowser):
    def test_a_label_is_typed_a_school_chosen_and_the_round_says_what_to_give(self) -> None:
        Garden.objects.filter(pk=self.garden.pk).update(feeds=[], feeding="none", feed=None)
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/feeding")
        expect(page.get_by_text("Nothing yet. Type a label once")).to_be_visible()
        page.get_by_role("button", name="Type a label").click()
        page.get_by_label("What you call it").fill("Fruit feed")
        page.get_by_role("button", name="Keep this feed").click()
        expect(page.get_by_role("alert")).to_contain_text("Not kept yet")
        page.get_by_label("mL in a litre of water").fill("4")
        page.get_by_label("N, %").fill("4")
        page.get_by_label("K, %").fill("8")
        self.assert_axe_finds_nothing("a feed's form")
        page.get_by_role("button", name="Keep this feed").dblclick()
        expect(self.status("Fruit feed is kept")).to_be_visible()
        expect(page.get_by_role("region", name="What you feed with")).to_contain_text("N-P-K 4-0-8; 4 mL a L")
        page.get_by_text("a little every week", exact=True).click()
        beds = page.get_by_role("region", name="Beds and their food")
        expect(beds).to_contain_text("Fruit feed in")
        self.assert_axe_finds_nothing("feeding")
        garden = Garden.objects.get(pk=self.garden.pk)
        self.assertEqual((len(garden.feeds), garden.feeding), (1, "weekly"))
        page.get_by_role("button", name="Type a label").click()
        page.get_by_label("What you call it").fill("Cups")
        page.get_by_text("dry, onto the soil").click()
        page.get_by_label("g on a square metre").fill("60")
        page.get_by_role("button", name="An own blend?").click()
        page.get_by_role("button", name="One part more").click()
        page.get_by_label("Parts").nth(1).fill("0.5")
        self.choose("of", "bone meal", within=page.locator(".part").nth(1))
        page.get_by_text("once, at first bloom of what fruits").click()
        self.assert_axe_finds_nothing("a blend's form")
        page.get_by_role("button", name="Keep this feed").click()
        kept = page.get_by_role("region", name="What you feed with")
        expect(kept).to_contain_text("own blend of 1 worm casts and 0.5 bone meal")
        expect(kept).to_contain_text("once, at first bloom")
        self.assertEqual(
            Garden.objects.get(pk=self.garden.pk).feeds[1]["parts"][1], {"part": "bone_meal", "parts": 0.5}
        )
        bench = Bed.objects.get(garden=self.garden, name="Long Bench")
        long_ago = self.garden.today - dt.timedelta(days=12)
        w.note("watering", bench, date=long_ago, litres=8.0, feed="Fruit feed", fed=32.0)
        self.go(f"/g/{self.garden.pk}/round")
        due = page.get_by_role("region", name="To feed today")
        expect(due).to_be_visible()
        self.assert_axe_finds_nothing("the round with feeds")
        give = due.get_by_role("button", name="Watered and fed").first
        name = give.inner_text().split(":")[0]
        self.context.set_offline(True)
        give.click()
        expect(page.locator(".snack")).to_contain_text("No connection")
        self.context.set_offline(False)
        page.evaluate("window.dispatchEvent(new Event('online'))")
        page.wait_for_timeout(900)
        due.get_by_role("button", name=f"{name}: Watered and fed").dblclick()
        expect(self.status(f"{name}:")).to_be_visible()
        poured = Event.objects.get(garden=self.garden, kind="watering", told__feed="Fruit feed", date=self.garden.today)
        self.assertGreater(poured.told["fed"], 0)
        expect(due.get_by_role("button", name=f"{name}: Watered and fed")).to_have_count(0)
        self.status(f"{name}:").get_by_role("button", name="Undo").click()
        expect(due.get_by_role("button", name=f"{name}: Watered and fed")).to_be_visible()

    def test_what_is_given_dry_or_at_another_time_is_noted_on_the_beds_page(self) -> None:
        Garden.objects.filter(pk=self.garden.pk).update(
            feeds=[{"name": "Grains", "kind": "dry", "dose": 100.0, "every_days": 60, "n_pct": 6.0, "lasts_days": 60}]
        )
        bench = Bed.objects.get(garden=self.garden, name="Long Bench")
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/bed/{bench.pk}")
        page.get_by_role("button", name="Watered it").click()
        dialog = page.get_by_role("dialog")
        self.choose("With feed", "Grains")
        dialog.get_by_role("button", name="Note it").click()
        expect(dialog).to_contain_text("How much Grains went in is missing")
        dialog.get_by_label("g of it").fill("288")
        self.assert_axe_finds_nothing("a watering with feed")
        dialog.get_by_role("button", name="Note it").click()
        expect(self.status("The watering is noted")).to_be_visible()
        poured = Event.objects.get(garden=self.garden, kind="watering", date=self.garden.today, bed=bench)
        self.assertEqual((poured.told["feed"], poured.told["fed"]), ("Grains", 288))
        expect(page.get_by_text("with 288 g of Grains").first).to_be_visible()
