"""What only a browser can see: touch, focus, what fits a phone and a page, what waits."""

import re

from playwright.sync_api import Route, expect

from apps.garden.models import Bed
from tests.apps import world as w
from tests.browser.base import InBrowser


class Fingers(InBrowser):
    """A phone with a touch screen."""

    viewport = {"width": 390, "height": 844}

    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.cdp = self.context.new_cdp_session(self.page)

    def touch(self, kind: str, *points: tuple[float, float]) -> None:
        spots = [{"x": x, "y": y, "id": i} for i, (x, y) in enumerate(points)]
        self.cdp.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": spots})

    def drag(self, start: tuple[float, float], by: tuple[float, float]) -> None:
        self.touch("touchStart", start)
        for i in range(1, 7):
            self.touch("touchMove", (start[0] + by[0] * i / 6, start[1] + by[1] * i / 6))
        self.touch("touchEnd")

    def middle(self, what: str) -> tuple[float, float]:
        box = self.page.locator(what).bounding_box()
        assert box
        return box["x"] + box["width"] / 2, box["y"] + box["height"] / 2

    def test_a_bed_follows_the_thumb_any_way_once_it_is_picked_and_not_before(self) -> None:
        self.go(f"/g/{self.garden.pk}/ground")
        bed = self.garden.beds.get(name="Long Bench")
        on_map = f"#on-map-{bed.pk}"
        self.page.locator(on_map).scroll_into_view_if_needed()
        self.drag(self.middle(on_map), (0, 40))  # the page scrolls, the bed stays
        self.settled()
        self.assertEqual(Bed.objects.get(pk=bed.pk).y_m, bed.y_m)
        self.page.evaluate("window.scrollTo(0, 0)")
        self.page.locator(on_map).scroll_into_view_if_needed()
        spot = self.middle(on_map)
        self.touch("touchStart", spot)
        self.touch("touchEnd")
        expect(self.page.locator(on_map)).to_have_attribute("aria-pressed", "true")
        before = self.page.evaluate("window.scrollY")
        self.drag(self.middle(on_map), (20, 40))
        self.assertEqual(self.page.evaluate("window.scrollY"), before)
        for _ in range(100):
            if Bed.objects.get(pk=bed.pk).y_m != bed.y_m:
                break
            self.page.wait_for_timeout(50)
        moved = Bed.objects.get(pk=bed.pk)
        self.assertLess(moved.y_m, bed.y_m - 0.5)
        self.assertGreater(moved.x_m or 0.0, bed.x_m or 0.0)

    def test_a_part_is_zoomed_to_and_the_whole_comes_back(self) -> None:
        self.go(f"/g/{self.garden.pk}/ground")
        view = lambda: [float(x) for x in self.page.locator("svg.map").get_attribute("viewBox").split()]  # noqa: E731
        whole = view()
        self.page.get_by_role("button", name="Closer").click()
        self.page.get_by_role("button", name="Closer").click()
        self.assertLess(view()[2], whole[2] / 1.5)
        self.page.get_by_role("button", name="The whole garden").click()
        expect(self.page.get_by_role("button", name="Wider")).to_be_disabled()
        self.page.get_by_role("button", name="Closer").click()
        closer = view()
        self.assertLess(closer[2], whole[2])

    def test_two_fingers_zoom_wherever_they_come_down(self) -> None:
        self.go(f"/g/{self.garden.pk}/ground")
        view = lambda: [float(x) for x in self.page.locator("svg.map").get_attribute("viewBox").split()]  # noqa: E731
        x, y = self.middle("svg.map")  # on the path between the beds: both on one thing
        whole = view()
        self.touch("touchStart", (x - 20, y), (x + 20, y))
        for d in (30, 45, 60):
            self.touch("touchMove", (x - d, y), (x + d, y))
        self.touch("touchEnd")
        self.settled()
        self.assertLess(view()[2], whole[2] / 1.5)

    def test_every_target_on_the_map_can_be_hit_and_pots_are_found_by_name(self) -> None:
        self.go(f"/g/{self.garden.pk}/ground")
        expect(self.page.locator("svg.map .bed").first).to_be_visible()
        for circle in self.page.query_selector_all("svg.map .hit"):
            box = circle.bounding_box()
            self.assertGreaterEqual(round(box["width"]), 24)
        size = self.page.eval_on_selector("svg.map .names text", "t => t.getBoundingClientRect().height")
        self.assertGreaterEqual(size, 11)
        self.choose("Find on the map", "Lamp Basket")
        expect(self.page.get_by_role("heading", name="Lamp Basket")).to_be_visible()
        basket = self.garden.beds.get(name="Lamp Basket")
        self.page.get_by_role("button", name="Lamp Basket left", exact=True).click()
        for _ in range(100):
            if Bed.objects.get(pk=basket.pk).x_m != basket.x_m:
                break
            self.page.wait_for_timeout(50)
        self.assertAlmostEqual(Bed.objects.get(pk=basket.pk).x_m, basket.x_m - 0.1)

    def test_no_page_is_wider_than_the_phone_whatever_the_names(self) -> None:
        long = "Donaudampfschifffahrtsgesellschaftskapitänsgemüsebeet Nummer"
        self.garden.name = long
        self.garden.save()
        Bed.objects.filter(garden=self.garden, name="Long Bench").update(name=long)
        bed = self.garden.beds.get(name=long)
        for view in ("round", "ahead", "ground", f"bed/{bed.pk}", "sky", "noted", "read", "settings/gardens", "sizes"):
            self.go(f"/g/{self.garden.pk}/{view}")
            expect(self.page.get_by_role("heading", level=1)).to_be_visible()
            self.settled()
            self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390, view)


