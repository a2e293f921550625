"""What is buried, boxes on a line with a timer, where water came from: on the screens."""

import re
import uuid

from playwright.sync_api import expect

from apps.devices.actions import Hear
from apps.devices.models import Device
from apps.devices.topics import Ran
from apps.garden.models import Bed, Event, Rig
from tests.browser.base import InBrowser


class Reservoirs(InBrowser):
    def test_bottles_are_described_filled_and_timed(self) -> None:
        self.sign_in()
        page = self.page
        bed = Bed.objects.get(garden=self.garden, name="Kiln Bed")
        self.go(f"/g/{self.garden.pk}/ground/{bed.pk}/edit")
        page.locator("label", has_text=re.compile("^bottles$")).click()
        page.get_by_label("How many", exact=True).last.fill("3")
        page.get_by_label("Each holds").fill("1.5")
        page.get_by_label("Lets it out at").fill("9000")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.get_by_role("main")).to_contain_text("is too large: 2 to 100 cm")
        page.get_by_label("Lets it out at").fill("15")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(self.status("Kiln Bed is kept")).to_be_visible()
        bed.refresh_from_db()
        self.assertEqual((bed.reservoir_giver, bed.reservoir_count, bed.reservoir_capacity_l), ("bottle", 3, 4.5))
        self.go(f"/g/{self.garden.pk}/pots")
        row = page.get_by_role("listitem").filter(has_text="Kiln Bed")
        expect(row).to_contain_text("in the 3 bottles")
        expect(row).to_contain_text("Filled every day they")
        self.go(f"/g/{self.garden.pk}/bench?test=seep&bed={bed.pk}")
        page.get_by_label("Filled to the brim it holds").fill("1.5")
        page.get_by_label("Hours since it was filled").fill("24")
        page.get_by_label("Left in it").fill("0.5")
        expect(page.get_by_role("status").filter(has_text="from each in a day")).to_contain_text("1.0 L")
        page.get_by_role("button", name="Keep it").click()
        expect(self.status("It is kept")).to_be_visible()
        bed.refresh_from_db()
        self.assertAlmostEqual(bed.reservoir_wick_l_per_day or 0, 3.0)

    def test_a_timer_is_set_and_the_boxes_on_its_line_are_told(self) -> None:
        self.sign_in()
        page = self.page
        rig = Rig.objects.get(garden=self.garden, name="Yard hose")
        self.go(f"/g/{self.garden.pk}/settings/hoses")
        page.get_by_text("Timer, pressure and salt of Yard hose").click()
        line = page.get_by_role("listitem").filter(has_text="Timer, pressure and salt of Yard hose")
        line.get_by_label("Into each box").fill("2000")
        line.get_by_role("button", name="Set the timer").click()
        expect(line).to_contain_text("is too large")
        line.get_by_label("Into each box").fill("")
        self.choose("How often", "every 10 days", within=line)
        line.get_by_role("button", name="Set the timer").click()
        expect(self.status("The timer of Yard hose is set")).to_be_visible()
        expect(line).to_contain_text("every 10 days at 6:00: boxes fill until their valves shut")
        rig.refresh_from_db()
        self.assertEqual([p["every_days"] for p in rig.programmes], [10])
        line.get_by_label(re.compile("^Salt in the water")).fill("0.8")
        line.get_by_role("button", name="Keep it").first.click()
        expect(self.status("The salt of Yard hose is kept")).to_be_visible()
        self.assert_axe_finds_nothing("hoses")
        self.go(f"/g/{self.garden.pk}/pots")
        expect(page.get_by_role("region", name="Boxes on one line")).to_contain_text("Tin Box")
        expect(page.get_by_role("region", name="Boxes on one line")).to_contain_text("Before the next run")
        page.get_by_role("button", name="What it drew: Tin Box").click()
        expect(page.get_by_role("img", name=re.compile("^Litres that Tin Box gave"))).to_be_visible()
        page.get_by_role("button", name="Moved or changed: Lamp Basket").click()
        page.get_by_role("dialog").get_by_role("button", name="Carried into the shade").click()
        expect(self.status("Lamp Basket: carried into the shade")).to_be_visible()
        self.assert_axe_finds_nothing("pots and reservoirs")
        self.go(f"/g/{self.garden.pk}/settings/hoses")
        page.get_by_text("Timer, pressure and salt of Yard hose").click()
        page.get_by_role("button", name="Switched off today").click()
        expect(self.status("is off from today")).to_be_visible()

    def test_water_is_noted_from_where_it_came(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/round")
        stop = page.locator("main .stop").filter(has_text="Lamp Basket").first
        stop.get_by_role("button", name="Lamp Basket: more").click()
        page.get_by_role("menuitem", name=re.compile("Another amount|Watered it anyway")).click()
        dialog = page.get_by_role("dialog")
        self.choose("From", "Yard hose", within=dialog)
        dialog.get_by_label(re.compile("^How much")).fill("1")
        dialog.get_by_role("button", name="Note it").click()
        expect(dialog).to_be_hidden()
        told = Event.objects.filter(kind="watering", bed__name="Lamp Basket").latest("recorded_at").told
        self.assertEqual(told["rig"], "Yard hose")


class Lines(InBrowser):
    def test_a_starved_line_is_seen_put_right_and_tried_with_cups(self) -> None:
        bed = Bed.objects.get(garden=self.garden, name="Net Row")
        bed.emitters, bed.emitter_flow_l_per_h, bed.line = 300, 4.0, {"length_m": 90.0}
        bed.save()
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/bed/{bed.pk}")
        page.get_by_role("link", name="how it runs").click()
        line = page.get_by_role("region", name="Net Row")
        expect(line).to_contain_text("Uneven: the poorest quarter gets")
        better = line.get_by_role("listitem").filter(has_text="Feed it in the middle")
        promised = re.search(r"gets (\d+) %", better.inner_text())
        self.assert_axe_finds_nothing("lines")
        line.get_by_role("link", name="Change it").click()
        page.get_by_text("More of the line").click()
        page.get_by_label("Rows side by side").fill("2")
        page.get_by_label("Length of the line").fill("45")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(self.status("Net Row is kept")).to_be_visible()
        self.go(f"/g/{self.garden.pk}/lines")
        assert promised is not None
        expect(line).to_contain_text(f"gets {promised[1]} % of the mean")
        page.get_by_role("button", name="It is set so, from today").click()
        expect(self.status("The timer of Yard hose is set")).to_be_visible()
        expect(page.get_by_role("region", name="What to set the timer to")).to_contain_text("and may stay so")
        line.get_by_role("link", name="Try it with cups").click()
        page.get_by_label("It ran, minutes").fill("2")
        for i, caught in enumerate((80, 82, 20, 78), 1):
            if i > 1:
                page.get_by_role("button", name=re.compile("^Cup ")).click()
            page.get_by_label(re.compile(f"^Caught, mL( .{i}.)?$")).last.fill(str(caught))
        expect(page.get_by_role("status").filter(has_text="The poorest quarter")).to_contain_text("cup 3: blocked")
        page.get_by_role("button", name="Keep it").click()
        expect(self.status("It is kept")).to_be_visible()
        bed.refresh_from_db()
        self.assertAlmostEqual((bed.line or {})["even"], 20 / 65, places=3)
        self.assertEqual((bed.line or {})["rows"], 2)
        self.assert_quiet()

    def test_a_timer_that_reports_is_let_in_set_and_its_fault_is_told(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/lines")
        panel = page.get_by_role("region", name="Timers that report, and probes")
        panel.get_by_text("Let a device in").click()
        panel.get_by_role("button", name="Let it in").click()
        expect(panel.get_by_role("alert")).to_contain_text("Name")
        panel.get_by_label("What you call it").fill("Row timer")
        panel.get_by_role("button", name="Let it in").click()
        expect(panel.get_by_role("status").filter(has_text="Its password")).to_be_visible()
        expect(panel).to_contain_text("No device can be heard")
        page.get_by_role("button", name="Send it to Row timer").click()
        expect(self.status("Row timer is told")).to_be_visible()
        expect(panel).to_contain_text("its setting has not arrived yet")
        device = Device.objects.get(garden=self.garden)
        row = Bed.objects.get(garden=self.garden, name="Net Row")
        today = self.garden.today
        Hear(device, uuid.uuid4(), Ran(today, 60.0, 9.0, battery=80.0)).execute()
        page.reload()
        expect(panel).to_contain_text("Too little came, today: 9.0 L where 28 L were expected")
        self.assert_axe_finds_nothing("devices")
        Hear(device, uuid.uuid4(), Ran(today, 60.0, 28.0)).execute()
        self.go(f"/g/{self.garden.pk}/bed/{row.pk}")
        expect(page.locator("main")).to_contain_text("through its line")
        self.go(f"/g/{self.garden.pk}/noted")
        expect(page.locator("main")).to_contain_text("Row timer: too little water came, over")

    def test_a_line_is_told_by_length_and_spacing_and_a_soak_by_hand_over_it_is_noted(self) -> None:
        self.sign_in()
        page = self.page
        bed = Bed.objects.get(garden=self.garden, name="Net Row")
        self.go(f"/g/{self.garden.pk}/ground/{bed.pk}/edit")
        page.get_by_text("flat tape", exact=True).click()
        page.get_by_label("From hole to hole").fill("20")
        page.get_by_label("It gives, each metre").fill("5")
        expect(page.get_by_label("Drippers in all")).to_have_value("20")
        expect(page.get_by_label("Each gives")).to_have_value("1")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(self.status("Net Row is kept")).to_be_visible()
        bed.refresh_from_db()
        self.assertEqual((bed.emitters, bed.emitter_flow_l_per_h, (bed.line or {})["kind"]), (20, 1.0, "tape"))
        self.go(f"/g/{self.garden.pk}/bed/{bed.pk}")
        page.get_by_role("button", name="Watered it").click()
        dialog = page.get_by_role("dialog")
        dialog.get_by_text("by hose, by hand").click()
        dialog.get_by_label(re.compile("^How much")).fill("12")
        dialog.get_by_role("button", name="Note it").click()
        expect(dialog).to_be_hidden()
        told = Event.objects.filter(kind="watering", bed=bed).latest("recorded_at").told
        self.assertEqual(told["way"], "hose")
        self.assertAlmostEqual(told["litres"], 12 / 60 * self.garden.rigs.get(name="Yard hose").flow_l_per_min)
        page.get_by_role("region", name="One soak, by which hand").scroll_into_view_if_needed()
        self.assert_quiet()

    def test_a_bed_under_a_sprinkler_is_described_tried_with_cups_and_told_in_minutes(self) -> None:
        self.sign_in()
        page = self.page
        bed = Bed.objects.get(garden=self.garden, name="Net Row")
        self.go(f"/g/{self.garden.pk}/ground/{bed.pk}/edit")
        page.locator("label").filter(has_text=re.compile("^ *sprinkler *$")).click()
        page.get_by_label("It wets in all").fill("12")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(self.status("Net Row is kept")).to_be_visible()
        self.go(f"/g/{self.garden.pk}/bench?test=sprinkler&bed={bed.pk}")
        page.get_by_label("It ran, minutes").fill("20")
        for i, caught in enumerate((4, 6, 5, 5), 1):
            if i > 1:
                page.get_by_role("button", name=re.compile("^Cup ")).click()
            page.get_by_label(re.compile(f"^Caught, mm( .{i}.)?$")).last.fill(str(caught))
        expect(page.get_by_role("status").filter(has_text="an hour")).to_contain_text("15.0 mm an hour")
        page.get_by_role("button", name="Keep it").click()
        expect(self.status("It is kept")).to_be_visible()
        bed.refresh_from_db()
        self.assertEqual(bed.overhead, {"mm_per_h": 15.0, "wets_m2": 12.0, "even": 0.8})
        self.go(f"/g/{self.garden.pk}/bed/{bed.pk}")
        expect(page.get_by_role("region", name="One soak, by which hand")).to_contain_text("sprinkler (now)")
        self.assert_axe_finds_nothing("a sprinkled bed")
        self.assert_quiet()
