"""Who helps in a garden: invited, in, gone."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from api import inputs, present, shapes
from api.person import person
from api.views import checked
from apps.garden import helper_actions
from apps.garden.access import membership


class Members(APIView):
    """Everybody in a garden, and whoever was invited."""

    @extend_schema(operation_id="members", responses=shapes.Member(many=True))
    def get(self, request: Request, garden_id: int) -> Response:
        garden = membership(person(request), garden_id).garden
        members = garden.membership_set.select_related("user").order_by("pk")
        invited = garden.invitations.select_related("user").order_by("pk")
        return Response([*map(present.member, members), *map(present.invited, invited)])

    @extend_schema(
        operation_id="invite_helper", request=inputs.HelperIn, responses={201: shapes.Member, 400: shapes.Error}
    )
    def post(self, request: Request, garden_id: int) -> Response:
        invite = helper_actions.InviteHelper(person(request), garden_id, **checked(inputs.HelperIn, request))
        return Response(present.invited(invite.execute()), status=201)


class OneMember(APIView):
    @extend_schema(operation_id="remove_helper", responses={204: None})
    def delete(self, request: Request, garden_id: int, membership_id: int) -> Response:
        helper_actions.RemoveHelper(person(request), garden_id, membership_id).execute()
        return Response(status=204)


class OneInvited(APIView):
    @extend_schema(operation_id="withdraw_invitation", responses={204: None})
    def delete(self, request: Request, garden_id: int, invitation_id: int) -> Response:
        helper_actions.WithdrawInvitation(person(request), garden_id, invitation_id).execute()
        return Response(status=204)


class Leave(APIView):
    """A helper goes."""

    @extend_schema(operation_id="leave_garden", request=None, responses={204: None})
    def post(self, request: Request, garden_id: int) -> Response:
        helper_actions.LeaveGarden(person(request), garden_id).execute()
        return Response(status=204)


class Invitations(APIView):
    """What the person was invited to."""

    @extend_schema(operation_id="invitations", responses=shapes.InvitationOut(many=True))
    def get(self, request: Request) -> Response:
        return Response([present.invitation(x) for x in helper_actions.invitations(person(request))])


class OneInvitation(APIView):
    @extend_schema(operation_id="accept_invitation", request=None, responses={201: shapes.GardenOut})
    def post(self, request: Request, invitation_id: int) -> Response:
        member = helper_actions.AcceptInvitation(person(request), invitation_id).execute()
        return Response(present.garden(member.garden, member.role), status=201)

    @extend_schema(operation_id="decline_invitation", responses={204: None})
    def delete(self, request: Request, invitation_id: int) -> Response:
        helper_actions.DeclineInvitation(person(request), invitation_id).execute()
        return Response(status=204)
