"""The garden to scale by mouse, by key and by typing; files out and in."""

import json
import pathlib
import re

from playwright.sync_api import expect

from apps.garden.models import Bed, Garden, Thing
from tests.browser.base import InBrowser


class OnTheMap(InBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.go(f"/g/{self.garden.pk}/ground")
        self.bed = self.garden.beds.get(name="Long Bench")
        self.on_map = self.page.locator(f"#on-map-{self.bed.pk}")
        expect(self.on_map).to_be_visible()

    def place(self):
        bed = Bed.objects.get(pk=self.bed.pk)
        return round(bed.x_m, 2), round(bed.y_m, 2), bed.turn_deg

    def until(self, wanted):
        """Wait until the bed stands where it should; a busy machine may need its time."""
        for _ in range(300):
            if self.place() == wanted:
                return
            self.page.wait_for_timeout(50)
        self.assertEqual(self.place(), wanted)

    def test_a_bed_is_nudged_turned_and_taken_back(self) -> None:
        x, y, turn = self.place()
        self.on_map.focus()
        self.page.keyboard.press("ArrowRight")
        self.until((round(x + 0.1, 2), y, turn))
        self.page.keyboard.press("Shift+ArrowUp")
        self.until((round(x + 0.1, 2), round(y + 0.5, 2), turn))
        self.page.keyboard.press("]")
        self.until((round(x + 0.1, 2), round(y + 0.5, 2), turn + 15))
        for _ in range(3):
            self.page.keyboard.press("Control+z")
        self.until((x, y, turn))
        expect(self.page.get_by_role("button", name="Undo")).to_be_disabled()
        self.page.get_by_role("button", name="Redo").click()
        self.until((round(x + 0.1, 2), y, turn))
        self.assert_quiet()

    def test_a_bed_is_dragged_and_stays_after_a_reload(self) -> None:
        was = self.place()
        box = self.on_map.bounding_box()
        middle = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        mouse = self.page.mouse
        mouse.move(*middle)
        mouse.down()
        mouse.move(middle[0] + 10, middle[1] + 20, steps=4)
        mouse.move(middle[0] + 30, middle[1] + 60, steps=4)
        mouse.up()
        for _ in range(100):
            if self.place() != was:
                break
            self.page.wait_for_timeout(50)
        now = self.place()
        self.assertGreater(now[0], was[0])
        self.assertLess(now[1], was[1])
        place = self.on_map.get_attribute("aria-label").split(";")[-1]  # the water may change with the shade
        self.page.reload()
        expect(self.on_map).to_have_attribute("aria-label", re.compile(re.escape(place) + "$"))

    def test_a_bed_is_drawn_larger_by_its_corner_and_by_key(self) -> None:
        bed = lambda: Bed.objects.get(pk=self.bed.pk)  # noqa: E731
        self.on_map.click()
        corner = self.page.locator("circle.corner")
        box = corner.bounding_box()
        middle = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        mouse = self.page.mouse
        mouse.move(*middle)
        mouse.down()
        mouse.move(middle[0] + 20, middle[1] + 10, steps=4)
        mouse.move(middle[0] + 46, middle[1] + 23, steps=4)
        mouse.up()
        for _ in range(200):
            if bed().length_m > 2.4:
                break
            self.page.wait_for_timeout(50)
        drawn = bed()
        self.assertGreater(drawn.length_m, 2.5)
        self.assertGreater(drawn.width_m, 1.2)
        self.assertLess(drawn.y_m or 0.0, self.bed.y_m or 0.0)  # its far corner stayed, so its middle moved
        self.on_map.focus()
        self.page.keyboard.press("Alt+ArrowRight")
        for _ in range(200):
            if bed().length_m > drawn.length_m:
                break
            self.page.wait_for_timeout(50)
        self.assertAlmostEqual(bed().length_m, drawn.length_m + 0.1)
        for _ in range(2):
            self.page.keyboard.press("Control+z")
        for _ in range(200):
            if (bed().length_m, bed().width_m) == (self.bed.length_m, self.bed.width_m):
                break
            self.page.wait_for_timeout(50)
        self.assertEqual((bed().length_m, bed().width_m), (self.bed.length_m, self.bed.width_m))
        self.until((round(self.bed.x_m, 2), round(self.bed.y_m, 2), self.bed.turn_deg))
        self.assert_quiet()

    def test_a_wall_is_put_sized_and_takes_light_from_a_bed(self) -> None:
        page = self.page
        walls = Thing.objects.filter(kind="wall", removed_at=None)
        before = walls.count()
        self.choose("Put on the map", "a wall")
        side = page.get_by_role("complementary", name="What is picked")
        expect(side.get_by_role("heading")).to_have_text(re.compile("wall", re.I))
        self.assertEqual(walls.count(), before + 1)
        self.assert_axe_finds_nothing("map with a wall picked")
        page.get_by_role("button", name="Off the map").click()
        snack = self.status("is off the map")
        expect(snack).to_be_visible()
        self.assertEqual(walls.count(), before)
        snack.get_by_role("button", name="Undo").click()
        for _ in range(100):
            if walls.count() == before + 1:
                break
            page.wait_for_timeout(50)
        self.assertEqual(walls.count(), before + 1)

    def test_the_slider_moves_the_water(self) -> None:
        label = self.on_map.get_attribute("aria-label")
        slider = self.page.get_by_role("slider", name="Day")
        slider.focus()
        for _ in range(4):
            self.page.keyboard.press("ArrowLeft")
        expect(self.on_map).not_to_have_attribute("aria-label", label)
        self.page.get_by_role("button", name="Back to this morning").click()
        expect(self.on_map).to_have_attribute("aria-label", label)

    def test_a_bed_is_copied(self) -> None:
        self.on_map.click()
        self.page.get_by_role("button", name="Copy", exact=True).click()
        expect(self.page.get_by_role("group", name="The garden to scale")).to_contain_text("Long Bench 2")


class MapByThumb(InBrowser):
    viewport = {"width": 390, "height": 844}

    def test_the_map_fits_a_phone(self) -> None:
        self.sign_in()
        self.go(f"/g/{self.garden.pk}/ground")
        expect(self.page.get_by_role("group", name="The garden to scale")).to_be_visible()
        wide = self.page.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, 390)
        self.assert_axe_finds_nothing("map on a phone")
        self.assert_quiet()


