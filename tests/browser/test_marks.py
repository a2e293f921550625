"""The first tap is the deed, the second is none: rows on the Round under a thumb, on two pages, without an answer."""

import re
import threading

from django.contrib.sessions.models import Session
from playwright.sync_api import Route, expect

from apps.garden.models import Garden
from tests.apps import world as w
from tests.browser.base import InBrowser


class Marks(InBrowser):
    viewport = {"width": 390, "height": 844}

    def setUp(self) -> None:
        super().setUp()
        Garden.objects.update(people=[])  # with no limit, no row tells of what another's mark leaves room for
        self.sign_in()
        self.today = w.events("watering").filter(bed__garden=self.garden, date=self.garden.today, struck_at=None)
        self.before = self.today.count()

    def poured(self) -> int:
        return self.today.count() - self.before

    def tops(self) -> list[float]:
        self.settled()
        return [round(box["y"]) for row in self.page.query_selector_all(".stop, .left") if (box := row.bounding_box())]

    def test_a_double_tap_and_one_half_a_second_later_pour_once_and_rows_stay(self) -> None:
        done = self.page.get_by_role("button", name="Long Bench: done")
        done.evaluate("button => button.scrollIntoView({ block: 'center' })")  # clear of the bar below
        box, rows = done.bounding_box(), self.tops()
        spot = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        self.page.mouse.dblclick(*spot)
        expect(self.page.get_by_role("button", name="Long Bench: undo")).to_be_visible()
        self.assertTrue(all(abs(a - b) <= 1 for a, b in zip(rows, self.tops(), strict=True)))
        self.page.wait_for_timeout(500)
        self.page.mouse.click(*spot)
        self.page.wait_for_timeout(1000)
        self.page.mouse.click(*spot)
        self.settled()
        self.assertEqual(self.poured(), 1)
        expect(self.page.get_by_role("button", name="Long Bench: undo")).to_be_visible()

    def test_a_dry_finger_tapped_twice_takes_nothing_back(self) -> None:
        button = self.page.get_by_role("button", name="Lamp Basket: Dry")
        button.scroll_into_view_if_needed()
        box = button.bounding_box()
        spot = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        self.page.mouse.dblclick(*spot)
        expect(self.page.get_by_role("button", name="Lamp Basket: done")).to_be_visible()
        self.assertEqual(w.events("observation", bed__name="Lamp Basket", struck_at=None).count(), 1)
        self.assertEqual(self.poured(), 0)

    def test_what_changed_is_a_tap_and_is_taken_back(self) -> None:
        self.page.get_by_role("button", name="Long Bench: more").click()
        self.page.get_by_role("menuitem", name="Something changed").click()
        self.page.get_by_role("button", name="Mulch laid").click()
        expect(self.page.locator(".snack")).to_contain_text("mulch laid, since today")
        self.assertEqual(w.events("bed_altered", struck_at=None).count(), 1)
        self.page.locator(".snack").get_by_role("button", name="Undo").click()
        expect(self.page.locator(".snack")).to_contain_text("undone")
        self.assertEqual(w.events("bed_altered", struck_at=None).count(), 0)

    def test_a_pot_poured_until_it_ran_out_is_a_watering_and_what_it_shows(self) -> None:
        self.page.get_by_role("button", name="Sailcloth Bag: more").click()
        self.page.get_by_role("menuitem", name="Done, and it ran out below").click()
        expect(self.page.locator(".snack")).to_contain_text("ran out below")
        self.assertEqual(w.events("watering", bed__name="Sailcloth Bag", date=self.garden.today).count(), 1)
        self.assertEqual([x.told["kind"] for x in w.events("observation", bed__name="Sailcloth Bag")], ["ran_out"])

    def test_a_key_held_down_is_one_deed(self) -> None:
        self.page.keyboard.press("j")
        for _ in range(6):
            self.page.keyboard.down("d")  # held: the browser repeats it
        self.page.keyboard.up("d")
        expect(self.page.get_by_role("button", name="Long Bench: undo")).to_be_visible()
        self.settled()
        self.assertEqual(self.poured(), 1)

    def test_two_open_pages_pour_once(self) -> None:
        other = self.context.new_page()
        other.goto(self.page.url)
        expect(other.get_by_role("button", name="Long Bench: done")).to_be_visible()
        other.wait_for_load_state("networkidle")  # so that it reads nothing more after the other page's mark
        self.page.get_by_role("button", name="Long Bench: done").click()
        expect(self.page.get_by_role("button", name="Long Bench: undo")).to_be_visible()
        other.get_by_role("button", name="Long Bench: more").click()
        other.get_by_role("menuitem", name="Another amount").click()
        other.get_by_label("How much").fill("3")
        other.get_by_role("button", name="Note it").click()
        expect(other.locator(".snack")).to_contain_text("was noted already, and that stands")
        self.assertEqual(self.poured(), 1)

    def test_what_a_helper_noted_meanwhile_is_asked_about(self) -> None:
        ben = w.person("ben")
        w.join(self.garden, ben, "helper")
        stop = w.send(w.client_of(ben), "get", f"/gardens/{self.garden.pk}/round").json()["stops"]
        bench = next(x for x in stop if x["name"] == "Long Bench")
        poured = {"id": bench["marks"]["watering"], "bed": bench["id"], "litres": 9.0, "date": f"{self.garden.today}"}
        sent = w.send(w.client_of(ben), "post", f"/gardens/{self.garden.pk}/waterings", {"waterings": [poured]})
        self.assertEqual(sent.status_code, 201)
        self.page.get_by_role("button", name="Long Bench: done").click()
        asked = self.page.locator(".snack")
        expect(asked).to_contain_text("ben noted it at")
        self.assertEqual(self.poured(), 1)
        asked.get_by_role("button", name="Note mine as well").click()
        expect(asked).to_contain_text("noted.")
        self.assertEqual(self.poured(), 2)

    def test_a_session_that_ended_keeps_the_mark_and_sends_it_for_the_same_person(self) -> None:
        Session.objects.all().delete()
        self.page.get_by_role("button", name="Long Bench: done").click()
        dialog = self.page.get_by_role("dialog", name="Your session has ended")
        expect(dialog).to_contain_text("Password of")
        self.assert_axe_finds_nothing("a session that ended")
        self.assertEqual(self.poured(), 0)
        dialog.get_by_label("Password of").fill("not mine")
        dialog.get_by_role("button", name="Sign in and send it").click()
        expect(dialog.get_by_role("alert")).to_be_visible()
        dialog.get_by_label("Password of").fill(w.PASSWORD)
        dialog.get_by_role("button", name="Sign in and send it").click()
        expect(self.page.get_by_role("button", name="Long Bench: undo")).to_be_visible()
        self.assertEqual(self.poured(), 1)

    def test_a_lost_answer_is_sent_again_and_pours_once(self) -> None:
        lost = threading.Event()

        def lose_the_answer(route: Route) -> None:
            if not lost.is_set():
                lost.set()
                route.fetch()  # it arrives and is kept, but the answer does not come back
                route.abort()
            else:
                route.continue_()

        self.page.route("**/waterings", lose_the_answer)
        self.page.get_by_role("button", name="Long Bench: done").click()
        row = self.page.get_by_role("listitem").filter(has_text="Long Bench")
        expect(row).to_contain_text("Not known yet whether it was kept; it will be sent again")
        self.assertEqual(row.get_by_role("button", name="Long Bench: done").count(), 0)
        expect(self.page.get_by_role("button", name="Long Bench: undo")).to_be_visible(timeout=20_000)
        self.assertEqual(self.poured(), 1)

    def test_it_can_be_given_up_and_marked_again(self) -> None:
        self.page.route("**/waterings", lambda route: route.abort())
        self.page.get_by_role("button", name="Long Bench: done").click()
        self.page.get_by_role("button", name="Stop sending").click()
        expect(self.page.locator(".snack")).to_contain_text("Not sent again")
        self.page.unroute("**/waterings")
        self.page.wait_for_timeout(900)
        self.page.get_by_role("button", name="Long Bench: done").click()
        expect(self.page.get_by_role("button", name="Long Bench: undo")).to_be_visible()
        self.assertEqual(self.poured(), 1)

    def test_without_a_connection_it_says_at_once_that_it_was_not_kept(self) -> None:
        self.context.set_offline(True)
        for name in ("Long Bench", "Glass End", "Sailcloth Bag"):
            self.page.get_by_role("button", name=f"{name}: done").click()
            expect(self.page.locator(".snack")).to_contain_text("No connection: this was not kept")
        self.context.set_offline(False)
        self.page.evaluate("window.dispatchEvent(new Event('online'))")
        self.page.wait_for_timeout(1500)
        self.settled()
        self.assertEqual(self.poured(), 0)
        expect(self.page.get_by_role("button", name="Long Bench: done")).to_be_visible()

    def test_after_an_undo_the_next_mark_is_another_one(self) -> None:
        for _ in range(2):
            self.page.get_by_role("button", name="Long Bench: done").click()
            undo = self.page.get_by_role("button", name="Long Bench: undo")
            expect(undo).to_be_visible()
            self.page.wait_for_timeout(900)
            undo.click()
            expect(self.page.get_by_role("button", name="Long Bench: done")).to_be_visible()
            self.page.wait_for_timeout(900)
        self.assertEqual(self.poured(), 0)
        self.assertEqual(w.events("watering").filter(bed__name="Long Bench", date=self.garden.today).count(), 2)

    def test_part_of_a_dose_leaves_the_rest_to_pour(self) -> None:
        page = self.page
        page.get_by_role("button", name="Sailcloth Bag: more").click()
        page.get_by_role("menuitem", name="Another amount").click()
        self.choose("In", "L")
        for typed, said in (("1,500", "two ways"), ("a lot", "not a number"), ("", "The amount is missing")):
            page.get_by_label("How much").fill(typed)
            page.get_by_role("button", name="Note it").click()
            expect(page.get_by_role("dialog")).to_contain_text(said)
        self.assertEqual(self.poured(), 0)
        page.get_by_label("How much").fill("3,5")
        page.get_by_role("button", name="Note it").click()
        row = page.locator(".stop").filter(has_text="Sailcloth Bag")
        expect(row).to_contain_text("So far today 3.5 L; this is what is left")
        self.assertAlmostEqual(self.today.get(bed__name="Sailcloth Bag").told["litres"], 3.5)
        page.wait_for_timeout(900)
        row.get_by_role("button", name="Sailcloth Bag: done").click()
        expect(row).to_contain_text("Watered today")
        self.assertEqual(self.poured(), 2)

    def test_menus_are_made_when_they_are_opened(self) -> None:
        self.settled()
        self.assertGreater(self.page.locator(".stop, .left").count(), 10)
        self.assertEqual(self.page.locator("main .el-dropdown").count(), 0)
        self.page.get_by_role("button", name="Long Bench: more").press("Enter")
        expect(self.page.get_by_role("menuitem", name="Not today")).to_be_visible()
        self.page.keyboard.press("Escape")
        self.assertEqual(self.page.locator("main .el-dropdown").count(), 1)


class Numbers(InBrowser):
    def test_what_is_no_number_is_never_kept_as_the_number_before(self) -> None:
        self.sign_in()
        page, bed = self.page, self.garden.beds.get(name="Long Bench")
        self.go(f"/g/{self.garden.pk}/ground/{bed.pk}/edit")
        length = page.get_by_label("Length")
        expect(length).not_to_have_value("")
        length.fill("2,x")
        expect(page.get_by_text("“2,x” is not a number.")).to_be_visible()
        page.get_by_role("button", name=re.compile("^Keep")).first.click()
        expect(page.get_by_role("alert")).to_contain_text("This is not kept yet")
        expect(length).to_be_focused()
        self.assertIn("/edit", page.url)
        self.assertEqual(self.garden.beds.get(name="Long Bench").length_m, bed.length_m)
        length.fill("2,5")
        page.get_by_role("button", name=re.compile("^Keep")).first.click()
        expect(page.get_by_role("heading", level=1)).to_have_text("Long Bench")
        self.assertEqual(self.garden.beds.get(name="Long Bench").length_m, 2.5)
