"""The application's addresses, and beside them one that sends the same bytes after one query, behind the same door."""

import gzip
from typing import Any

from django.http import HttpResponse
from django.urls import path
from rest_framework.request import Request
from rest_framework.views import APIView

from api import kept
from api.ahead.views import Ahead
from api.asked import person
from api.map.views import Ground
from api.rendering import Json
from api.round.views import Round
from api.sky.views import Sky
from apps.garden.access import membership
from config.urls import urlpatterns as ours

VIEWS = {"round": Round, "ahead": Ahead, "ground": Ground, "sky": Sky}
_packed: dict[tuple[int, str], bytes] = {}


class Same(APIView):
    """Session, permission and one query, as a page has them; then a page's bytes from memory."""

    def get(self, request: Request, garden_id: int, page: str) -> HttpResponse:
        m = membership(person(request), garden_id)
        if (garden_id, page) not in _packed:
            view: Any = VIEWS[page]
            plain = Json().render(view.get.works(view(), m).data)
            _packed[garden_id, page] = gzip.compress(plain, kept.COMPRESSED, mtime=0)
        answer = HttpResponse(_packed[garden_id, page], content_type="application/json")
        answer["Content-Encoding"] = "gzip"
        return answer


urlpatterns = [path("same/<int:garden_id>/<str:page>", Same.as_view()), *ours]
