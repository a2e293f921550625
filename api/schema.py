"""What the published schema says of every operation alike: the client's mark, and how it may be refused."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any, Literal

from drf_spectacular.openapi import AutoSchema
from drf_spectacular.utils import OpenApiParameter
from rest_framework.permissions import AllowAny

from api.asked import ID, OCCURRED
from api.shapes import Error


class Marked(AutoSchema):
    """Every change may carry the client's mark, and every operation may be refused; the schema says so once, here."""

    def _get_response_bodies(self, direction: Literal["request", "response"] = "response") -> Any:
        bodies = super()._get_response_bodies(direction)
        for code in self._refusals():
            told = self._get_response_for_code(Error, code, direction=direction)  # type: ignore[no-untyped-call]
            bodies.setdefault(code, told)
        return bodies

    def _refusals(self) -> list[str]:
        """With which codes an operation may say no."""
        changes, open_to_all = self.method != "GET", AllowAny in self.view.permission_classes
        in_garden = "{" in self.path
        may: list[tuple[str, bool]] = [
            ("400", changes or bool(self.get_override_parameters())),
            ("403", changes or not open_to_all),
            ("404", in_garden),
            ("409", changes and "{garden_id}" in self.path),
            ("429", bool(self.view.throttle_classes)),
        ]
        return [code for code, may_be in may if may_be]

    def get_override_parameters(self) -> list[Any]:
        if self.method == "GET" or "/gardens/{garden_id}" not in self.path:
            return []
        of_id = "made by the client: the same one twice is one event of the garden's record, which is taken back by it"
        when = "when it happened, by the client's clock; without it: now"
        return [
            OpenApiParameter(ID, uuid.UUID, OpenApiParameter.HEADER, description=of_id),
            OpenApiParameter(OCCURRED, dt.datetime, OpenApiParameter.HEADER, description=when),
        ]
