"""The bench: reading a card, and working out what a dough comes to."""

from fastapi import APIRouter
from pydantic import Field

from ..core.assess import Assessment, DoughSpec, assess
from ..core.forming import Form
from ..core.forming.scoop import scoop_sizes_ml
from ..core.formula import MAX_CARD_CHARS, CardError, Line, WeighedLine, split_card, weigh_lines
from ..core.ingredients import catalogue
from ..core.kitchen import Kitchen
from ..core.oven import gas_marks
from ..core.problems import stop
from ..core.quantity import Choice, Habit
from ..core.value import Value
from ..core.whatif import Factor, WhatIf, what_if
from ..core.wishing import SizeWish, form_for
from .problems import refused

router = APIRouter(prefix="/api", tags=["bench"])


class Card(Value):
    """A pasted card and whose measures it is written in."""

    # Far over the core's limit, so that the core can say in its own words what to do.
    text: str = Field(max_length=50 * MAX_CARD_CHARS)
    habit: Habit = Habit()


class CardRead(Value):
    """The card's lines and what each was read as."""

    lines: tuple[Line, ...]
    weighed: tuple[WeighedLine, ...]


class BenchRequest(Value):
    """A dough and the kitchen it is made in."""

    dough: DoughSpec
    kitchen: Kitchen


class Catalogue(Value):
    """What an unsure line can be chosen from, the scoop sizes on sale (number → ml), and gas marks (mark, °C)."""

    ingredients: tuple[Choice, ...]
    scoops_ml: dict[int, float]
    gas_marks: tuple[tuple[float, float], ...]


@router.post("/cards/read", operation_id="readCard")
def read_card(card: Card) -> CardRead:
    """Turn a pasted card into weighed lines; 422 at `text` if it cannot be one."""
    try:
        lines = tuple(split_card(card.text))
    except CardError as error:
        raise refused(stop("text", str(error))) from error
    return CardRead(lines=lines, weighed=weigh_lines(lines, card.habit))


@router.post("/assessments", operation_id="assessDough")
def assess_dough(request: BenchRequest) -> Assessment:
    """Dough, pieces, baked cookie and trays; what cannot be worked out is said in `problems`."""
    return assess(request.dough, request.kitchen)


class WhatIfRequest(BenchRequest):
    """A dough and the factor to change."""

    factor: Factor


class WishRequest(BenchRequest):
    """A dough and what is wished of it."""

    wish: SizeWish


class Granted(Value):
    """The form that meets a wish."""

    form: Form


@router.post("/what-ifs", operation_id="whatIf")
def ask_what_if(request: WhatIfRequest) -> WhatIf:
    """Width and minutes over one factor, with ranges."""
    try:
        return what_if(request.dough, assess(request.dough, request.kitchen), request.kitchen, request.factor)
    except ValueError as error:
        raise refused(stop("factor", str(error))) from error


@router.post("/wishes", operation_id="grantWish")
def grant_wish(request: WishRequest) -> Granted:
    """The size that gives so many cookies, or a cookie so wide; 422 at `wish` where none does."""
    found = assess(request.dough, request.kitchen)
    try:
        return Granted(form=form_for(request.dough, found, request.kitchen, request.wish))
    except ValueError as error:
        raise refused(stop("wish", str(error))) from error


@router.get("/catalogue", operation_id="getCatalogue")
def get_catalogue() -> Catalogue:
    """All ingredients by name."""
    names = sorted((item.name, item.id) for item in catalogue().values())
    return Catalogue(
        ingredients=tuple(Choice(ingredient_id=id, label=name) for name, id in names),
        scoops_ml=scoop_sizes_ml(),
        gas_marks=gas_marks(),
    )
