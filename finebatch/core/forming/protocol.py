"""What every form answers for itself, so that nobody else need know which forms there are."""

from abc import ABC, abstractmethod
from collections.abc import Callable
from typing import TYPE_CHECKING, Any, ClassVar, Generic, TypeVar

from ..bakemodel import Shape
from ..base import Guide, Problem, Value, refusal
from ..dough import Style
from ..kitchen import Tray
from .pieces import Pieces

if TYPE_CHECKING:
    from .rusk import RuskForm

F = TypeVar("F", bound=Value)


def times_over(number: int, factor: float, most: int) -> int:
    """So many times a number of balls, pans or logs: at least one, at most `most`.

    >>> times_over(2, 1.6, 6)
    3
    """
    return min(most, max(1, round(number * factor)))


Pace = Callable[[str], float]  # this baker's seconds for a step of the process table


class Widening(Value):
    """The figure that makes a form's cookie wider, and how far it may go."""

    field: str
    least: float
    most: float


class Size(Value):
    """A figure of a form that may be anything from `low` to `high`, made in kitchen steps of `step`; a piece's mass goes with its `mass_power`th
    power. With `of_dough_g` it is none of the form's fields: so many grams of dough make one unit of it."""

    field: str
    low: float
    high: float
    step: float
    mass_power: float = 0.0
    of_dough_g: float = 0.0


class Wanted(Value):
    """A wish for so many pieces, with the dough there is. `baked_log_mm` is the width and length of the baked log, where
    there is one to slice."""

    count: int
    dough_g: float
    density_g_ml: float
    tray: Tray
    baked_log_mm: tuple[float, float] | None = None


class WholeTrays(Value):
    """Pans or sheets that are baked whole and cut after: the tray (or pan) of each, the room one takes, pieces on each."""

    tray: Tray
    width_mm: float
    depth_mm: float
    loads: tuple[int, ...]


class Lying(Value):
    """What lies on the tray where that is not the piece itself: so many, each `width_mm` by `length_mm` raw."""

    width_mm: float
    length_mm: float
    count: int
    unit: str


class SlicedLog(Value):
    """The baked log and how it is sliced: what the slicing rule is drawn from."""

    width_mm: float
    length_mm: float
    across_mm: float
    each_log: int
    slicing: str


