"""A chilled block or thick log of dough, cut and portioned cold, often only in part."""

from typing import Literal

from pydantic import Field

from ..value import Value

FREEZER_C = -18.0


class BlockForm(Value):
    """Portions of `portion_g` cut from a block out of the fridge, or still frozen."""

    kind: Literal["block"] = "block"
    portion_g: float = Field(default=30.0, gt=0, le=5000)
    frozen: bool = False


def cube_mm(portion_g: float, density_g_ml: float) -> float:
    """Side of the cube of that portion: what to cut."""
    return float((portion_g / density_g_ml * 1000) ** (1 / 3))
