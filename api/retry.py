"""A request that lost a deadlock, or waited too long for a lock, is run once more before anybody is told."""

from __future__ import annotations

from collections.abc import Callable

from django.conf import settings
from django.core.exceptions import RequestDataTooBig
from django.http import HttpRequest, JsonResponse
from django.http.response import HttpResponseBase


class RetryWhenBusy:
    """Innermost middleware. What a view changes, it changes in transactions: the lost one left nothing behind."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        if not request.path.startswith("/api/"):
            return self.get_response(request)
        try:
            _ = request.body  # kept, so that it can be read twice
        except RequestDataTooBig:
            text = f"body: too large; allowed: at most {settings.DATA_UPLOAD_MAX_MEMORY_SIZE} bytes"
            return JsonResponse({"code": "too_large", "text": text, "fields": []}, status=413)
        answer = self.get_response(request)
        return self.get_response(request) if getattr(answer, "busy", False) else answer
