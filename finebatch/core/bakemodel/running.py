"""The model is loaded when it is first run: its arrays would take a good part of the server's start."""

from typing import TYPE_CHECKING

from .case import Case
from .parameters import Parameters
from .prediction import Prediction

if TYPE_CHECKING:
    from .outcome import Baked


def predict(case: Case, weighed: bool = False) -> Prediction:
    """One piece baked, with ranges; `weighed` portions have no size error."""
    from .predicting import predict as run

    return run(case, weighed)


def predict_many(cases: list[Case], weighed: bool = False) -> list[Prediction]:
    """Many pieces at once."""
    from .predicting import predict_many as run

    return run(cases, weighed)


def bake(cases: list[Case], parameters: Parameters) -> "Baked":
    """The cases as they are, without ranges: quick enough to search with."""
    from .outcome import bake as run

    return run(cases, parameters)
