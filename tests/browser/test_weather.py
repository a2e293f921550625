"""Weather on the screens: a heat wave tried and answered, a station's file, a cold night, a wet spell, local rules."""

import datetime as dt
import re

from playwright.sync_api import expect

from apps.garden.models import Bed, BedRecord, Event, Garden
from apps.weather.actions import TypeDays
from tests.apps import world as w
from tests.browser.base import InBrowser

DAY = dt.timedelta(days=1)


class Weather(InBrowser):
    def own(self) -> None:
        """The garden by its own typed days, as one without a provider."""
        Garden.objects.filter(pk=self.garden.pk).update(demonstration=False)
        self.garden.snapshots.all().delete()

    def typed(self, **by_day: dict[int, float]) -> None:
        today = self.garden.today
        days = [
            {"date": today + n * DAY, "tmin": by_day.get("tmin", {}).get(n, 14.0), "tmax": 22.0,
             "rain": by_day.get("rain", {}).get(n, 0.0)}
            for n in range(-6, 8)
        ]  # fmt: skip
        TypeDays(w.by(self.owner), self.garden.pk, days).execute()

    def test_the_heat_day_by_day_is_tried_and_answered(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/sky")
        heat = page.get_by_role("region", name="The heat, day by day")
        expect(heat.get_by_role("heading", level=3).first).to_contain_text("13 July")
        expect(heat).to_contain_text("or at first light:")
        expect(heat).to_contain_text("not thirst")
        total = heat.get_by_role("status")
        expect(total).to_have_text(re.compile(r"These days take .* minutes\.$"))
        heat.locator(".el-checkbox").first.click()
        expect(total).to_contain_text("with what is ticked about")
        self.assert_axe_finds_nothing("the sky in heat")
        first = heat.get_by_role("listitem").filter(has=page.get_by_role("checkbox")).first
        said = first.inner_text().split(" saves")[0]
        first.get_by_role("button").click()
        expect(self.status("it is noted since today")).to_be_visible()
        self.assertEqual(Event.objects.filter(garden=self.garden, kind="bed_altered").count(), 1)
        expect(heat).not_to_contain_text(said)

    def test_a_stations_file_is_seen_before_it_counts_and_believed_by_part(self) -> None:
        self.own()
        self.typed()
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/sky")
        dates = [self.garden.today - n * DAY for n in range(9, 0, -1)]
        lines = "".join(f"{d:%m/%d/%Y},86,59,0.5,7\n" for d in dates)
        text = "Date,High (°F),Low (°F),Precip (in),Oddity\n" + lines + "never,1,2,3,4\n"
        self.file_in("A file of its days").set_input_files(
            {"name": "station.csv", "mimeType": "text/csv", "buffer": text.encode()}
        )
        station = page.get_by_role("region", name="Your weather station")
        expect(station).to_contain_text("9 days from")
        expect(station).to_contain_text("Line 11: Date “never”")
        expect(station.get_by_role("table")).to_contain_text("30 °C")
        self.assert_axe_finds_nothing("a station's file")
        self.choose("Oddity holds", "wind")
        expect(station.get_by_role("table")).to_contain_text("7.0 m/s")
        station.get_by_role("button", name="Keep 9 days").click()
        expect(self.status("9 days of your station count now")).to_be_visible()
        trust = page.get_by_role("region", name="Whom to believe")
        trust.get_by_role("button", name="Rain: believe your station’s file a step before").click()
        expect(self.status("is believed before")).to_be_visible()
        expect(page.get_by_role("region", name="Days", exact=True)).to_contain_text("station’s file: wind, rain")
        station.get_by_role("button", name=re.compile("Undo")).click()
        expect(station.get_by_role("listitem")).to_have_count(0)

    def test_a_cold_night_is_covered_in_a_tap_and_uncovered_in_the_morning(self) -> None:
        self.own()
        self.typed(tmin={1: 2.0, 2: 2.0})
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/round")
        note = page.get_by_role("note").filter(has_text="Tonight about 2 °C")
        expect(note).to_contain_text("too cold for what is tender")
        self.assert_axe_finds_nothing("a cold evening")
        note.get_by_role("button", name="Long Bench: Covered").click()
        expect(self.status("Take it off again in the morning")).to_be_visible()
        off = page.get_by_role("button", name="Long Bench: Sheet off")
        expect(off).to_be_visible()
        bed = Bed.objects.get(garden=self.garden, name="Long Bench")
        covers = BedRecord.objects.filter(bed=bed, aspect="exposure").order_by("-date")
        self.assertEqual(covers[0].value["cover"], "sheet")
        off.click()
        expect(self.status("the sheet is off")).to_be_visible()

    def test_a_wet_spell_has_its_tasks_and_a_tick_is_a_fact(self) -> None:
        self.own()
        self.typed(rain={-3: 9.0, -2: 9.0, -1: 9.0, 0: 9.0})
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/round")
        spell = page.get_by_role("region", name="The wet spell")
        expect(spell).to_contain_text("Wet since")
        tick = spell.get_by_role("button", name=re.compile("Under the roof")).first
        bed = tick.inner_text().split(":")[0]
        self.assert_axe_finds_nothing("a wet spell")
        tick.click()
        expect(self.status(f"{bed}: it is noted since today")).to_be_visible()
        look = page.get_by_role("region", name="After the rain, a look")
        if look.count():
            self.assert_axe_finds_nothing("looks after rain")

    def test_rain_is_typed_with_its_chance_and_asked_about_once_its_day_is_over(self) -> None:
        self.own()
        self.typed()
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/sky")
        typed = page.get_by_role("region", name="Type the days")
        tomorrow = typed.get_by_role("group", name=re.compile(", ahead")).first
        tomorrow.get_by_label("Rain").fill("12")
        expect(tomorrow.get_by_role("radio", name="Likely")).to_be_checked()
        tomorrow.get_by_text("Perhaps").click()
        self.assert_axe_finds_nothing("a chance of rain")
        typed.get_by_role("button", name="Keep these days").click()
        expect(self.status("is kept")).to_be_visible()
        expect(page.get_by_role("region", name="Days", exact=True)).to_contain_text("12.0 mm, 3 in 10")
        Garden.objects.filter(pk=self.garden.pk).update(clock_date=self.garden.today + 2 * DAY)
        self.go(f"/g/{self.garden.pk}/round")
        asked = page.get_by_role("note").filter(has_text="What fell?")
        expect(asked).to_contain_text("reckoned with 3.6 mm")
        self.context.set_offline(True)
        asked.get_by_role("button", name="Nothing").click()
        expect(page.locator(".snack")).to_contain_text("No connection: nothing was kept")
        self.context.set_offline(False)
        page.evaluate("window.dispatchEvent(new Event('online'))")
        page.wait_for_timeout(900)
        asked.get_by_role("button", name="Nothing").click()
        expect(asked).to_have_count(0)
        reading = Event.objects.get(garden=self.garden, kind="gauge")
        self.assertEqual((reading.date, reading.told["rain"]), (self.garden.today + DAY, 0))

    def test_hail_is_noted_in_a_tap_and_the_round_asks_for_sizes(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/sky")
        page.get_by_text("Hail, or frost on the leaves at dawn").click()
        hail = page.get_by_role("group", name="Seen today").get_by_role("button", name="Hail")
        self.context.set_offline(True)
        hail.click()
        expect(page.locator(".snack")).to_contain_text("No connection: nothing was kept")
        self.context.set_offline(False)
        page.evaluate("window.dispatchEvent(new Event('online'))")
        page.wait_for_timeout(900)
        hail.dblclick()
        expect(self.status("The round names the beds")).to_be_visible()
        self.assertEqual(Event.objects.filter(garden=self.garden, kind="sky_seen").count(), 1)
        self.assert_axe_finds_nothing("hail noted")
        self.go(f"/g/{self.garden.pk}/round")
        note = page.get_by_role("note").filter(has_text="Hail today")
        expect(note).to_contain_text("Long Bench")
        self.assert_axe_finds_nothing("the round after hail")
        note.get_by_role("link", name="Sizes").click()
        expect(page.get_by_role("heading", level=1)).to_be_visible()

    def test_a_ban_is_kept_obeyed_and_lifted(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/settings/household")
        page.get_by_role("button", name="A ban on watering").click()
        self.assert_axe_finds_nothing("the household with a ban")
        page.get_by_role("button", name="Keep the household").click()
        expect(self.status("household’s time is kept")).to_be_visible()
        self.go(f"/g/{self.garden.pk}/round")
        expect(page.get_by_role("main")).to_contain_text("Watering is not allowed today")
        self.garden.refresh_from_db()
        self.assertEqual(self.garden.bans, [{"since": self.garden.today.isoformat(), "until": None}])
