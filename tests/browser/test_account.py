"""One's own account by the screens: a letter, a new password, a helper let in by an address, and the end of it."""

import re

from django.core import mail
from django.core.cache import cache
from django.test import override_settings
from playwright.sync_api import expect

from apps.accounts.models import User
from apps.garden.models import Membership
from tests.apps import world as w
from tests.browser.base import InBrowser

NEW = "marram-cinder-fathom"


@override_settings(EMAIL_BACKEND="django.core.mail.backends.locmem.EmailBackend")
class Account(InBrowser):
    def setUp(self) -> None:
        super().setUp()
        cache.clear()

    def test_a_password_is_changed_forgotten_and_chosen_anew_by_a_letter(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/settings/you")
        page.get_by_label("Mail address, for a forgotten password").fill("nobody")
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_role("alert")).to_be_visible()
        page.get_by_label("Mail address, for a forgotten password").fill("who@beds.example")
        page.get_by_role("button", name="Keep it").click()
        expect(self.status("A letter would go there")).to_be_visible()
        page.get_by_label("Password now").fill("guess")
        page.get_by_label("New password").fill(NEW)
        page.get_by_role("button", name="Change it").click()
        expect(page.get_by_role("alert")).to_contain_text("This is not your password")
        page.get_by_label("Password now").fill(w.PASSWORD)
        page.get_by_role("button", name="Change it").dblclick()
        expect(self.status("Your password is changed")).to_be_visible()
        page.get_by_role("button", name="Sign out on every other device").click()
        expect(self.status("Every other device is signed out")).to_be_visible()
        page.get_by_text("Close this account").click()
        self.assert_axe_finds_nothing("one's own account")
        page.get_by_role("button", name="Sign out", exact=True).click()
        page.get_by_role("link", name="Forgot your password?").click()
        expect(page.get_by_role("heading", name="Forgot your password?")).to_be_visible()
        name = User.objects.get(email="who@beds.example").username
        page.get_by_label("Name").fill(name)
        self.assert_axe_finds_nothing("a forgotten password")
        page.get_by_role("button", name="Send a letter").click()
        expect(page.get_by_role("status").filter(has_text="a letter is on its way")).to_be_visible()
        (key,) = re.findall(r"/reset#(\S+)", mail.outbox[-1].body)
        page.goto(f"{self.live_server_url}/reset#{key}")
        page.get_by_label("New password").fill("short")
        page.get_by_role("button", name="Take this password").click()
        expect(page.get_by_role("alert")).to_contain_text("too short")
        page.get_by_label("New password").fill(w.PASSWORD)
        page.get_by_role("button", name="Take this password").click()
        expect(self.status("Your new password counts")).to_be_visible()
        self.assertTrue(User.objects.get(username=name).check_password(w.PASSWORD))

    def test_a_helper_comes_by_an_address_and_leaves_for_good(self) -> None:
        self.sign_in()
        page = self.page
        self.go(f"/g/{self.garden.pk}/settings/people")
        page.get_by_role("button", name="Make an address").click()
        address = page.get_by_role("textbox", name="Address for a helper").input_value()
        self.assert_axe_finds_nothing("an address for a helper")
        w.person("ben")
        helper = self.context.browser.new_context().new_page()
        self.addCleanup(helper.context.close)
        helper.goto(address)
        helper.get_by_role("link", name="Sign in first").click()
        helper.fill("input[name=username]", "ben")
        helper.fill("input[name=password]", w.PASSWORD)
        helper.keyboard.press("Enter")
        helper.get_by_role("button", name="Help there as ben").click()
        helper.wait_for_url("**/round")
        self.assertEqual(Membership.objects.get(user__username="ben").role, "helper")
        helper.goto(address)
        helper.get_by_role("button", name="Help there as ben").click()
        expect(helper.get_by_role("alert")).to_contain_text("leads nowhere any more")
        helper.goto(f"{self.live_server_url}/g/{self.garden.pk}/settings/you")
        helper.get_by_text("Close this account").click()
        helper.get_by_label("Password", exact=True).fill(w.PASSWORD)
        helper.get_by_role("button", name="Close it for good").click()
        expect(helper.locator(".snack")).to_contain_text("Your account and your gardens are gone")
        self.assertFalse(User.objects.filter(username="ben").exists())
