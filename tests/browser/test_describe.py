"""A garden described by keyboard alone and by thumb; the bench; fits; planting out; the year's turn."""

import datetime as dt
import re
from typing import Any

from playwright.sync_api import expect

from apps.garden.models import Garden, OwnCrop, Planting
from tests.apps import world as w
from tests.browser.base import InBrowser


class Described(InBrowser):
    def pick(self, answer: str, within=None) -> None:
        (within or self.page).locator("label", has_text=re.compile(f"^\\s*{answer}\\s*$")).first.click()

    def made(self, name: str) -> Garden:
        """Wait for a new garden, and set its clock to midsummer, whatever the day of the test."""
        expect(self.page.get_by_role("heading", level=1)).to_have_text("Describe a bed")
        garden = Garden.objects.get(name=name)
        Garden.objects.filter(pk=garden.pk).update(clock_date=w.TODAY)
        self.page.reload()
        return garden


ISLES = (
    # name, kind, crop, more
    ("Plank", "raised bed", "tomatoes", 3),
    ("Rise", "mound", "winter squash", 1),
    ("Hoops", "tunnel bed", "cucumbers", 3),
    ("Tub", "pot", "chillies", 1),
    ("Sink", "self-watering box", "peppers", 2),
)


class ByThumb(Described):
    viewport = {"width": 390, "height": 844}

    def test_five_unlike_isles_give_a_round(self) -> None:
        self.sign_in()
        page = self.page
        self.go("/new-garden")
        page.get_by_label("What do you call it?").fill("Reef End")
        self.choose("Which climate is most like yours?", re.compile("dry summer", re.I))
        expect(page.get_by_label(re.compile("^Latitude"))).to_have_value("38")
        page.get_by_role("button", name="Make the garden").click()
        garden = self.made("Reef End")
        for i, (name, kind, crop, count) in enumerate(ISLES):
            page.get_by_label("What do you call it?").fill(name)
            self.pick(kind)
            page.get_by_role("button", name="Add a crop").click()
            page.get_by_role("combobox", name="Crop 1").click()
            page.get_by_role("option", name=crop, exact=True).click()
            page.get_by_label("How many", exact=True).fill(str(count))
            self.pick("Dry")
            last = i == len(ISLES) - 1
            page.get_by_role("button", name="Keep this bed" if last else "Keep, and describe another").click()
            expect(self.status(f"{name} is kept")).to_be_visible()
        expect(page.get_by_role("heading", level=1)).to_contain_text("to water")
        for name, *_ in ISLES:
            expect(page.get_by_role("main")).to_contain_text(name)
        self.assertEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
        self.assert_axe_finds_nothing("round of a new garden on a phone")
        words = {b.name: b for b in garden.beds.all()}
        self.assertEqual(len(words), 5)
        self.assertEqual(words["Sink"].method, "reservoir")
        self.assertEqual(words["Hoops"].records.get(aspect="exposure").value["cover"], "tunnel")
        self.assert_quiet()


class ByKeyboard(Described):
    def tab_to(self, name: str, times: int = 80) -> None:
        """Tab on until the focus stands on something of this name."""
        for _ in range(times):
            self.page.keyboard.press("Tab")
            label = self.page.evaluate(
                "() => { const e = document.activeElement; return (e.labels?.[0]?.innerText || e.innerText || "
                "e.getAttribute('aria-label') || '').trim() }"
            )
            if label.startswith(name):
                return
        self.fail(f"no Tab reaches {name}")

    def test_a_garden_and_a_bed_without_a_mouse(self) -> None:
        self.sign_in()
        page = self.page
        self.go("/new-garden")
        expect(page.get_by_role("heading", level=1)).to_have_text("A garden of your own")
        keys = page.keyboard
        self.tab_to("What do you call it?")
        keys.type("Sound")
        self.tab_to("Which climate")
        keys.type("hot and dry")
        page.wait_for_timeout(400)
        keys.press("Enter")
        self.tab_to("hose")
        keys.press("ArrowRight")  # the can
        self.tab_to("Make the garden")
        keys.press("Enter")
        garden = self.made("Sound")
        self.assertEqual((garden.climate, garden.method), ("hot_dry", "can"))
        self.tab_to("What do you call it?")
        keys.type("Ledge")
        self.tab_to("Length")
        keys.press("Control+a")
        keys.type("1.5")
        self.tab_to("Add a crop")
        keys.press("Enter")
        self.tab_to("I don’t know")  # how wet it is now
        keys.press("ArrowRight")
        self.tab_to("Keep this bed")
        keys.press("Enter")
        expect(page.locator(".snack")).to_contain_text("Ledge is kept")
        bed = garden.beds.get()
        self.assertEqual((bed.length_m, bed.method, bed.opening_wetness), (1.5, "can", "dry"))
        expect(page.locator("main .stop").filter(has_text="Ledge")).to_be_visible()


