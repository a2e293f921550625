"""The HTTP service: `python -m standins.weather --port 33118`. Protocol: docs/provider-protocol.md."""

from __future__ import annotations

import argparse
import contextlib
import datetime as dt
import functools
import json
import time
import zlib
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any
from urllib.parse import parse_qs, urlsplit

from standins.weather.climate import HORIZON_DAYS, MEMBERS, ensemble_day, observed_day
from standins.weather.stations import station_near

PROTOCOL = "isleshower-weather-1"
MOST_PAST_DAYS = 400
UNITS = {
    "tmin": "degrees C",
    "tmax": "degrees C",
    "rhmin": "%",
    "rhmax": "%",
    "wind": "m/s at 2 m",
    "rs": "MJ m-2 d-1",
    "rain": "mm",
}
FAULTS = ("none", "down", "slow", "garbage")


@functools.lru_cache(maxsize=32)
def forecast(latitude: float, longitude: float, elevation: float, issued: dt.date, past_days: int) -> dict[str, Any]:
    """The answer to one request: observed days up to the day before `issued`, then members x 16 days."""
    seed = zlib.crc32(f"{latitude:.2f}/{longitude:.2f}".encode())
    station = station_near(latitude, longitude)
    climate, scenarios = station.climate, station.scenarios
    behind = [issued - dt.timedelta(days=k) for k in range(past_days, 0, -1)]
    ahead = [issued + dt.timedelta(days=k) for k in range(HORIZON_DAYS)]
    days = [ensemble_day(d, issued, latitude, elevation, seed, climate, scenarios) for d in ahead]
    return {
        "protocol": PROTOCOL,
        "quality": "simulated: an invented climate, for demonstration only",
        "units": UNITS,
        "issued": issued.isoformat(),
        "observed": [
            {"date": d.isoformat(), **observed_day(d, latitude, elevation, seed, climate, scenarios)} for d in behind
        ],
        "dates": [d.isoformat() for d in ahead],
        "members": [{"member": m, **{name: [day[name][m] for day in days] for name in UNITS}} for m in range(MEMBERS)],
    }


class Handler(BaseHTTPRequestHandler):
    """GET /v1/forecast, GET /health, and POST /control/fault?mode=... to play a provider in trouble."""

    fault = "none"

    def do_GET(self) -> None:
        url = urlsplit(self.path)
        if url.path == "/health":
            self._send(200, {"ok": True, "protocol": PROTOCOL})
        elif url.path != "/v1/forecast":
            self._send(404, {"error": f"no such path: {url.path}"})
        elif Handler.fault == "down":
            self._send(503, {"error": "down on request"})
        elif Handler.fault == "garbage":
            self._send(200, {"protocol": PROTOCOL, "observed": [{"date": "soon", "tmin": "cold"}]})
        else:
            if Handler.fault == "slow":
                time.sleep(20)
            self._forecast(parse_qs(url.query))

    def do_POST(self) -> None:
        url = urlsplit(self.path)
        mode = parse_qs(url.query).get("mode", [""])[0]
        if url.path == "/control/fault" and mode in FAULTS:
            Handler.fault = mode
            self._send(200, {"fault": mode})
        else:
            self._send(404, {"error": "POST /control/fault?mode=" + "|".join(FAULTS)})

    def _forecast(self, query: dict[str, list[str]]) -> None:
        try:
            latitude, longitude, elevation = (float(query[k][0]) for k in ("latitude", "longitude", "elevation"))
            issued = dt.date.fromisoformat(query["issued"][0])
            past = int(query.get("past_days", ["90"])[0])
            if not (abs(latitude) <= 66 and abs(longitude) <= 180 and 0 <= past <= MOST_PAST_DAYS):
                raise ValueError("latitude within 66, longitude within 180, past_days up to 400")
        except (KeyError, ValueError) as error:
            self._send(400, {"error": f"latitude, longitude, elevation, issued=YYYY-MM-DD: {error}"})
            return
        self._send(200, forecast(latitude, longitude, elevation, issued, past))

    def _send(self, status: int, value: dict[str, Any]) -> None:
        body = json.dumps(value).encode()
        self.send_response(status)
        self.send_header("Content-Type", "application/json")
        self.send_header("Content-Length", str(len(body)))
        self.end_headers()
        with contextlib.suppress(BrokenPipeError):  # whoever asked has given up waiting
            self.wfile.write(body)

    def log_message(self, format: str, *args: Any) -> None:
        """Quiet: the caller logs what it asked for."""


def serve(port: int) -> ThreadingHTTPServer:
    """A server bound to loopback, not yet running."""
    return ThreadingHTTPServer(("127.0.0.1", port), Handler)


def main() -> None:
    parser = argparse.ArgumentParser(prog="standins.weather")
    parser.add_argument("--port", type=int, default=33118)
    serve(parser.parse_args().port).serve_forever()


if __name__ == "__main__":
    main()
