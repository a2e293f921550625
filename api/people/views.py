"""People: signing up, in and out, one's own preferences; who helps in a garden."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.contrib.auth import authenticate, get_user_model, login, logout
from django.core.exceptions import ValidationError as DjangoValidationError
from django.db import IntegrityError, transaction
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect, ensure_csrf_cookie
from drf_spectacular.utils import extend_schema
from rest_framework.permissions import AllowAny, IsAuthenticated
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import AnonRateThrottle
from rest_framework.views import APIView

from api.asked import actor, checked, person, stamp
from api.people import present, shapes
from api.present import garden_out
from api.shapes import Error, GardenOut
from apps.accounts import actor as actors
from apps.accounts import people
from apps.accounts.models import NAME
from apps.accounts.people import refuse_weak
from apps.exchange.accounts import CloseAccount, account_archive
from apps.exchange.guests import make_guest
from apps.exchange.samples import WRACKLINE_YARD, OpenSample
from apps.garden.access import membership
from apps.garden.actions import helpers
from apps.garden.models import Role

BACKEND = "django.contrib.auth.backends.ModelBackend"


class SignUpThrottle(AnonRateThrottle):
    scope = "signup"


class SignInThrottle(AnonRateThrottle):
    """So that one address cannot try one password over many names."""

    scope = "signin"


class LetterThrottle(AnonRateThrottle):
    scope = "letter"


def session_of(request: Request) -> dict[str, Any]:
    user = request.user
    person = None
    if user.is_authenticated:
        person = {name: getattr(user, name) for name in ("username", "units", "theme", "guest", "email")}
    return {"person": person, "sign_up_open": settings.SIGN_UP_OPEN}


def locked_out(request: HttpRequest, credentials: Any = None, *args: Any, **kwargs: Any) -> JsonResponse:
    text = "Too many attempts. Wait a quarter of an hour, then try again."
    return JsonResponse({"code": "locked_out", "text": text, "fields": []}, status=429)


@method_decorator(ensure_csrf_cookie, name="dispatch")
class SessionView(APIView):
    """Who is signed in; also sets the CSRF cookie."""

    permission_classes = [AllowAny]

    @extend_schema(operation_id="session", responses=shapes.Session)
    def get(self, request: Request) -> Response:
        return Response(session_of(request))


@method_decorator(csrf_protect, name="dispatch")
class SignUpView(APIView):
    permission_classes = [AllowAny]
    throttle_classes = [SignUpThrottle]

    @extend_schema(operation_id="sign_up", request=shapes.SignUp, responses={201: shapes.Session, 400: Error})
    def post(self, request: Request) -> Response:
        if not settings.SIGN_UP_OPEN:
            text = "Signing up is closed here. Ask the person who runs it."
            return Response({"code": "closed", "text": text, "fields": []}, status=403)
        data = shapes.SignUp(data=request.data)
        data.is_valid(raise_exception=True)
        values = data.validated_data
        model = get_user_model()
        user = model(username=" ".join(values["username"].split()), units=values["units"])
        try:
            NAME(user.username)
        except DjangoValidationError as error:
            return _refused("username", f"A name may have {error.messages[0]}.")
        refuse_weak(values["password"], user)
        user.set_password(values["password"])
        try:
            with transaction.atomic():
                user.save()
        except IntegrityError:
            return _refused("username", f"{user.username} is taken here; choose another name.")
        login(request, user, backend=BACKEND)
        return Response(session_of(request), status=201)


@method_decorator(csrf_protect, name="dispatch")
class LookAroundView(APIView):
    """A guest with a sample garden of its own, gone after a while."""

    permission_classes = [AllowAny]
    throttle_classes = [SignUpThrottle]

    @extend_schema(operation_id="look_around", request=None, responses={201: GardenOut})
    def post(self, request: Request) -> Response:
        if not settings.SIGN_UP_OPEN:
            text = "Looking around is closed here. Ask the person who runs it."
            return Response({"code": "closed", "text": text, "fields": []}, status=403)
        user = make_guest()
        garden = OpenSample(actors.person(user), WRACKLINE_YARD.key).execute()
        login(request, user, backend=BACKEND)
        return Response(garden_out(garden, Role.OWNER), status=201)


def _refused(field: str, text: str) -> Response:
    return Response({"code": "invalid", "text": text, "fields": [{"field": field, "text": text}]}, status=400)


@method_decorator(csrf_protect, name="dispatch")
class SignInView(APIView):
    permission_classes = [AllowAny]
    throttle_classes = [SignInThrottle]

    @extend_schema(operation_id="sign_in", request=shapes.SignIn, responses={200: shapes.Session, 400: Error})
    def post(self, request: Request) -> Response:
        data = shapes.SignIn(data=request.data)
        data.is_valid(raise_exception=True)
        user = authenticate(request._request, **data.validated_data)
        if user is None:
            if getattr(request._request, "axes_locked_out", False):
                return Response(_locked(), status=429)
            return _refused("password", "Name and password do not match. Check both and try again.")
        login(request, user)
        return Response(session_of(request))


def _locked() -> dict[str, Any]:
    return {"code": "locked_out", "text": "Too many attempts. Wait a quarter of an hour, then try again.", "fields": []}


class SignOutView(APIView):
    permission_classes = [AllowAny]

    @extend_schema(operation_id="sign_out", request=None, responses=shapes.Session)
    def post(self, request: Request) -> Response:
        logout(request)
        return Response(session_of(request))


class PreferencesView(APIView):
    permission_classes = [IsAuthenticated]

    @extend_schema(operation_id="set_preferences", request=shapes.Preferences, responses=shapes.Session)
    def patch(self, request: Request) -> Response:
        data = shapes.Preferences(data=request.data)
        data.is_valid(raise_exception=True)
        told = data.validated_data
        for name, value in told.items():
            setattr(person(request), name, value)
        if told:
            person(request).save(update_fields=list(told))
        return Response(session_of(request))


class PasswordView(APIView):
    """A new password; all other sessions of the person end."""

    @extend_schema(
        operation_id="change_password", request=shapes.PasswordIn, responses={200: shapes.Session, 400: Error}
    )
    def post(self, request: Request) -> Response:
        told = checked(shapes.PasswordIn, request)
        user = people.ChangePassword(person(request), told["old"], told["password"]).execute()
        login(request, user, backend=BACKEND)
        return Response(session_of(request))


class EverywhereOut(APIView):
    """All sessions of the person end but this one."""

    @extend_schema(operation_id="sign_out_everywhere", request=None, responses=shapes.Session)
    def post(self, request: Request) -> Response:
        login(request, people.SignOutEverywhere(person(request)).execute(), backend=BACKEND)
        return Response(session_of(request))


@method_decorator(csrf_protect, name="dispatch")
class Forgot(APIView):
    """A letter for who forgot their password; the answer is the same whether there is such a person or not."""

    permission_classes = [AllowAny]
    throttle_classes = [LetterThrottle]

    @extend_schema(operation_id="ask_for_letter", request=shapes.NameIn, responses={204: None, 400: Error})
    def post(self, request: Request) -> Response:
        name = " ".join(checked(shapes.NameIn, request)["username"].split())
        people.ask_for_letter(name, request.build_absolute_uri("/").rstrip("/"))
        return Response(status=204)


@method_decorator(csrf_protect, name="dispatch")
class Reset(APIView):
    permission_classes = [AllowAny]
    throttle_classes = [SignInThrottle]

    @extend_schema(operation_id="reset_password", request=shapes.ResetIn, responses={204: None, 400: Error, 404: Error})
    def post(self, request: Request) -> Response:
        told = checked(shapes.ResetIn, request)
        people.ResetPassword(told["key"], told["password"]).execute()
        return Response(status=204)


class AccountFile(APIView):
    """All that is kept of a person, as one file."""

    @extend_schema(exclude=True)  # a file for a person, not an answer for the page
    def get(self, request: Request) -> Any:
        answer = HttpResponse(account_archive(person(request)), content_type="application/zip")
        answer["Content-Disposition"] = 'attachment; filename="isleshower-account.zip"'
        return answer


class Close(APIView):
    """The account and the gardens it owns go for good."""

    @extend_schema(operation_id="close_account", request=shapes.CloseIn, responses={204: None, 400: Error})
    def post(self, request: Request) -> Response:
        CloseAccount(person(request), checked(shapes.CloseIn, request)["password"]).execute()
        logout(request)
        return Response(status=204)


class InviteLinks(APIView):
    @extend_schema(operation_id="open_invite_link", request=None, responses={201: shapes.InviteLinkOut, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        token = helpers.OpenInviteLink(actor(request), garden_id).execute()
        # Behind the #, so that no log and no referrer holds it.
        return Response({"address": request.build_absolute_uri(f"/join#{token}")}, status=201)

    @extend_schema(operation_id="end_invite_links", responses={204: None})
    def delete(self, request: Request, garden_id: int) -> Response:
        helpers.EndInviteLinks(actor(request), garden_id).execute()
        return Response(status=204)


class Join(APIView):
    @extend_schema(operation_id="join_by_link", request=shapes.TokenIn, responses={201: GardenOut, 404: Error})
    def post(self, request: Request) -> Response:
        member = helpers.JoinByLink(actor(request), checked(shapes.TokenIn, request)["token"]).execute()
        return Response(garden_out(member.garden, member.role), status=201)


class Members(APIView):
    """Everybody in a garden, and whoever was invited."""

    @extend_schema(operation_id="members", responses=shapes.Member(many=True))
    def get(self, request: Request, garden_id: int) -> Response:
        garden = membership(person(request), garden_id).garden
        members = garden.membership_set.select_related("user").order_by("pk")
        invited = garden.invitations.select_related("user").order_by("pk")
        return Response([*map(present.member, members), *map(present.invited, invited)])

    @extend_schema(operation_id="invite_helper", request=shapes.HelperIn, responses={201: shapes.Member, 400: Error})
    def post(self, request: Request, garden_id: int) -> Response:
        invite = helpers.InviteHelper(
            actor(request), garden_id, **checked(shapes.HelperIn, request), stamp=stamp(request)
        )
        return Response(present.invited(invite.execute()), status=201)


class OneMember(APIView):
    @extend_schema(operation_id="remove_helper", responses={204: None})
    def delete(self, request: Request, garden_id: int, membership_id: int) -> Response:
        helpers.RemoveHelper(actor(request), garden_id, membership_id, stamp=stamp(request)).execute()
        return Response(status=204)


class OneInvited(APIView):
    @extend_schema(operation_id="withdraw_invitation", responses={204: None})
    def delete(self, request: Request, garden_id: int, invitation_id: int) -> Response:
        helpers.WithdrawInvitation(actor(request), garden_id, invitation_id, stamp=stamp(request)).execute()
        return Response(status=204)


class Leave(APIView):
    """A helper goes."""

    @extend_schema(operation_id="leave_garden", request=None, responses={204: None})
    def post(self, request: Request, garden_id: int) -> Response:
        helpers.LeaveGarden(actor(request), garden_id, stamp=stamp(request)).execute()
        return Response(status=204)


class Invitations(APIView):
    """What the person was invited to."""

    @extend_schema(operation_id="invitations", responses=shapes.InvitationOut(many=True))
    def get(self, request: Request) -> Response:
        return Response([present.invitation(x) for x in helpers.invitations(person(request))])


class OneInvitation(APIView):
    @extend_schema(operation_id="accept_invitation", request=None, responses={201: GardenOut})
    def post(self, request: Request, invitation_id: int) -> Response:
        member = helpers.AcceptInvitation(actor(request), invitation_id).execute()
        return Response(garden_out(member.garden, member.role), status=201)

    @extend_schema(operation_id="decline_invitation", responses={204: None})
    def delete(self, request: Request, invitation_id: int) -> Response:
        helpers.DeclineInvitation(actor(request), invitation_id).execute()
        return Response(status=204)