class Forming(ABC, Generic[F]):
    """One form's own answers; a class a form, without state. Sizes in mm, masses in g, densities in g/ml, times in s."""

    form: type[F]
    families: ClassVar[tuple[str, ...]]  # what it can be: a form the baker has chosen says more than percentages do
    verb: ClassVar[str]  # what hands do, on the plan's step
    step: ClassVar[str]  # the process table's step of shaping
    shaped_whole: ClassVar[bool] = False  # that step is for a whole tray or pan, not for a piece
    chilled_as: ClassVar[str] = "a block or portions"
    tempers_as: ClassVar[str | None] = None  # the process table's way of warming it up after a chill
    temper_after_s: ClassVar[int] = 2 * 3600  # chilled longer than this it must warm up first
    freezes: ClassVar[bool] = True  # shaped pieces can wait in the freezer one by one
    hot_words: ClassVar[str] = "cut along the marks while it is hot and soft"
    leftover_is: ClassVar[str] = "dough over"
    size_is: ClassVar[str]  # the field that decides how big a piece is
    widened_by: ClassVar[Widening | None] = None
    portions_exact: ClassVar[bool] = False  # no size error: cut, pressed, sliced
    warmed_by_hands: ClassVar[bool] = True  # rolling, cutting or shaping warms a cold dough
    stirred_stiff: ClassVar[bool] = False  # even a foam dough's gluten is worked
    held_by_walls: ClassVar[bool] = False  # a pan's walls decide the width
    outline_spreads: ClassVar[bool] = True  # the outline grows in the oven, as each piece lies by itself
    counted_by_mass: ClassVar[bool] = False  # as many as the dough's mass holds: no scraps, heels or edges

    @abstractmethod
    def piece_mass_g(self, form: F, dough_g: float, density_g_ml: float) -> float:
        """Grams of one piece as it is baked: of a whole log for the twice-baked, of one cut for a pan."""

    @abstractmethod
    def raw_shape(self, form: F, mass_g: float, density_g_ml: float) -> Shape:
        """The raw piece as the bake model sees it."""

    @abstractmethod
    def pieces(
        self, form: F, dough_g: float, density_g_ml: float, style: Style, tray: Tray
    ) -> tuple[Pieces | None, list[Problem]]:
        """The raw pieces this form makes of the dough, or None with the reason at its field."""

    def raw_width_mm(self, form: F, shape: Shape) -> float:
        """Greatest width of the raw piece as it lies: wider than the shape the model bakes for what is no round."""
        return shape.diameter_mm

    def size_field(self, form: F) -> str:
        """Where problems with a piece's size are said."""
        return f"form.{self.size_is}"

    def filling_g(self, form: F) -> float:
        """Grams of filling in each piece."""
        return 0.0

    def filled_hot(self, form: F) -> bool:
        """Whether the filling goes in as they come out of the oven."""
        return False

    def cue(self, form: F) -> str:
        """What to look for, where the family's own words are of another way of making it."""
        return ""

    def small(self, form: F) -> F | None:
        """The form of the smaller of two sizes cut from one dough."""
        return None

    def small_pieces(self, small: F, pieces: Pieces) -> Pieces:
        """The smaller ones of the pieces by themselves, of the form that `small` gave."""
        raise NotImplementedError

    @abstractmethod
    def for_count(self, form: F, wanted: Wanted) -> F:
        """The form that gives so many pieces; Refusal at `wish` where none does."""

    def more(self, form: F, factor: float) -> F:
        """The form for `factor` times the dough, each piece the size it was as nearly as whole numbers let it be."""
        return form

    def rolled_to(self, form: F, wanted: Wanted, sheet_mm: tuple[float, float]) -> F:
        """The form whose dough rolls to a sheet of that width and length; Refusal at `wish` where nothing is rolled."""
        raise refusal("wish", "Only what is rolled has a sheet to wish for.")

    def log_sizes(self, form: F, wanted: Wanted) -> tuple[F, ...]:
        """Other numbers and sizes of logs of the same dough, none where no log is shaped."""
        return ()

    @abstractmethod
    def sized(self, form: F, piece_g: float, factor: float) -> F:
        """The form with pieces `factor` times the mass of now, `piece_g`."""

    @abstractmethod
    def sizes(self, form: F, style: Style, density_g_ml: float) -> tuple[Size, ...]:
        """What can be made larger or smaller of this form within its family (docs/wish.md). A pan's thickness and the mass of a twice-baked log
        follow from how much dough there is, here of that density."""

    def size_now(self, form: F, size: Size, dough_g: float, density_g_ml: float) -> float:
        """One of `sizes` as the form has it."""
        if size.of_dough_g:
            return dough_g / size.of_dough_g
        if size.field == "portion_g":
            return self.piece_mass_g(form, dough_g, density_g_ml)
        return float(getattr(form, size.field))

    def resized(self, form: F, figures: dict[str, float]) -> F:
        """The form with these of its figures set. Unchecked: a search does it some hundred times."""
        return form.model_copy(update=figures)

    def widened(self, form: F, size: float) -> F:
        """The form with the figure that widens it set to `size`."""
        assert self.widened_by is not None
        return form.but(**{self.widened_by.field: size})

    def shapings(self, form: F, piece_g: float, density_g_ml: float) -> tuple[tuple[float, str, F], ...]:
        """Other ways to shape the same portion, each with a number in order and what to call it; none where there is one way only."""
        return ()

    def taken_from_cold_c(self, form: F) -> float | None:
        """°C, where it goes into the oven straight from fridge or freezer whatever the chill."""
        return None

    def sliced(self, form: F) -> "RuskForm | None":
        """The log, where it is sliced after the bake and dried in a second one."""
        return None

    def whole(self, form: F, pieces: Pieces, tray: Tray) -> WholeTrays | None:
        """Pans or sheets, where they are baked whole."""
        return None

    def cut_mm(self, form: F) -> tuple[float, float] | None:
        """Width and length of one piece, where it is cut from what is baked whole."""
        return None

    def lying(self, form: F) -> Lying | None:
        """What lies on the tray, where that is not the pieces."""
        return None

    def hand_limit(self, form: F) -> int | None:
        """How many a tray may hold for what hands can do while they are hot."""
        return None

    def guides(self, form: F, pieces: Pieces, sliced: SlicedLog | None) -> tuple[Guide, ...]:
        """What helps to roll, cut or slice, at 1:1."""
        return ()

    def shaping_says(self, form: F, pieces: int) -> str:
        """What hands do for a tray of so many, as a friend would say it."""
        return f"{self.verb} {pieces}"

    def shaping_sizes(self, form: F) -> str:
        """To what size, where hands keep to one."""
        return ""

    def shape_step(self, form: F) -> str:
        """The process table's step of shaping."""
        return self.step

    def then_shaped(self, form: F) -> tuple[tuple[str, float], ...]:
        """What else is done to each piece as it is shaped, and seconds of it."""
        return ()

    def at_half(self, form: F) -> tuple[str, float]:
        """What is done at half time beside turning the tray, and seconds of it a piece; "" for nothing."""
        return "", 0.0

    def dividing_s(self, form: F, pace: Pace, chilled: bool) -> float:
        """Seconds of work between mixing and chilling."""
        return 0.0

    def hot_s(self, form: F, pieces: int, pace: Pace) -> float:
        """Seconds of work due at once as a tray comes out."""
        return 0.0

    def hot_lasts_s(self, form: F) -> float:
        """For how many seconds after the oven what is due at once can be done; 0 for nothing that is due."""
        return 0.0

    def hot_again(self, form: F) -> str:
        """What to do once it has stiffened too soon; "" for nothing."""
        return ""

    def lifted_hot(self, form: F) -> bool:
        """Whether each leaves the tray as it is worked while hot, so that nothing is left on it to move."""
        return False

    def own_trays(self, form: F) -> int:
        """Pans of its own, where it does not use the kitchen's trays."""
        return 0


AnyForming = Forming[Any]
