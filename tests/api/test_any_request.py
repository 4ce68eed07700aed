"""Requests that nobody thought of, to every operation of the description: none breaks the server, and every answer is described.

The seed is fixed, so that a run says the same twice; `./ranura test all` sends many more."""

from __future__ import annotations

import contextlib
import json

import pytest
import schemathesis
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis.errors import Unsatisfiable
from schemathesis import GenerationMode
from schemathesis.checks import not_a_server_error
from schemathesis.schemas import APIOperation
from schemathesis.specs.openapi.checks import content_type_conformance, response_schema_conformance

from ranura.host import openapi

LAST = ("DELETE", "PUT /api/files", "POST /api/files")
"""What takes away what others ask for comes after them."""
PARTS = 24
"""The operations come in so many parts, one after the other: what they are is known when the first of them is asked."""
THERE = {
    "job_id": "little-harbour",
    "piece_id": "control-cross",
    "cut_id": "cross-mortise",
    "bit_id": "straight-6",
    "router_id": "plunge-two",
}
"""Ids that the demo shop has; random ones are answered by 404 and nothing else."""
SHARE = 120
"""Of the examples of a property test, one request in so many: each goes through server and database."""
CHECKS = [not_a_server_error, response_schema_conformance, content_type_conformance]


@pytest.fixture(scope="module")
def url(served) -> str:
    return served.url


@pytest.fixture(scope="module")
def operations() -> list[APIOperation]:
    """All operations of the description, in the order in which they are asked."""
    schema = schemathesis.openapi.from_dict(json.loads(openapi.description()))
    found = {f"{each.method.upper()} {each.path}": each for each in (found.ok() for found in schema.get_all_operations())}
    assert len(found) > 5 * PARTS
    return [found[name] for name in sorted(found, key=lambda name: (name.startswith(LAST), name))]


@pytest.mark.slow
@pytest.mark.parametrize("part", range(PARTS))
def test_any_request(url, operations, part):
    for operation in operations[part * len(operations) // PARTS : (part + 1) * len(operations) // PARTS]:
        ask(url, operation)


def ask(url: str, operation: APIOperation) -> None:
    """Requests as they are described, and as they are not."""

    def send(mode: GenerationMode, known: dict[str, str]) -> None:
        @settings(
            max_examples=max(settings.default.max_examples // SHARE, 1),
            derandomize=True,
            database=None,
            deadline=None,
            phases=[Phase.generate],
            suppress_health_check=list(HealthCheck),
        )
        @given(case=operation.as_strategy(generation_mode=mode))
        def run(case):
            for parameter in case.path_parameters.keys() & known.keys():
                case.path_parameters[parameter] = known[parameter]
            case.call_and_validate(base_url=url, checks=CHECKS, timeout=120)

        run()

    send(GenerationMode.POSITIVE, THERE)
    # There may be no wrong way to ask for something; where no body is sent only long runs look for one.
    if operation.body or settings.default.max_examples > SHARE:
        with contextlib.suppress(Unsatisfiable):
            send(GenerationMode.NEGATIVE, {})