class Fitting(Described):
    def test_a_squash_in_a_pot_is_told_before_it_is_kept_and_a_usual_size_is_a_tap(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/ground/new")
        page.get_by_label("What do you call it?").fill("Thimble")
        self.pick("pot")
        page.get_by_role("button", name=re.compile("20 cm across, 18 cm deep")).click()
        expect(page.get_by_label("Across")).to_have_value("0.2")
        self.pick("no")
        page.get_by_role("button", name="Add a crop").click()
        page.get_by_role("combobox", name="Crop 1").click()
        page.get_by_role("option", name="winter squash", exact=True).click()
        fit = page.get_by_role("region", name="Does it fit?")
        expect(fit).to_contain_text("Too little mix: winter squash")
        expect(fit).to_contain_text("No holes in the bottom")
        expect(fit.get_by_role("img")).to_have_attribute("aria-label", re.compile("220 cm full-grown"))
        self.assert_axe_finds_nothing("bed form with fits")
        page.get_by_role("button", name=re.compile("40 cm across")).click()
        self.pick("yes")
        expect(fit).not_to_contain_text("No holes in the bottom")
        self.assertFalse(self.garden.beds.filter(name="Thimble").exists())
        self.assert_quiet()

    def test_a_tray_is_hardened_off_and_planted_out(self) -> None:
        tray = self.garden.beds.create(
            name="Tray", kind="tray", length_m=0.4, width_m=0.25, opened=self.garden.today - dt.timedelta(days=20)
        )
        raised = Planting.objects.create(
            bed=tray, crop="kale", count=12, planted=self.garden.today - dt.timedelta(days=20), start="tray"
        )
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/bed/{tray.pk}")
        section = page.locator("section", has=page.get_by_role("heading", name=re.compile("^Hardening off")))
        expect(section).to_contain_text("2 hours in the shade")
        section.get_by_role("button", name=re.compile("^Plant out")).first.click()
        self.choose("Into", "Low Corner", section)
        section.get_by_label("How many", exact=True).fill("99")
        section.get_by_role("button", name="Plant them out").click()
        expect(section.get_by_role("alert")).to_contain_text("from 1 to 12")
        section.get_by_label("How many", exact=True).fill("8")
        section.get_by_role("button", name="Plant them out").click()
        expect(self.status("the plan waters them in")).to_be_visible()
        out = Planting.objects.get(bed__name="Low Corner", crop="kale")
        self.assertEqual((out.count, out.start), (8, "transplant"))
        self.assertEqual(raised.thinned.get().count, 4)
        self.assert_axe_finds_nothing("bed with plants that are raised")
        self.go(f"/g/{self.garden.pk}/ahead")
        expect(page.get_by_role("main")).to_contain_text("Low Corner")

    def test_a_crop_taken_out_of_a_bed_comes_back(self) -> None:
        bed = self.garden.beds.get(name="Saltings")
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/ground/{bed.pk}/edit")
        held: list[Any] = []  # the bed's page as it is read before the undo; it comes home after it

        def hold(route):
            if route.request.method == "GET" and not held:
                held.append((route, route.fetch()))
            else:
                route.continue_()

        page.route(f"**/beds/{bed.pk}", hold)
        page.get_by_role("button", name="Leave out crop 1").click()
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(self.status("one crop taken out")).to_be_visible()
        self.assertFalse(bed.plantings.filter(withdrawn_at=None).exists())
        expect(page.get_by_role("main")).to_contain_text("Opening the bed")
        for _ in range(100):
            if held:
                break
            page.wait_for_timeout(50)
        with page.expect_response("**/strike"):
            page.get_by_role("status").get_by_role("button", name="Undo").click()
        route, answer = held[0]
        route.fulfill(response=answer)
        expect(page.get_by_role("main")).to_contain_text("leeks")
        self.assertTrue(bed.plantings.filter(withdrawn_at=None).exists())

    def test_a_spreadsheet_of_beds_is_taken_in_or_each_line_is_named(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/settings/files")
        chooser = self.file_in("Beds from a spreadsheet")

        def give(text: str) -> None:
            chooser.set_input_files({"name": "beds.csv", "mimeType": "text/csv", "buffer": text.encode()})

        give("bed,kind,length_m,width_m,crop,count,planted\nSpur,raised,2,1,kale,some,2025-06-01\n")
        expect(page.get_by_role("alert")).to_contain_text("line 2 count: 'some' is not usable; allowed: a whole number")
        give("bed,kind,length_m,width_m,crop,count,planted\nSpur,raised,2,1,kale,6,2025-06-01\n")
        expect(self.status("taken in")).to_contain_text("One bed is taken in")
        self.assertEqual(self.garden.beds.get(name="Spur").plantings.get().count, 6)


class OnTheBench(Described):
    def test_each_test_can_be_done_and_taken_back(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/bench")
        self.assert_axe_finds_nothing("bench")
        page.get_by_role("link", name=re.compile("^Squeeze")).click()
        self.choose("Which bed", "Saltings")
        self.pick("it holds together")
        self.pick("longer")
        self.pick("smooth, like flour")
        found = self.status("give or take")
        expect(found).to_contain_text("silty clay: about 10 % sand and 45 % clay")
        self.assert_axe_finds_nothing("squeeze test")
        page.get_by_role("button", name="Keep it").click()
        kept = page.get_by_role("region", name="Found so far")
        expect(kept).to_contain_text("Squeeze and ribbon, Saltings")
        self.assertEqual(self.garden.beds.get(name="Saltings").records.get(aspect="soil").value["feel"], ["silty_clay"])

        page.get_by_role("link", name=re.compile("^Hole")).click()
        page.get_by_label("Width of the hole").fill("20")
        for i, water in enumerate((25, 24, 20)):
            page.get_by_label(f"Water above the bottom ({i + 1})").fill(str(water))
        expect(self.status("give or take")).to_contain_text("drains freely")
        page.get_by_label("Water above the bottom (3)").fill("30")
        expect(page.get_by_role("alert")).to_contain_text("at most the reading before")

        page.get_by_role("link", name=re.compile("^Pot")).click()
        self.pick("by filling it")
        page.get_by_label("It took").fill("44")
        self.choose("Which pot", "Half Barrel")
        expect(self.status("L (")).to_contain_text("44 L")
        page.get_by_role("button", name="Keep it").click()
        expect(kept).to_contain_text("Pot, Half Barrel")
        depth = self.garden.beds.get(name="Half Barrel").soil_depth_m
        kept.get_by_role("button", name=re.compile("^Undo Pot")).click()
        expect(kept).not_to_contain_text("Pot, Half Barrel")
        self.assertNotEqual(self.garden.beds.get(name="Half Barrel").soil_depth_m, depth)
        self.assertEqual(w.events("measurement", struck_at=None).count(), 1)
        page.get_by_role("status").get_by_role("button", name="Undo").click()
        expect(kept).to_contain_text("Pot, Half Barrel")
        self.assertEqual(self.garden.beds.get(name="Half Barrel").soil_depth_m, depth)

        page.get_by_role("link", name=re.compile("^Mix")).click()
        page.get_by_role("button", name="Count it").click()
        expect(page.get_by_role("table")).to_contain_text("coir")


class TheYearsTurn(Described):
    def test_a_season_ends_and_is_taken_back(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/settings/years")
        page.get_by_role("button", name="End this season…").click()
        expect(page.get_by_role("checkbox", name=re.compile("strawberries ×12"))).to_be_checked()
        self.assert_axe_finds_nothing("settings at the year's turn")
        page.get_by_role("button", name=re.compile("^End it and clear")).click()
        expect(self.status("at its end")).to_be_visible()
        self.assertFalse(Planting.objects.filter(crop="tomato", removed=None).exists())
        self.assertTrue(Planting.objects.filter(crop="strawberry", removed=None).exists())
        page.get_by_role("status").get_by_role("button", name="Undo").click()
        expect(self.status("stands again")).to_be_visible()
        self.assertTrue(Planting.objects.filter(crop="tomato", removed=None).exists())

    def test_what_was_forgotten_comes_back(self) -> None:
        OwnCrop.objects.create(garden=self.garden, name="Weir Gold", like="tomato")
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/settings/crops")
        page.get_by_role("button", name="Take out Weir Gold").click()
        expect(page.get_by_role("button", name="Take out Weir Gold")).to_have_count(0)
        page.get_by_role("status").get_by_role("button", name="Undo").click()
        expect(page.get_by_role("button", name="Take out Weir Gold")).to_be_visible()