class Files(InBrowser):
    def test_a_garden_goes_out_and_opens_again_and_a_faulty_one_tells_each_fault(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/settings/files")
        for name, ending in (
            ("The whole garden", "garden.json"),
            ("The map", "map.geojson"),
            ("Days of", "days.csv"),
        ):
            with page.expect_download() as download:
                page.get_by_role("link", name=name).click()
            self.assertTrue(download.value.suggested_filename.endswith(ending))
            if ending == "garden.json":
                text = pathlib.Path(download.value.path()).read_text(encoding="utf-8")
        value = json.loads(text)
        self.go("/new-garden")
        faulty = {**value, "latitude": 99, "style": "castle"}
        chooser = self.file_in("Garden file")
        chooser.set_input_files(
            {"name": "x.json", "mimeType": "application/json", "buffer": json.dumps(faulty).encode()}
        )
        alarm = page.get_by_role("alert")
        expect(alarm).to_contain_text("Nothing of x.json was kept")
        expect(alarm.get_by_role("listitem")).to_have_count(2)
        expect(alarm).to_contain_text("latitude: 99 is not usable")
        self.assertEqual(Garden.objects.count(), 1)
        self.assert_axe_finds_nothing("faults of a file")
        chooser.set_input_files({"name": "x.json", "mimeType": "application/json", "buffer": text.encode()})
        page.wait_for_url(re.compile(rf"/g/(?!{self.garden.pk}/)\d+/round"))
        self.assertEqual(Garden.objects.count(), 2)
        made = Garden.objects.exclude(pk=self.garden.pk).get()
        self.assertEqual(made.beds.count(), self.garden.beds.count())
