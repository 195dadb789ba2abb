"""Which logs can be made of this dough, and what comes of each?"""

from ..base import Severity, Value
from ..bench import Assessment, DoughSpec, assess_rest
from ..forming import Form, forming_of
from ..kitchen import Kitchen
from .wish import wanted_of

MOST_SIZES = 5


class LogSize(Value):
    """Logs that the tray takes, with what comes of them."""

    form: Form
    saying: str
    count: int
    across_mm: float
    loads: int


def log_sizes(spec: DoughSpec, found: Assessment, kitchen: Kitchen) -> tuple[LogSize, ...]:
    """Numbers and sizes of logs this dough makes, each baked in the model and laid on the tray: the fewest loads first, then those
    nearest in width to the cookies of now. Empty where no log is shaped, or the dough has no outcome yet."""
    if found.outcome is None or found.dough is None:
        return ()
    sizes = []
    for form in forming_of(spec.form).log_sizes(spec.form, wanted_of(spec, found, kitchen)):
        one = assess_rest(spec.model_copy(update={"form": form}), kitchen)
        if one.outcome is None or one.trays is None or not one.outcome.pieces.count:
            continue
        if any(problem.severity is not Severity.NOTE and problem.field.startswith("form.") for problem in one.problems):
            continue
        second = one.outcome.second
        sizes.append(
            LogSize(
                form=form, saying=one.outcome.pieces.statement, count=one.outcome.pieces.count, loads=len(one.trays.loads),
                across_mm=second.across_mm if second else one.outcome.baked.diameter_mm.value,
            )
        )  # fmt: skip
    now = found.outcome.second.across_mm if found.outcome.second else found.outcome.baked.diameter_mm.value
    return tuple(sorted(sizes, key=lambda size: (size.loads, abs(size.across_mm - now)))[:MOST_SIZES])
