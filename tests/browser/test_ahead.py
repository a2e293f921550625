"""The days ahead by hand and by key; a bed described in depth; sizes in one pass; a household; a sample garden."""

import re

from playwright.sync_api import expect

from apps.garden.models import BedRecord, Garden, OwnCrop, SizeSighting
from tests.apps import world as w
from tests.browser.base import InBrowser


class Ahead(InBrowser):
    def opened(self):
        self.sign_in()
        self.go(f"/g/{self.garden.pk}/ahead")
        expect(self.page.get_by_role("heading", level=1)).to_contain_text("days of watering")
        return self.page

    def soaks(self, bed: str):
        return self.page.locator("tbody tr", has=self.page.get_by_role("link", name=bed)).locator("button.soak")

    def test_a_soak_is_moved_by_key_tried_put_back_kept_and_taken_back(self) -> None:
        page = self.opened()
        soak = self.soaks("Long Bench").nth(1)
        was = soak.get_attribute("id")
        soak.focus()
        page.keyboard.press("ArrowRight")
        expect(self.status("growth missed")).to_be_visible()
        self.assertEqual(w.events("moved_soak").count(), 0)  # only tried
        page.keyboard.press("Escape")
        expect(page.locator(f"#{was}")).to_be_visible()
        page.locator(f"#{was}").focus()
        page.keyboard.press("ArrowRight")
        expect(page.get_by_role("button", name="Keep it")).to_be_visible()
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_role("heading", name="Moved by you")).to_be_visible()
        self.assertEqual(w.events("moved_soak").filter(struck_at=None).count(), 1)
        page.get_by_role("button", name=re.compile("^Undo the move")).click()
        expect(page.get_by_role("heading", name="Moved by you")).to_have_count(0)
        expect(page.locator(f"#{was}")).to_be_visible()
        self.assert_quiet()

    def test_a_soak_is_dragged_along_its_row(self) -> None:
        page = self.opened()
        soak = self.soaks("Sailcloth Bag").first  # far past its mark: it is due today, whoever has minutes
        box = soak.bounding_box()
        cell = page.locator("tbody tr", has=page.get_by_role("link", name="Sailcloth Bag")).locator("td").nth(2)
        soak.hover()
        page.mouse.down()
        to = cell.bounding_box()
        page.mouse.move(box["x"] + 60, box["y"] + 20, steps=3)
        page.mouse.move(to["x"] + to["width"] / 2, to["y"] + to["height"] / 2, steps=4)
        page.mouse.up()
        expect(self.status("from today to Sunday")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("button", name="Keep it")).to_have_count(0)

    def test_what_does_not_fit_is_named_and_the_calendar_address_is_private(self) -> None:
        Garden.objects.update(people=[{"name": "Bo", "minutes": [4, 4, 4, 4, 4, 4, 4]}])
        page = self.opened()
        expect(page.get_by_role("heading", name="What does not fit")).to_be_visible()
        expect(page.get_by_role("main")).to_contain_text("your minutes are used up")
        page.get_by_role("button", name="Make an address").click()
        address = page.get_by_label("Calendar address").input_value()
        answer = self.context.request.get(address)
        self.assertTrue(answer.ok)
        self.assertIn("BEGIN:VEVENT", answer.text())
        page.get_by_role("button", name="End it").click()
        expect(page.get_by_role("button", name="Make an address")).to_be_visible()
        self.assertEqual(self.context.request.get(address).status, 404)
        self.go(f"/g/{self.garden.pk}/round")
        expect(page.get_by_role("main")).to_contain_text("can wait")

    def test_it_prints_as_a_table_without_its_handles(self) -> None:
        page = self.opened()
        page.emulate_media(media="print")
        expect(page.get_by_role("button", name="Print")).to_be_hidden()
        expect(page.get_by_role("heading", name="In your calendar")).to_be_hidden()
        expect(page.get_by_role("link", name="Long Bench")).to_be_visible()


