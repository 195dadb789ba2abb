"""Is one test cookie worth its ten minutes? Where the range is too wide for the trays or the clock, a piece or two baked before the rest
is laid out tell more than any arithmetic."""

from ..baking import Outcome
from ..base import Interval, Value
from ..forming import forming_of
from ..trays import TrayPlan, TrayRules, held_between
from .spec import DoughSpec

TWO_FROM = 10  # pieces: of fewer, one is enough to give away
# One bake leaves about ±6½% of doubt about a width (docs/learning.md): what is not much wider than that is not worth a cookie.
WIDE, LONG, LEAST_MIN = 0.10, 0.15, 1.5


class TestCookie(Value):
    """So many pieces can be baked before the rest; `why` says what for, empty where the ranges are narrow enough as they are."""

    __test__ = False  # not one for pytest

    pieces: int
    why: str = ""


def test_cookie_of(spec: DoughSpec, outcome: Outcome, trays: TrayPlan | None) -> TestCookie | None:
    """None where there is no single piece to bake first: pans, sheets and logs are baked whole."""
    forming, count = forming_of(spec.form), outcome.pieces.count
    whole = (
        trays is None or trays.whole or forming.sliced(spec.form) is not None or forming.lying(spec.form) is not None
    )
    if trays is None or whole or count < 3:
        return None
    reasons = [*_trays_reason(outcome, trays, spec.layout), *_clock_reason(spec, outcome)]
    return TestCookie(pieces=2 if count >= TWO_FROM else 1, why=" ".join(reasons))


def _half(of: Interval) -> float:
    return (of.high - of.low) / (2 * of.value)


def _trays_reason(outcome: Outcome, trays: TrayPlan, rules: TrayRules) -> list[str]:
    width = outcome.baked.diameter_mm
    if _half(width) < WIDE or rules.apart_mm is not None:
        return []
    fewest, most = held_between(outcome, trays, rules)
    baked = sum(trays.loads)
    if -(-baked // max(1, fewest)) == -(-baked // max(1, most)):
        return []
    return [f"They come out {width.low:.0f} to {width.high:.0f} mm wide: a tray holds {fewest} to {most} of them."]


def _clock_reason(spec: DoughSpec, outcome: Outcome) -> list[str]:
    first = outcome.baked.first_done_min
    if spec.own_bake is not None or _half(first) < LONG or first.high - first.low < 2 * LEAST_MIN:
        return []
    return [f"They are done first after {first.low:.0f} to {first.high:.0f} min."]
