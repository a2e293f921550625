"""The built interface in a real browser: the morning's work by hand, keyboard and thumb, and axe on every view."""

import re

from playwright.sync_api import expect

from apps.garden.models import Garden
from tests.apps import world as w
from tests.browser.base import InBrowser

SETTINGS = ("you", "garden", "household", "hoses", "crops", "years", "people", "files", "gardens")


class Morning(InBrowser):
    def test_sign_in_see_the_round_mark_a_soak_step_a_day_see_the_change(self) -> None:
        self.sign_in()
        page = self.page
        stop = page.get_by_role("listitem").filter(has_text="Long Bench")
        expect(stop).to_contain_text(re.compile(r"\d+ s at each of 6 bases, then \d+ patches"))
        page.get_by_role("button", name="Long Bench: done").click()
        expect(self.status("Long Bench")).to_be_visible()
        expect(page.get_by_role("button", name="Long Bench: undo")).to_be_visible()
        self.assertEqual(w.events("watering").filter(bed__name="Long Bench", date=self.garden.today).count(), 1)
        page.get_by_role("button", name="Quay Bed: done").click()
        expect(page.get_by_role("button", name="Quay Bed: undo")).to_be_visible()
        page.get_by_role("button", name="Step a day").click()
        page.get_by_role("dialog").get_by_role("button", name="Step to Saturday 12 July").click()
        expect(page.get_by_role("main")).to_contain_text("Saturday 12 July")
        resting = page.locator("section", has=page.get_by_role("heading", name="Leave these"))
        expect(resting).to_contain_text("Quay Bed")
        self.assert_quiet()

    def test_undo_another_amount_not_today_and_looked_wet(self) -> None:
        self.sign_in()
        page = self.page
        today = w.events("watering").filter(bed__name="Glass End", date=self.garden.today, struck_at=None)
        page.get_by_role("button", name="Glass End: done").click()
        expect(page.get_by_role("button", name="Glass End: undo")).to_be_visible()
        page.get_by_role("status").get_by_role("button", name="Undo").click()
        expect(page.get_by_role("button", name="Glass End: done")).to_be_visible()
        self.assertEqual(today.count(), 0)
        page.get_by_role("button", name="Glass End: more").click()
        page.get_by_role("menuitem", name="Another amount").click()
        self.choose("In", "L")
        page.get_by_label("How much").fill("21,5")
        page.get_by_role("button", name="Note it").click()
        expect(page.get_by_role("button", name="Glass End: undo")).to_be_visible()
        self.assertAlmostEqual(today.get().told["litres"], 21.5)
        self.settled()  # the focus goes on once the page has read again: no thumb is there before
        page.get_by_role("button", name="Sailcloth Bag: more").click()
        page.get_by_role("menuitem", name="Not today").click()
        expect(page.get_by_role("button", name="Sailcloth Bag: undo")).to_be_visible()
        page.get_by_role("button", name="Lamp Basket: Wet").click()
        expect(page.get_by_role("button", name="Lamp Basket: undo")).to_be_visible()
        page.reload()
        resting = page.locator("section", has=page.get_by_role("heading", name="Leave these"))
        expect(resting).to_contain_text("Lamp Basket")
        self.assert_quiet()

    def test_the_whole_round_in_one_go_and_a_failed_save_says_so(self) -> None:
        self.sign_in()
        page = self.page
        page.get_by_role("button", name=re.compile("All .* done")).click()
        self.context.set_offline(True)
        page.get_by_role("button", name=re.compile("^Note ")).click()
        expect(page.locator(".snack")).to_contain_text("No connection: this was not kept")
        expect(page.get_by_role("button", name=re.compile("^Note "))).to_be_enabled()  # the sheet stays as it was
        self.context.set_offline(False)
        self.choose("At about", "19:00")
        page.get_by_role("button", name=re.compile("^Note ")).click()
        expect(page.locator(".snack")).to_contain_text("noted")
        poured = w.events("watering").filter(date=self.garden.today)
        self.assertGreater(poured.count(), 2)
        self.assertEqual({p.told["part"] for p in poured}, {"evening"})

    def test_by_keyboard_alone(self) -> None:
        self.sign_in()
        page = self.page
        page.keyboard.press("j")
        expect(page.locator("main li[aria-current=true]")).to_contain_text("Long Bench")
        page.keyboard.press("d")
        expect(page.get_by_role("button", name="Long Bench: undo")).to_be_visible()
        expect(page.locator("main li[aria-current=true]")).not_to_contain_text("Long Bench")  # the mark moves on
        page.keyboard.press("?")
        expect(page.get_by_role("dialog", name="Keys")).to_be_visible()
        page.keyboard.press("Escape")
        page.keyboard.press("n")
        expect(self.status("not today")).to_be_visible()
        self.assert_quiet()

    def test_why_opens_the_arithmetic_down_to_its_sources(self) -> None:
        self.sign_in()
        page = self.page
        page.get_by_role("listitem").filter(has_text="Net Row").get_by_role("button", name=re.compile("Why")).click()
        why = page.locator(".why", has=page.get_by_role("heading", name=re.compile("Net Row")))
        expect(why).to_contain_text("Missing this morning")
        shown = [r.split() for r in why.locator("tbody").first.locator("td").all_inner_texts()]
        numbers = [float(s[0].replace("−", "-")) for s in shown]
        lines = why.locator("tbody").first.locator("tr").all_inner_texts()
        at = next(i for i, text in enumerate(lines) if text.startswith("Missing"))
        self.assertAlmostEqual(sum(numbers[:at]), numbers[at], places=6)  # what is shown adds up
        why.get_by_text("What each figure rests on").click()
        expect(why).to_contain_text("Allen and Pereira 2009")
        expect(why).to_contain_text("Schwartzman and Zur 1986")

    def test_axe_on_every_view_in_every_light(self) -> None:
        self.sign_in()
        base = f"/g/{self.garden.pk}"
        bed = self.garden.beds.get(name="Long Bench")
        views = (
            "round",
            "pots",
            "noted",
            "read",
            "ahead",
            "ground",
            f"bed/{bed.pk}",
            "sky",
            "ground/new",
            f"ground/{bed.pk}/edit",
            *(f"settings/{part}" for part in SETTINGS),
            "sizes",
            "bench",
            "bench?test=bucket",
            "bench?test=finger",
            "bench?test=mix",
        )
        for view in views:
            self.go(f"{base}/{view}")
            expect(self.page.get_by_role("heading", level=1)).to_be_visible()
            self.assert_axe_finds_nothing(view)
            for theme in ("dark", "contrast"):  # a theme changes colours and nothing else
                with self.subTest(view, theme=theme):
                    self.page.evaluate(
                        "async theme => { document.documentElement.dataset.theme = theme;"
                        " await new Promise(requestAnimationFrame);"
                        " document.getAnimations().forEach(a => a.finish()) }",
                        theme,
                    )
                    self.assert_axe_finds_nothing(f"{view} {theme}", ["color-contrast"])
        self.go("/new-garden")
        expect(self.page.get_by_role("heading", level=1)).to_be_visible()
        self.assert_axe_finds_nothing("new garden")
        self.assert_quiet()


