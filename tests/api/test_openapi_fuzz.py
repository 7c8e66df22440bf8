"""The interface fuzzed from its own description: no answer that it does not describe, never a 500."""

import json
import re

import pytest
import schemathesis
from hypothesis import HealthCheck, settings
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from factories import shoot_document
from wenlo.api.app import create_app
from wenlo.settings import Settings

HEAVY = "/api/(advice|figures|build|build/cut|build/adapt|measured|bench)$"
SLOW = (
    "/api/(picture|light-map|kinds|curve|flags|reflections|place|flow|role|balance|set-file|shelf/at-hand|fit|predicted"
    "|build/changes|build/together|shelf/becomes|bench/keep|bench/outline/file|practice/.*)$"
)
SETTINGS = {"deadline": None, "suppress_health_check": list(HealthCheck), "derandomize": True}
CHECKS = (not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance)

# the lanes wait for a machine that is busy with the other tests
PATIENT = 240

description = create_app(Settings()).openapi()
schema = schemathesis.openapi.from_dict(description)


def refers_to(part, name, seen):
    """Whether a part of the description leads to a schema of that name."""
    for found in re.findall(r'"#/components/schemas/(\w+)"', json.dumps(part)):
        if found == name:
            return True
        if found not in seen:
            seen.add(found)
            if refers_to(description["components"]["schemas"][found], name, seen):
                return True
    return False


def whole_documents():
    """Operations that take a whole document: covering every field of every kind in turn would take an hour, so it is
    drawn at random.
    """
    paths = [
        re.escape(path)
        for path, operations in description["paths"].items()
        if any(refers_to(o.get("requestBody", {}), "Shoot", set()) for o in operations.values())
    ]
    return {"path_regex": f"^({'|'.join(paths)})$", "method": ["POST", "PUT"]}


WHOLE = whole_documents()
computing = schemathesis.openapi.from_dict(description)
computing.config.phases.coverage.enabled = False


@schema.exclude(path_regex=HEAVY).exclude(path_regex=SLOW).exclude(**WHOLE).parametrize()
@settings(max_examples=25, **SETTINGS)
def test_every_operation(case, server):
    case.validate_response(case.call(base_url=server.url, timeout=PATIENT), checks=CHECKS)


@computing.include(**WHOLE).exclude(path_regex=HEAVY).exclude(path_regex=SLOW).parametrize()
@settings(max_examples=12, **SETTINGS)
def test_every_operation_on_a_document(case, server):
    case.validate_response(case.call(base_url=server.url, timeout=PATIENT), checks=CHECKS)


@computing.include(path_regex=HEAVY).parametrize()
@settings(max_examples=10, **SETTINGS)
def test_every_computation(case, server):
    case.validate_response(case.call(base_url=server.url, timeout=PATIENT), checks=CHECKS)


@computing.include(path_regex=SLOW).parametrize()
@settings(max_examples=4, **SETTINGS)
def test_every_picture(case, server):
    case.validate_response(case.call(base_url=server.url, timeout=PATIENT), checks=CHECKS)


def test_every_operation_documents_its_errors():
    for path, operations in schema.raw_schema["paths"].items():
        for verb, operation in operations.items():
            assert {"404", "409", "422", "503"} <= set(operation["responses"]), f"{verb} {path}"
            problem = operation["responses"]["422"]["content"]["application/json"]["schema"]
            assert problem["$ref"].endswith("/Problem"), f"{verb} {path}"


def test_document_in_the_description_accepts_the_default_shoot():
    names = schema.raw_schema["components"]["schemas"]
    assert set(json.loads(json.dumps(shoot_document()))) == set(names["Shoot"]["properties"])


def test_fuzz_sees_the_operations():
    assert len(list(schema.get_all_operations())) == pytest.approx(106, abs=5)
