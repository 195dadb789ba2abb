"""The fitted values of the model, from `reference/bake_parameters.csv` (units and ranges stand there)."""

from dataclasses import dataclass, fields
from functools import cache

from ..base import rows


@dataclass(frozen=True)
class Parameters:
    """43 values, fitted in groups; names follow docs/model.md, units the table's `meaning` column."""

    lnEta: float  # noqa: N815
    nu: float
    fMob: float  # noqa: N815
    kapS: float  # noqa: N815
    wbc: float
    beta: float
    kset: float
    tauY: float  # noqa: N815
    cCo: float  # noqa: N815
    cs: float
    cN: float  # noqa: N815
    T0s: float
    aS: float  # noqa: N815
    aE: float  # noqa: N815
    aNa: float  # noqa: N815
    wset: float
    eM: float  # noqa: N815
    ret: float
    fL: float  # noqa: N815
    lnEx: float  # noqa: N815
    kp: float
    eC: float  # noqa: N815
    hT: float  # noqa: N815
    hB: float  # noqa: N815
    k: float
    kv: float
    Ke: float
    dl: float
    bw: float
    slip: float
    side: float
    dL: float  # noqa: N815
    wL: float  # noqa: N815
    dB: float  # noqa: N815
    wB: float  # noqa: N815
    X1: float
    stiffens: float
    planar: float
    co2Crowds: float  # noqa: N815
    flatTo: float  # noqa: N815
    airGain: float  # noqa: N815
    laceK: float  # noqa: N815
    laceRatio: float  # noqa: N815


@cache
def fitted() -> Parameters:
    """The shipped parameter set."""
    values = {row["name"]: float(row["value"]) for row in rows("bake_parameters")}
    return Parameters(**{field.name: values[field.name] for field in fields(Parameters)})
