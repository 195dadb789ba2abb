"""Every operation of the API against inputs made from its own schema: no crash, nothing undescribed.

`make fuzz` goes on for longer, with other inputs at every run, and says how many it sent."""

import os
import tempfile
from collections import Counter
from collections.abc import Iterator
from pathlib import Path

import pytest
import schemathesis
from hypothesis import HealthCheck, settings
from schemathesis.specs.openapi.checks import (
    allow_header_conformance,
    negative_data_rejection,
    positive_data_acceptance,
)

from finebatch.api.app import create_app
from finebatch.api.backing_up import BackingUp
from finebatch.api.door import Door
from finebatch.devices.scale import SimulatedScale
from finebatch.store.database import Store
from finebatch.workers import Workers

# Numbers may come as JSON strings or booleans and are read as numbers (Pydantic's usual leniency); the rules of the job
# refuse much that the schema's types allow (an empty card, a time gone by); the router's Allow header is per method.
EXCLUDED = [negative_data_rejection, positive_data_acceptance, allow_header_conformance]
_FOLDER = Path(tempfile.mkdtemp(prefix="finebatch-fuzz-"))
_APP = create_app(_FOLDER, hosts=("*",))
_APP.state.store = Store(_FOLDER)
_APP.state.scale = SimulatedScale()
_APP.state.workers = Workers()
_APP.state.door, _APP.state.home = Door(_APP.state.store), None
_APP.state.backups = BackingUp(_APP.state.store)
# A body with a whole dough or kitchen has thousands of edges, the same in every operation that takes one: they are gone through in
# these three, and random bodies in all.
EDGES_IN = {("POST", "/api/assessments"), ("PUT", "/api/doughs/{dough_id}"), ("POST", "/api/cards/read")}
LARGE = ("DoughSpec", "Kitchen")


def _takes_large(body: object, components: dict[str, object], seen: set[str]) -> bool:
    if isinstance(body, list):
        return any(_takes_large(one, components, seen) for one in body)
    if not isinstance(body, dict):
        return False
    name = str(body.get("$ref", "")).rsplit("/", 1)[-1]
    if name in LARGE:
        return True
    if name and name not in seen:
        seen.add(name)
        return _takes_large(components[name], components, seen)
    return any(_takes_large(one, components, seen) for one in body.values())


def _same_edges(context: schemathesis.HookContext) -> bool:
    operation = context.operation
    if (operation.method.upper(), operation.path) in EDGES_IN:
        return False
    document = _APP.openapi()
    # A method the path does not have is tried too, and has no body.
    body = document["paths"][operation.path].get(operation.method, {}).get("requestBody", {})
    return _takes_large(body, document["components"]["schemas"], set())


schema = schemathesis.openapi.from_asgi("/openapi.json", _APP)
random_only = schemathesis.openapi.from_asgi(
    "/openapi.json", _APP, config=schemathesis.Config.from_dict({"phases": {"coverage": {"enabled": False}}})
)
TIMES = int(os.environ.get("FINEBATCH_FUZZ", "1"))
usual = settings(
    max_examples=12 * TIMES, derandomize=TIMES == 1, deadline=None, database=None, suppress_health_check=list(HealthCheck)
)  # fmt: skip
sent: Counter[int] = Counter()  # by the status answered


@pytest.fixture(scope="module", autouse=True)
def _said() -> Iterator[None]:
    yield
    print(f"\n{sum(sent.values())} requests; answers by status: {dict(sorted(sent.items()))}")


@schema.exclude(_same_edges).parametrize()
@usual
def test_no_input_breaks_the_api(case: schemathesis.Case) -> None:
    sent[case.call_and_validate(excluded_checks=EXCLUDED).status_code] += 1


@random_only.include(_same_edges).parametrize()
@settings(usual, max_examples=25 * TIMES)
def test_no_dough_or_kitchen_breaks_the_api(case: schemathesis.Case) -> None:
    sent[case.call_and_validate(excluded_checks=EXCLUDED).status_code] += 1