class Views(InBrowser):
    def test_a_bed_is_checked_watered_struck_and_its_ledger_read(self) -> None:
        self.sign_in()
        page = self.page
        bed = self.garden.beds.get(name="Kiln Bed")
        self.go(f"/g/{self.garden.pk}/bed/{bed.pk}")
        expect(page.get_by_role("heading", level=1)).to_have_text("Kiln Bed")
        expect(page.get_by_role("main")).to_contain_text("straw, 5 cm")
        page.get_by_role("button", name="Checked it").click()
        page.get_by_role("dialog").locator("label", has_text=re.compile("^Dry:")).click()
        page.get_by_role("dialog").get_by_role("button", name="Note it").click()
        expect(page.get_by_role("main")).to_contain_text("Finger: dry")
        expect(page.locator("header .lead")).to_contain_text(
            re.compile("Wait for rain|at each of")
        )  # what was felt asks
        page.get_by_role("button", name=re.compile("^Undo Finger")).click()
        expect(page.locator("header .lead")).to_contain_text("Leave it")
        page.get_by_role("button", name="Watered it").click()
        page.get_by_role("dialog").get_by_label("How much").fill("")
        page.get_by_role("button", name="Note it").click()
        expect(page.get_by_role("dialog")).to_contain_text("The amount is missing")
        page.get_by_role("dialog").get_by_label("How much").fill("99999")
        page.get_by_role("button", name="Note it").click()
        expect(page.get_by_role("dialog")).to_contain_text("25333 L is too large")
        self.choose("In", "L")
        page.get_by_role("dialog").get_by_label("How much").fill("18")
        page.get_by_role("button", name="Note it").click()
        expect(page.locator("header .lead")).to_contain_text("Watered today: 18 L")
        page.get_by_text("The ledger, day by day").click()
        rows = page.get_by_role("region", name="Ledger").locator("tbody tr")
        expect(rows).to_have_count(14)
        expect(rows.first).to_contain_text("Thu 10 Jul")

    def test_the_gauge_changes_the_round(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/sky")
        expect(page.get_by_role("main")).to_contain_text("Heat Sunday to Thursday")
        expect(page.get_by_role("main")).to_contain_text("Simulated weather")
        page.get_by_role("button", name="Note it").click()
        expect(page.get_by_role("alert")).to_contain_text("0 is an answer too")
        page.get_by_label("In the gauge").fill("31")
        page.get_by_role("button", name="Note it").click()
        expect(page.get_by_role("table")).to_contain_text("rain from your gauge")
        self.go(f"/g/{self.garden.pk}/round")
        resting = page.locator("section", has=page.get_by_role("heading", name="Leave these"))
        expect(resting).to_contain_text("Long Bench")
        self.go(f"/g/{self.garden.pk}/sky")
        page.get_by_role("button", name=re.compile("^Undo the gauge")).click()
        expect(page.get_by_role("table")).not_to_contain_text("rain from your gauge")
        self.assert_quiet()

    def test_settings_are_kept_units_light_and_a_bucket_under_the_hose(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/settings/hoses")
        page.get_by_role("link", name="Test Yard hose").click()
        page.get_by_label("The bucket took").fill("12")
        page.get_by_label("in seconds").fill("60")
        expect(page.get_by_role("main")).to_contain_text("12.0 L/min (")
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_role("region", name="Found so far")).to_contain_text("Bucket and clock, Yard hose")
        page.get_by_role("link", name="Settings").click()
        page.get_by_role("tab", name="Hoses and butts").click()
        expect(page.get_by_role("main")).to_contain_text("12.0 L/min, tested Fri 11 Jul")
        page.get_by_role("tab", name="You", exact=True).click()
        page.locator("label", has_text="gallons").click()
        page.get_by_role("tab", name="Hoses and butts").click()
        expect(page.get_by_role("main")).to_contain_text("3.2 gal/min")
        page.get_by_role("tab", name="You", exact=True).click()
        page.locator("label", has_text=re.compile("^night$")).click()
        expect(page.locator("html")).to_have_attribute("data-theme", "dark")
        page.get_by_role("tab", name="The garden").click()
        self.assertTrue(page.url.endswith("/settings/garden"))
        page.get_by_label("Latitude").fill("200")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.get_by_role("main")).to_contain_text(re.compile("200.0 .*is too large: -66 to 66"))
        expect(page.get_by_label("Latitude")).to_be_focused()
        page.reload()
        expect(page.locator("html")).to_have_attribute("data-theme", "dark")
        self.go(f"/g/{self.garden.pk}/round")
        expect(page.get_by_role("listitem").filter(has_text="Long Bench")).to_contain_text(" gal")

    def test_with_the_provider_down_the_round_says_how_old_its_weather_is(self) -> None:
        from standins.weather.__main__ import Handler

        self.sign_in()
        Handler.fault = "down"
        with self.assertLogs("apps.weather.actions", "WARNING"):
            self.page.get_by_role("button", name="Step a day").click()
            self.page.get_by_role("dialog").get_by_role("button", name="Step to Saturday 12 July").click()
            expect(self.page.get_by_role("note").filter(has_text="does not answer")).to_contain_text(
                "a forecast a day old"
            )
        expect(self.page.get_by_role("listitem").filter(has_text="Long Bench")).to_be_visible()

    def test_a_lost_server_is_said_and_can_be_tried_again(self) -> None:
        self.sign_in()
        page = self.page
        page.route("**/api/gardens/*/sky", lambda route: route.fulfill(status=503, body="{}"))
        page.get_by_role("link", name="Sky").click()
        expect(page.get_by_role("alert")).to_contain_text("Nothing was kept; try again", timeout=20_000)
        page.unroute("**/api/gardens/*/sky")
        page.get_by_role("button", name="Try again").click()
        expect(page.get_by_role("heading", level=1)).to_have_text("Sky")
        self.go("/no/such/place")
        expect(page.get_by_role("heading", level=1)).to_have_text("There is nothing at this address")

    def test_the_round_prints_without_its_buttons(self) -> None:
        self.sign_in()
        self.page.emulate_media(media="print")
        expect(self.page.get_by_role("navigation")).to_be_hidden()
        expect(self.page.get_by_role("button", name="Long Bench: done")).to_be_hidden()
        expect(self.page.get_by_text("at each of 6 bases").first).to_be_visible()


