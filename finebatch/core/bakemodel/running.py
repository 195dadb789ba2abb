"""The model is loaded when it is first run: its arrays would take a good part of the server's start."""

from typing import TYPE_CHECKING

from .bakeware import EndStyle
from .case import Case, only
from .course import Course
from .mix import Material, mix_of
from .parameters import Parameters, fitted
from .prediction import Prediction
from .shapes import mound

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


def followed(case: Case, air: tuple[tuple[float, float], ...] = ()) -> Course:
    """One bake minute by minute, in the oven as it should be or as it was measured."""
    from .following import followed as run

    return run(case, air)


def warm_up() -> None:
    """Load the compiled loop: a third of a second, or some ten where it must be compiled first."""
    plain = Material(water=0.2, fat=0.2, sucrose=0.25, invert=0.0, starch=0.3, protein=0.05, fibre=0.0, other=0.0)
    bake([Case(mix_of([(plain, 100.0)]), mound(20, 1100), 180.0, only(EndStyle.SOFT))], fitted())
