"""How many scoops does this dough give, and how big is each?"""

from functools import cache
from typing import Literal

from pydantic import Field

from ..facts import rows
from ..value import Value


class ScoopForm(Value):
    """Scooped drop cookies: by weight, or by the number stamped on a scoop (portions to a US quart)."""

    kind: Literal["scoop"] = "scoop"
    portion_g: float = Field(default=30.0, gt=0, le=5000)
    scoop_no: int | None = Field(default=None, ge=4, le=120)


@cache
def scoop_sizes_ml() -> dict[int, float]:
    """Scoop numbers on sale and what each holds, level, in ml."""
    found = {}
    for row in rows("measures"):
        if row["kind"] == "disher":
            found[int(row["name"].removeprefix("disher_"))] = float(row["value_si"])
    return dict(sorted(found.items()))


def portion_mass_g(form: ScoopForm, density_g_ml: float) -> float:
    """Grams of one portion: as weighed, or the scoop's volume times the dough's density.

    Numbers not in the table hold a US quart (946.353 ml) divided by the number.
    """
    if form.scoop_no is None:
        return form.portion_g
    return scoop_sizes_ml().get(form.scoop_no, 946.353 / form.scoop_no) * density_g_ml


def scoop(dough_g: float, portion_g: float) -> tuple[int, float]:
    """Whole portions in the dough and the grams left over; ValueError unless both are more than nothing."""
    if dough_g <= 0 or portion_g <= 0:
        raise ValueError("dough and portion must weigh something")
    # A hair of tolerance, so that 24 portions of a dough cut in 24 are not counted as 23.
    count = int(dough_g / portion_g + 1e-9)
    return count, max(0.0, dough_g - count * portion_g)