class Thumb(InBrowser):
    viewport = {"width": 390, "height": 844}

    def test_the_sky_fits_a_phone_after_a_gauge_was_read(self) -> None:
        self.sign_in()
        self.go(f"/g/{self.garden.pk}/sky")
        self.page.get_by_label("In the gauge").fill("4,5")
        self.page.get_by_role("button", name="Note it").click()
        expect(self.page.get_by_role("button", name=re.compile("^Undo the gauge"))).to_be_attached()
        self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390)

    def test_the_round_fits_a_phone(self) -> None:
        self.go("/sign-up")
        self.assert_axe_finds_nothing("sign-up")
        self.sign_in()
        bed = f"bed/{self.garden.beds.first().pk}"
        for view in (
            "round",
            "ahead",
            "ground",
            "sky",
            "settings",
            "ground/new",
            "sizes",
            "bench",
            "bench?test=squeeze",
            bed,
        ):
            self.go(f"/g/{self.garden.pk}/{view}")
            expect(self.page.get_by_role("heading", level=1)).to_be_visible()
            self.settled()
            width = self.page.evaluate("document.documentElement.scrollWidth")
            self.assertLessEqual(width, 390, view)
        self.go(f"/g/{self.garden.pk}/round")
        done = self.page.get_by_role("button", name="Long Bench: done")
        box = done.bounding_box()
        self.assertGreaterEqual(min(box["width"], box["height"]), 44)
        done.click()
        expect(self.page.get_by_role("button", name="Long Bench: undo")).to_be_visible()
        self.page.get_by_role("listitem").filter(has_text="Glass End").get_by_role(
            "button", name=re.compile("Why")
        ).click()
        expect(self.page.get_by_role("dialog")).to_contain_text("Missing this morning")
        self.assert_axe_finds_nothing("why on a phone")


