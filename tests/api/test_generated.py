"""Requests made from the schema itself, over every operation: never a server error, and every answer as it was told."""

import json
import warnings
from typing import Any

import hypothesis
from django.test import TestCase
from hypothesis import HealthCheck, Phase, settings

from apps.garden.models import Bed, Garden
from apps.planning.situation import situation
from tests.api import held
from tests.apps import world as w

with warnings.catch_warnings():
    warnings.simplefilter("ignore")  # of its own dependencies
    import schemathesis

EXAMPLES = 6  # of each operation; bounded by number and not by time, so that a slow machine asks no more often
LEFT_OUT = ("/api/session/sign-out",)  # would end the session that the rest needs


class Generated(TestCase):
    ada: Any
    garden: Garden
    bed: Bed

    @classmethod
    def setUpTestData(cls) -> None:
        cls.ada = w.person()
        cls.garden = w.garden_of(cls.ada)
        cls.bed = w.bed_of(cls.ada, cls.garden)
        w.type_days(cls.ada, cls.garden)
        situation(cls.garden)

    def test_no_operation_is_broken_by_what_its_schema_allows(self) -> None:
        schema = schemathesis.openapi.from_dict(held.schema())
        client = w.client_of(self.ada)
        real = {"garden_id": self.garden.pk, "bed_id": self.bed.pk, "rig_id": self.garden.rigs.get().pk,
                "planting_id": self.bed.plantings.get().pk, "kind": "watering"}  # fmt: skip
        asked, kept = 0, 0
        for result in schema.get_all_operations():
            operation = result.ok()
            if operation.path in LEFT_OUT or operation.path == "/api/schema":
                continue
            with self.subTest(operation.label):
                for case in examples_of(operation):
                    answer = self.sent(client, case, real)
                    self.assertLess(answer.status_code, 500, (operation.label, case.body))
                    held.hold(case.method.lower(), answer.request["PATH_INFO"], answer)
                    asked, kept = asked + 1, kept + (answer.status_code < 300)
        self.assertGreater(asked, 250)
        self.assertGreater(kept, 35)

    @staticmethod
    def sent(client, case, real):
        known = {name: real.get(name, value) for name, value in (case.path_parameters or {}).items()}
        path = case.operation.path.format(**known)
        call = getattr(client, case.method.lower())
        if case.method == "GET":
            return call(path)
        body = {} if isinstance(case.body, schemathesis.core.NotSet) else case.body
        for part in (body, *(body.get("waterings") or [] if isinstance(body, dict) else [])):
            if isinstance(part, dict) and isinstance(part.get("bed"), int):
                part["bed"] = real["bed_id"]  # one that is there, so that more than refusals are seen
        return call(path, json.dumps(body), content_type="application/json")


def examples_of(operation):
    """EXAMPLES cases of an operation, always the same ones."""
    found = []

    @hypothesis.seed(7)
    @settings(max_examples=EXAMPLES, database=None, deadline=None, phases=[Phase.generate],
              suppress_health_check=list(HealthCheck))  # fmt: skip
    @hypothesis.given(operation.as_strategy())
    def collect(case):
        found.append(case)

    collect()
    return found[:EXAMPLES]