class Depth(InBrowser):
    def pick(self, answer: str) -> None:
        self.page.locator("label", has_text=re.compile(f"^{answer}$")).click()

    def test_soil_in_layers_light_and_a_crop_of_ones_own(self) -> None:
        self.sign_in()
        page = self.page
        bed = self.garden.beds.get(name="Quay Bed")
        self.go(f"/g/{self.garden.pk}/settings/crops")
        page.get_by_role("button", name="Describe one").click()
        page.get_by_label("Its name").fill("Foam Cos")
        self.choose("It is like", "lettuce")
        page.get_by_label("Grows as high as").fill("0.35")
        page.locator("section", has=page.get_by_role("heading", name="Crops and varieties")).get_by_role(
            "button", name="Keep", exact=True
        ).click()
        expect(page.get_by_role("main")).to_contain_text("like lettuce")
        self.assertEqual(OwnCrop.objects.get(name="Foam Cos").figures, {"height_m": 0.35})

        self.go(f"/g/{self.garden.pk}/ground/{bed.pk}/edit")
        page.get_by_text("I know more about it").click()
        self.pick("settled in a jar")
        for layer, mm in (("Sand", "30"), ("Silt", "30"), ("Clay", "15")):
            page.get_by_label(re.compile(f"^{layer},")).fill(mm)
        page.get_by_role("button", name="A layer below").click()
        self.choose("Layer 2", "clay")
        page.get_by_role("group", name="If you changed the soil above").get_by_text("it is so from a date").click()
        page.get_by_label("From", exact=True).fill("2025-07-09")
        self.pick("from when to when")
        self.choose("Sun from", "9:00")
        self.choose("until", "8:00")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.get_by_role("main")).to_contain_text("Later than it comes (9)")
        self.choose("until", "15:00")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.get_by_role("heading", level=1)).to_have_text("Quay Bed")
        expect(page.get_by_role("main")).to_contain_text("loam, tested, over clay")
        expect(page.get_by_role("main")).to_contain_text("sun 9:00 to 15:00")
        soils = BedRecord.objects.filter(bed=bed, aspect="soil").order_by("date")
        self.assertEqual([s.date.isoformat() for s in soils], ["2025-06-12", "2025-07-09"])

    def test_every_kind_of_check_can_be_noted(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/bed/{self.garden.beds.get(name='Blue Box').pk}")

        def note(kind: str, fill=None, pick: str = "") -> None:
            page.get_by_role("button", name="Checked it").click()
            page.get_by_role("dialog").locator("label", has_text=re.compile(f"^{kind}$")).click()
            if fill:
                page.get_by_role("dialog").get_by_label(fill[0]).fill(fill[1])
            if pick:
                page.get_by_role("dialog").locator("label", has_text=re.compile(f"^{pick}$")).click()
            page.get_by_role("dialog").get_by_role("button", name="Note it").click()
            if kind != "Float or dipstick":
                expect(page.get_by_role("dialog")).to_be_hidden()

        note("Float or dipstick", ("It holds", "99"))
        expect(page.get_by_role("dialog")).to_contain_text("at most 14 L")
        page.get_by_role("dialog").get_by_label("It holds").fill("3")
        page.get_by_role("dialog").get_by_role("button", name="Note it").click()
        expect(page.get_by_role("main")).to_contain_text("In the reservoir: 3.0 L")
        note("Lifted the pot", pick="Heavy")
        expect(page.get_by_role("main")).to_contain_text("Lifted the pot: heavy")
        note("Probe", ("Water, %", "31"))
        expect(page.get_by_role("main")).to_contain_text("Probe: 31 % water")
        note("Still wet, left it")
        expect(page.get_by_role("main")).to_contain_text("Still wet, left it")
        self.assertEqual(w.events("observation").filter(bed__name="Blue Box").count(), 4)

    def test_sizes_are_looked_through_in_one_pass(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/sizes")
        page.get_by_label(re.compile("Width of one of courgettes")).fill("1.2")
        self.choose(re.compile("Height of chard"), "waist-high")
        page.get_by_role("button", name="Keep 2 as seen today").click()
        expect(page.get_by_role("heading", level=1)).to_contain_text("isles to water")
        seen = SizeSighting.objects.filter(date=self.garden.today).order_by("planting_id")
        self.assertEqual([(s.height, s.spread_m) for s in seen], [("knee", 1.2), ("waist", 0.35)])

    def test_the_households_time_is_kept_and_a_slip_is_named(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/settings/household")
        page.get_by_label("Minutes of Ostrander the elder on Mon").fill("9999")
        page.get_by_role("button", name="Keep the household").click()
        expect(page.get_by_role("alert")).to_contain_text("Minutes of person 1")
        page.get_by_label("Minutes of Ostrander the elder on Mon").fill("33")
        self.pick("the warmth of the days")
        page.get_by_role("button", name="Keep the household").click()
        expect(self.status("kept")).to_be_visible()
        self.garden.refresh_from_db()
        self.assertEqual((self.garden.people[0]["minutes"][0], self.garden.growth), (33, "warmth"))

    def test_a_sample_is_opened_and_thrown_away(self) -> None:
        self.sign_in()
        page = self.page
        self.go("/new-garden")
        page.get_by_role("button", name="Open Sixweir Landing").click()
        expect(page.get_by_role("main")).to_contain_text("Tuesday 3 June")
        expect(page.get_by_role("main")).to_contain_text("Upper Weir")
        page.get_by_role("link", name="Settings").click()
        page.get_by_role("tab", name="Gardens").click()
        page.get_by_role("button", name="Put Sixweir Landing away").click()
        expect(self.status("put away")).to_be_visible()
        self.assertEqual(Garden.objects.filter(removed_at=None).count(), 1)
        page.locator(".snack").get_by_role("button", name="Undo").click()
        for _ in range(100):
            if Garden.objects.filter(removed_at=None).count() == 2:
                break
            page.wait_for_timeout(50)
        self.assertEqual(Garden.objects.filter(removed_at=None).count(), 2)
