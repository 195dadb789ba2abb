"""Every operation of the API against inputs made from its own schema: no crash, nothing undescribed."""

import tempfile
from pathlib import Path

import schemathesis
from hypothesis import HealthCheck, settings
from schemathesis.specs.openapi.checks import (
    allow_header_conformance,
    negative_data_rejection,
    positive_data_acceptance,
)

from finebatch.api.app import create_app
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
schema = schemathesis.openapi.from_asgi("/openapi.json", _APP)


@schema.parametrize()
@settings(max_examples=12, derandomize=True, deadline=None, database=None, suppress_health_check=list(HealthCheck))
def test_no_input_breaks_the_api(case: schemathesis.Case) -> None:
    case.call_and_validate(excluded_checks=EXCLUDED)
