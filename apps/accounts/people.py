"""One's own account: its password, its sessions, and the letter that helps who forgot it."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.password_validation import validate_password
from django.contrib.auth.tokens import default_token_generator
from django.core.exceptions import ValidationError
from django.core.mail import send_mail
from django.utils.encoding import force_bytes
from django.utils.http import urlsafe_base64_decode, urlsafe_base64_encode

from agronomy.describe.errors import InputError
from apps.accounts.models import User
from apps.base.action import Action
from apps.base.errors import NotAllowed, NotFound


def refuse_weak(password: str, user: User) -> None:
    """Raises InputError for a password that is too short, too common, or like the person's name."""
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise PasswordError(" ".join(error.messages).replace("username", "name")) from error


class PasswordError(InputError):
    """A password that may not be; what was typed is never told back."""

    def __init__(self, text: str, field: str = "password") -> None:
        super().__init__(field, None, text)
        self.text = text

    def __str__(self) -> str:
        return self.text


def refuse_wrong(user: User, password: str, field: str = "password") -> None:
    """Raises PasswordError where it is not the person's."""
    if not user.check_password(password):
        raise PasswordError("This is not your password. Check it and try again.", field)


@dataclass
class ChangePassword(Action[User]):
    """A new password for who knows the old one; every other session ends with it."""

    user: User
    old: str
    new: str

    def run(self) -> User:
        user = User.objects.select_for_update().get(pk=self.user.pk)
        refuse_guest(user)
        refuse_wrong(user, self.old, "old")
        refuse_weak(self.new, user)
        user.set_password(self.new)
        user.save(update_fields=["password"])
        return user


@dataclass
class SignOutEverywhere(Action[User]):
    """Every session of the person ends, wherever it is; the caller may begin a new one."""

    user: User

    def run(self) -> User:
        user = User.objects.select_for_update().get(pk=self.user.pk)
        user.sessions_round += 1
        user.save(update_fields=["sessions_round"])
        return user


def refuse_guest(user: User) -> None:
    """Raises NotAllowed for somebody who looks around without an account."""
    if user.guest:
        raise NotAllowed("Whoever looks around has no account of their own. Make one first.")


LETTER = """\
Somebody, you we hope, asked for a new password for {name}.

Open this address within an hour and choose one:

{address}

Was it not you? Then do nothing: all stays as it is.
"""


def ask_for_letter(name: str, site: str) -> None:
    """A letter with an address under which a new password is chosen, to who has a mail address here. Who has none, or
    does not exist, gets none; the caller is told the same either way."""
    user = User.objects.filter(username=name, guest=False, is_active=True).exclude(email="").first()
    if user is None:
        return
    # Behind the #, so that no log and no referrer holds it.
    key = f"{urlsafe_base64_encode(force_bytes(user.pk))}.{default_token_generator.make_token(user)}"
    text = LETTER.format(name=user.username, address=f"{site}/reset#{key}")
    send_mail("A new password", text, None, [user.email])


@dataclass
class ResetPassword(Action[User]):
    """A new password by the key of a letter, once and within its hour; every session ends with it."""

    key: str
    new: str

    def run(self) -> User:
        uid, _, token = self.key.partition(".")
        try:
            user = User.objects.select_for_update().filter(pk=int(urlsafe_base64_decode(uid))).first()
        except (ValueError, OverflowError):
            user = None
        if user is None or not default_token_generator.check_token(user, token):
            raise NotFound("letter")
        refuse_weak(self.new, user)
        user.set_password(self.new)
        user.save(update_fields=["password"])
        return user
