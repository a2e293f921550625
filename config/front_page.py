"""The front end's one page, with what its first view needs asked for at once: else the browser learns of it one after
the other, each time by way of the server and back."""

from __future__ import annotations

import functools
import json
import re
from pathlib import Path
from typing import Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe

# A garden's view stands under its name (frontend/src/app/routes.ts), in features/<name>/<Name>View.vue.
VIEW = re.compile(r"^/g/(?P<garden>\d{1,18})/(?P<view>[a-z]+)(?:/(?P<what>\d{1,18}))?$")
ALWAYS = ("/api/session", "/api/gardens")
READS = {
    "round": "/api/gardens/{garden}/round",
    "ahead": "/api/gardens/{garden}/ahead",
    "ground": "/api/gardens/{garden}/ground",
    "sky": "/api/gardens/{garden}/sky",
    "pots": "/api/gardens/{garden}/pots",
    "feeding": "/api/gardens/{garden}/feeding",
    "bed": "/api/gardens/{garden}/beds/{what}",
}
HEAD = "</head>"


@never_cache
@require_safe
def single_page(request: HttpRequest) -> HttpResponse:
    """A path with a dot never comes here, so a missing file is a 404."""
    page = settings.FRONTEND_DIST / "index.html"
    if not page.exists():
        return HttpResponse("The front end is not built: run ./start", status=503, content_type="text/plain")
    text = page.read_text(encoding="utf-8")
    signed_in = settings.SESSION_COOKIE_NAME in request.COOKIES
    links = "".join(asked_at_once(request.path, signed_in, text))
    return HttpResponse(text.replace(HEAD, links + HEAD, 1), content_type="text/html; charset=utf-8")


def asked_at_once(path: str, signed_in: bool, page: str) -> list[str]:
    """Links for the view at a path: its data, where somebody is signed in, and its scripts and styles, where the page
    does not name them already."""
    found = VIEW.match(path)
    if found is None:
        return []
    view, links = found["view"], []
    if signed_in:
        reads = [*ALWAYS, READS[view].format(**found.groupdict())] if view in READS else list(ALWAYS)
        links += [f'<link rel="preload" as="fetch" crossorigin href="{x}">' for x in reads if "None" not in x]
    for file in _files_of(f"src/features/{view}/{view.title()}View.vue"):
        if file in page:
            continue
        kind = 'rel="preload" as="style"' if file.endswith(".css") else 'rel="modulepreload"'
        links.append(f'<link {kind} crossorigin href="{settings.STATIC_URL}{file}">')
    return links


def _files_of(source: str) -> tuple[str, ...]:
    file = Path(settings.FRONTEND_DIST) / ".vite" / "manifest.json"
    return _chunks(file, file.stat().st_mtime_ns, source) if file.exists() else ()


@functools.lru_cache(maxsize=64)
def _chunks(manifest: Path, _changed: int, source: str) -> tuple[str, ...]:
    """The files of a source's chunk and of all that it imports, by the build's own list."""
    chunks: dict[str, Any] = json.loads(manifest.read_text(encoding="utf-8"))
    seen: dict[str, None] = {}
    found: list[str] = []
    waiting = [source]
    while waiting:
        name = waiting.pop()
        if name in seen or name not in chunks:
            continue
        seen[name] = None
        found += [chunks[name]["file"], *chunks[name].get("css", [])]
        waiting += chunks[name].get("imports", [])
    return tuple(found)