class FromScratch(InBrowser):
    def pick(self, answer: str) -> None:
        self.page.locator("label", has_text=re.compile(f"^{answer}$")).click()

    def test_a_person_makes_a_garden_of_their_own(self) -> None:
        page = self.page
        self.go("/sign-up")
        page.fill("input[name=username]", "newcomer")
        page.fill("input[name=password]", "short")
        page.get_by_role("button", name="Make the account").click()
        expect(page.locator("form")).to_contain_text("too short")
        page.fill("input[name=password]", w.PASSWORD)
        page.get_by_label("gallons, inches").check()
        page.get_by_role("button", name="Make the account").click()
        expect(page.get_by_role("heading", level=1)).to_have_text("A garden of your own")
        page.get_by_label("What do you call it?").fill("Plot nine")
        page.get_by_label(re.compile("^Latitude")).fill("95")
        page.get_by_role("button", name="Make the garden").click()
        expect(page.get_by_role("main")).to_contain_text(re.compile("95.0 .*is too large: -66 to 66"))
        page.get_by_label(re.compile("^Latitude")).fill("51.5")
        page.get_by_role("button", name="Make the garden").click()
        expect(page.get_by_role("heading", level=1)).to_have_text("Describe a bed")
        Garden.objects.filter(name="Plot nine").update(clock_date=w.TODAY)  # midsummer, whatever the day of the test
        page.reload()

        page.get_by_label("What do you call it?").fill("Front bed")
        page.get_by_label("Length").fill("6")
        page.get_by_label("Width").fill("x")
        expect(page.get_by_role("main")).to_contain_text("“x” is not a number")
        page.get_by_label("Width").fill("3")
        self.pick("it holds, then crumbles")
        page.get_by_role("button", name="Add a crop").click()
        page.get_by_label("How many").fill("0")
        self.pick("waist-high")
        page.get_by_role("button", name="Keep this bed").click()
        expect(page.get_by_role("main")).to_contain_text("is too small: 1 to")
        self.assertEqual(page.get_by_label("What do you call it?").input_value(), "Front bed")  # nothing typed is lost
        page.get_by_label("How many").fill("4")
        page.get_by_label("How wide, each").fill("1.5")
        self.pick("Dry")
        page.get_by_role("button", name="Keep this bed").click()
        # A round comes at once, from the climate of the place, and says so.
        expect(page.get_by_role("main")).to_contain_text("a climate, not a forecast")
        expect(page.locator("main .stop").filter(has_text="Front bed")).to_contain_text(" gal")
        page.get_by_role("link", name="Sky", exact=True).click()
        rows = page.locator("fieldset")
        yesterday = rows.first
        yesterday.get_by_label("Lowest").fill("57")
        yesterday.get_by_label("Highest").fill("50")
        # Who is in the next field when the refusal comes stays there: their next digits belong to it.
        page.evaluate("""() => new MutationObserver((_, watch) => {
            if (!document.querySelector('fieldset em.alarm')) return
            watch.disconnect()
            document.querySelectorAll('fieldset input')[1].focus()
        }).observe(document.body, { subtree: true, childList: true, attributes: true })""")
        page.get_by_role("button", name="Keep these days").click()
        expect(yesterday).to_contain_text("At most the highest of the same day")
        page.wait_for_timeout(200)
        expect(yesterday.get_by_label("Highest")).to_be_focused()
        yesterday.get_by_label("Highest").fill("79")
        page.get_by_role("button", name="Keep these days").click()
        expect(page.locator(".snack")).to_contain_text("One day is kept")

        page.get_by_role("link", name="Round", exact=True).click()
        stop = page.locator("main .stop").filter(has_text="Front bed")
        expect(stop).to_contain_text(" gal")
        garden = Garden.objects.get(name="Plot nine")
        self.assertFalse(garden.demonstration)
        self.assertAlmostEqual(garden.beds.get().length_m, 6 * 0.3048, places=6)

        page.get_by_role("link", name="Ground").click()
        page.get_by_role("button", name="Take out Front bed").click()
        expect(page.get_by_role("main")).to_contain_text("Begin with the one you water most")
        # The list knows before the word does, and until then an undo of what was kept before may still stand there.
        expect(page.locator(".snack")).to_contain_text("Front bed is taken out")
        page.locator(".snack").get_by_role("button", name="Undo").click()
        expect(page.get_by_role("link", name="Edit Front bed")).to_be_visible()
        page.get_by_role("link", name="Edit Front bed").click()
        self.pick("straw")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.get_by_role("heading", level=1)).to_have_text("Front bed")
        expect(page.get_by_role("main")).to_contain_text("straw, 2.0 in")

        page.get_by_role("button", name="Watered it").click()
        self.choose("In", "gal")
        page.get_by_role("dialog").get_by_label("How much").fill("5")
        page.get_by_role("button", name="Note it").click()
        expect(page.get_by_role("main")).to_contain_text("Watered 5.0 gal")
        self.assertAlmostEqual(w.events("watering").get(bed__garden=garden).told["litres"], 5 * 3.785411784, places=6)
        page.get_by_role("button", name=re.compile("^Undo")).last.click()
        expect(page.get_by_role("button", name=re.compile("^Redo"))).to_be_visible()

    def test_a_helper_notes_but_does_not_edit(self) -> None:
        w.person("ben")
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/settings/people")
        page.get_by_label("Their name here").fill("nobody")
        page.get_by_role("button", name="Ask them to help").click()
        expect(page.get_by_role("alert")).to_contain_text("somebody who has an account")
        page.get_by_label("Their name here").fill("ben")
        page.get_by_role("button", name="Ask them to help").click()
        expect(page.get_by_role("button", name="Ask ben no more")).to_be_visible()
        page.get_by_role("tab", name="You", exact=True).click()
        page.get_by_role("button", name="Sign out", exact=True).click()
        page.fill("input[name=username]", "ben")
        page.fill("input[name=password]", w.PASSWORD)
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="You are asked to help")).to_be_visible()
        self.assert_axe_finds_nothing("an invitation")
        page.get_by_role("button", name="Help in Wrackline Yard").click()
        page.get_by_role("button", name="Glass End: done").click()
        expect(page.get_by_role("button", name="Glass End: undo")).to_be_visible()
        expect(page.get_by_role("button", name="Step a day")).to_have_count(0)
        page.get_by_role("link", name="Ground").click()
        expect(page.get_by_role("link", name="Open Glass End")).to_be_visible()
        expect(page.get_by_role("link", name="Describe a bed")).to_have_count(0)
        page.get_by_role("link", name="Settings").click()
        page.get_by_role("tab", name="The garden").click()
        page.get_by_role("button", name="Leave Wrackline Yard").click()
        expect(page.get_by_role("heading", level=1)).to_have_text("A garden of your own")

    def test_a_strangers_address_shows_nothing_of_theirs(self) -> None:
        w.person("eve")
        self.go("/sign-in")
        self.page.fill("input[name=username]", "eve")
        self.page.fill("input[name=password]", w.PASSWORD)
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("heading", level=1)).to_have_text("A garden of your own")
        self.go(f"/g/{self.garden.pk}/round")
        expect(self.page.get_by_role("alert")).to_contain_text("There is nothing here")
        self.assertNotIn("Long Bench", self.page.content())