class Eyes(InBrowser):
    def test_the_garden_is_named_and_switched_in_the_head(self) -> None:
        other = w.garden_of(self.owner, name="Second Yard")
        self.sign_in()
        page = self.page
        page.get_by_role("button", name="Wrackline Yard: switch garden").click()
        page.get_by_role("menuitem", name="Second Yard").click()
        page.wait_for_url(re.compile(rf"/g/{other.pk}/round"))
        expect(page.get_by_role("button", name="Second Yard: switch garden")).to_be_visible()
        expect(page).to_have_title(re.compile("Round · Second Yard"))

    def test_a_step_says_what_it_does_and_is_not_hit_by_chance(self) -> None:
        self.sign_in()
        page = self.page
        page.get_by_role("button", name="Step a day").click()
        dialog = page.get_by_role("dialog", name="On to Saturday 12 July?")
        expect(dialog).to_contain_text("What was not noted by then counts as not done")
        dialog.get_by_role("button", name="Close", exact=True).click()
        self.garden.refresh_from_db()
        self.assertEqual(self.garden.today.day, 11)

    def test_the_whole_round_takes_ticks_and_a_time_and_says_what_is_left_out(self) -> None:
        self.sign_in()
        page = self.page
        page.get_by_role("button", name=re.compile("^All ")).click()
        dialog = page.get_by_role("dialog")
        dialog.get_by_text("Quay Bed").click()
        expect(dialog).to_contain_text(re.compile("Not noted: Quay Bed, .*Lamp Basket"))
        self.choose("At about", "6:30")
        dialog.get_by_role("button", name=re.compile("^Note ")).click()
        expect(page.locator(".snack")).to_contain_text("noted")
        poured = set(w.events("watering", date=self.garden.today).values_list("bed__name", flat=True))
        self.assertIn("Long Bench", poured)
        self.assertFalse({"Quay Bed", "Lamp Basket"} & poured)

    def test_amounts_are_noted_in_the_hands_own_measure(self) -> None:
        self.sign_in()
        page = self.page
        page.get_by_role("button", name="Low Corner: more").click()
        page.get_by_role("menuitem", name="Watered it anyway").click()
        dialog = page.get_by_role("dialog", name="Watered Low Corner")
        dialog.get_by_label("How much").fill("40")
        expect(dialog).to_contain_text("That is")
        dialog.get_by_role("button", name="Note it").click()
        expect(page.locator(".snack")).to_contain_text("Low Corner")
        rig = self.garden.rigs.get(name="Yard hose")
        noted = w.events("watering", bed__name="Low Corner", date=self.garden.today).get()
        self.assertAlmostEqual(noted.told["litres"], rig.flow_l_per_min * 40 / 60)

    def test_the_finger_shows_what_follows_and_keeps_to_it(self) -> None:
        self.sign_in()
        page = self.page
        damp = page.get_by_role("button", name="Lamp Basket: Damp")
        promised = damp.locator(".led").inner_text()
        damp.click()
        row = page.locator(".stop").filter(has_text="Lamp Basket")
        expect(row.locator(".litres")).to_have_text(promised)
        page.keyboard.press("u")

    def test_the_focus_goes_on_to_the_next_stop(self) -> None:
        self.sign_in()
        page = self.page
        page.get_by_role("button", name="Long Bench: done").focus()
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="Long Bench: undo")).to_be_visible()
        expect(page.locator("li.stop", has_text="Quay Bed")).to_be_focused()
        self.assertGreater(page.get_by_role("heading", level=3).count(), 10)  # stops are headings

    def test_all_that_was_noted_is_undone_and_done_again_however_old(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/noted")
        first = page.get_by_role("button", name=re.compile("^Undo")).last
        first.click()
        expect(page.get_by_role("button", name=re.compile("^Redo"))).to_have_count(1)
        page.get_by_role("button", name=re.compile("^Redo")).click()
        expect(page.get_by_role("button", name=re.compile("^Redo"))).to_have_count(0)
        self.assert_axe_finds_nothing("noted")

    def test_a_term_is_explained_by_a_tap(self) -> None:
        self.sign_in()
        page = self.page
        page.get_by_role("button", name=re.compile("^Plants suffer beyond")).click()
        expect(page.get_by_role("tooltip")).to_contain_text("The water that plants take without effort")
        self.go(f"/g/{self.garden.pk}/read")
        expect(page.get_by_role("heading", level=1)).to_have_text("How to read an isle")
        self.assert_axe_finds_nothing("how to read an isle")

    def test_a_page_that_is_on_its_way_shows_its_shape_at_once(self) -> None:
        self.sign_in()
        page = self.page
        held: list[Route] = []
        page.route("**/api/gardens/*/sky", lambda route: held.append(route))  # noqa: PLW0108
        page.get_by_role("link", name="Sky").click()
        expect(page.locator(".waiting .el-skeleton")).to_be_visible()
        held[0].continue_()
        expect(page.get_by_role("heading", level=1)).to_have_text("Sky")

    def test_a_bed_half_described_is_still_there_after_the_page_was_left(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/ground/new")
        page.get_by_label("What do you call it?").fill("Half Told")
        page.get_by_label("Length").fill("12 ft")
        page.wait_for_timeout(900)
        page.reload()
        expect(self.status("left half described")).to_be_visible()
        expect(page.get_by_label("What do you call it?")).to_have_value("Half Told")
        expect(page.get_by_label("Length")).to_have_value("3.66")
        page.get_by_role("button", name="Begin anew").click()
        expect(page.get_by_label("What do you call it?")).to_have_value("")

    def test_a_refused_form_names_and_focuses_the_field(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/ground/new")
        page.get_by_label("What do you call it?").fill("Too Wide")
        page.get_by_label("Width").fill("900")
        page.get_by_role("button", name="Keep this bed").click()
        expect(page.get_by_text("900.0 m is too large: 0.08 to 50.0 m.")).to_be_visible()
        expect(page.get_by_label("Width")).to_be_focused()

    def test_a_place_is_found_by_a_town_and_a_pot_by_its_litres(self) -> None:
        self.sign_in()
        page = self.page
        self.go("/new-garden")
        page.get_by_role("combobox", name="A town near it").fill("Reykjav")
        page.get_by_role("option", name=re.compile("^Reykjav")).first.click()
        expect(page.get_by_label("Latitude, °")).to_have_value("64.15")
        self.go(f"/g/{self.garden.pk}/ground/new")
        page.locator("label", has_text=re.compile(r"^\s*pot\s*$")).click()
        page.get_by_label("One holds").fill("75")
        expect(page.get_by_label("Across")).not_to_have_value("0.2")
        page.get_by_label("How many alike").fill("6")
        expect(page.get_by_text("of all 6")).to_be_visible()
        page.get_by_role("button", name="Add a crop").click()
        page.get_by_role("combobox", name="Crop 1").fill("zucch")
        page.get_by_role("option", name="courgettes").locator("visible=true").click()
        expect(page.get_by_text("courgettes", exact=True).first).to_be_visible()


class Paper(InBrowser):
    def pages(self) -> int:
        return len(re.findall(rb"/Type\s*/Page\b(?!s)", self.page.pdf(prefer_css_page_size=True, format="A4")))

    def test_the_round_and_the_days_ahead_print_on_one_page_with_the_gardens_name(self) -> None:
        self.sign_in()
        for view in ("round", "ahead"):
            self.go(f"/g/{self.garden.pk}/{view}")
            expect(self.page.get_by_role("heading", level=1)).to_be_visible()
            self.settled()
            self.page.emulate_media(media="print")
            expect(self.page.locator(".print-only")).to_have_text("Wrackline Yard")
            self.assertEqual(self.pages(), 1, view)
            self.page.emulate_media(media="screen")


class Across(InBrowser):
    """A device of the United States."""

    def test_dates_clock_and_small_amounts_are_as_there(self) -> None:
        self.owner.units = "us"
        self.owner.save()
        self.context = self.browser.new_context(viewport=self.viewport, reduced_motion="reduce", locale="en-US")
        self.addCleanup(self.context.close)
        self.page = self.context.new_page()
        self.sign_in()
        main = self.page.get_by_role("main")
        expect(main).to_contain_text("Friday July 11")
        expect(main).to_contain_text(re.compile(r"begin by \d+:\d\d am"))
        expect(main).to_contain_text(re.compile(r"\d(\.\d)? (qt|cups|fl oz)"))
        self.go(f"/g/{self.garden.pk}/ground/new")
        self.page.get_by_role("button", name=re.compile(r"^8.0 × 4.0 ft")).click()
        expect(self.page.get_by_label("Length")).to_have_value("8")
