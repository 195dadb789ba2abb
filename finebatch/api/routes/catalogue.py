"""The ingredients that ship."""

from fastapi import APIRouter

from ...core.base import Value
from ...core.card import Choice
from ...core.forming import scoop_sizes_ml
from ...core.ingredients import catalogue
from ...core.kitchen import gas_marks

router = APIRouter(prefix="/api/catalogue", tags=["bench"])


class Catalogue(Value):
    """What an unsure line can be chosen from, the scoop sizes on sale (number → ml), and gas marks (mark, °C)."""

    ingredients: tuple[Choice, ...]
    scoops_ml: dict[int, float]
    gas_marks: tuple[tuple[float, float], ...]


@router.get("", operation_id="getCatalogue")
def get_catalogue() -> Catalogue:
    """All ingredients by name."""
    names = sorted((item.name, item.id) for item in catalogue().values())
    return Catalogue(
        ingredients=tuple(Choice(ingredient_id=id, label=name) for name, id in names),
        scoops_ml=scoop_sizes_ml(),
        gas_marks=gas_marks(),
    )
