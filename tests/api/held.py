"""Answers held against the published schema: whatever a test asks, what comes back has the shape that was promised."""

from __future__ import annotations

import functools
import pathlib
import re
from typing import Any

import jsonschema
import yaml

REFUSALS = (400, 403, 404, 409, 429)
SCHEMA = pathlib.Path(__file__).resolve().parents[2] / "docs" / "openapi.yaml"


@functools.cache
def schema() -> dict[str, Any]:
    told: dict[str, Any] = yaml.load(SCHEMA.read_text(), getattr(yaml, "CSafeLoader", yaml.SafeLoader))  # our own file
    return told


def plain(node: Any) -> Any:
    """OpenAPI 3.0 as plain JSON Schema: ``nullable`` as a choice, and no field beyond those that are told."""
    if isinstance(node, list):
        return [plain(x) for x in node]
    if not isinstance(node, dict):
        return node
    inner = {key: plain(value) for key, value in node.items() if key != "nullable"}
    if isinstance(inner.get("properties"), dict) and inner.get("type") == "object":
        inner.setdefault("additionalProperties", False)
    return {"anyOf": [inner, {"type": "null"}]} if node.get("nullable") is True else inner


@functools.cache
def _components() -> dict[str, Any]:
    parts: dict[str, Any] = plain(schema()["components"])
    return parts


@functools.cache
def _paths() -> list[tuple[re.Pattern[str], dict[str, Any]]]:
    ordered = sorted(schema()["paths"].items(), key=lambda x: x[0].count("{"))  # the plainest first
    return [(re.compile(re.sub(r"\{\w+\}", "[^/]+", path) + "$"), told) for path, told in ordered]


@functools.cache
def _validator(method: str, path: str, status: int) -> Any:
    """What an answer must look like; None where the schema tells of none. Raises where it tells of no such path."""
    told = next((told for pattern, told in _paths() if pattern.match(path)), None)
    if told is None or method not in told:
        raise AssertionError(f"{method} {path} is not in docs/openapi.yaml")
    answers = told[method]["responses"]
    if str(status) not in answers:
        raise AssertionError(
            f"{method} {path} answers {status}, which docs/openapi.yaml does not tell ({list(answers)})"
        )
    content = answers[str(status)].get("content", {}).get("application/json")
    if content is None:
        return None
    return jsonschema.Draft202012Validator({**plain(content["schema"]), "components": _components()})


def hold(method: str, path: str, answer: Any) -> None:
    """Hold an answer, or a refusal of REFUSALS, against the schema. Raises AssertionError naming place and fault."""
    if not answer.headers.get("Content-Type", "").startswith("application/json"):
        return
    plain_path = path.split("?", maxsplit=1)[0]
    if answer.status_code in REFUSALS:
        told = next((told for pattern, told in _paths() if pattern.match(plain_path)), None)
        if told is None or method not in told:
            return  # nothing is promised there
    elif not 200 <= answer.status_code < 300:
        return
    validator = _validator(method, path.split("?", maxsplit=1)[0], answer.status_code)
    if validator is None:
        return
    fault = next(validator.iter_errors(answer.json()), None)
    if fault is not None:
        deepest = min([fault, *(fault.context or [])], key=lambda e: -len(e.absolute_path))
        raise AssertionError(f"{method} {path} {list(deepest.absolute_path)}: {deepest.message[:300]}")
