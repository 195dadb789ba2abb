"""What every form gives: raw pieces of one size, and what is left of the dough."""

from ..base import Ring, Value


class Roll(Value):
    """One rolling: the rectangle to roll to and the shapes cut from it, `rows` of `per_row`; `again` counts how often
    the dough has been rolled before, `density_ratio` compares with rounds packed without end (1 = as dense)."""

    count: int
    sheet_width_mm: float
    sheet_length_mm: float
    rows: int
    per_row: int
    dough_g: float
    cutter_mm: float
    again: int = 0
    density_ratio: float = 0.0
    also_mm: float | None = None  # a second cutter's shapes on the same sheet, from `also_from_mm` down
    also_count: int = 0
    also_rows: int = 0
    also_per_row: int = 0
    also_from_mm: float = 0.0


class ScoredSheet(Value):
    """One tray's sheet: `across` by `along` pieces, and the rectangle to roll to, ragged rim included."""

    across: int
    along: int
    width_mm: float
    length_mm: float
    dough_g: float

    @property
    def count(self) -> int:
        """Pieces scored."""
        return self.across * self.along


class Pieces(Value):
    """`count` raw pieces of `mass_g` each, and `small_count` of `small_g` from a second cutter; those and `leftover_g` are
    the dough's mass.

    `raw_diameter_mm` is the greatest width as it lies on the tray, `strand_mm` the rope's own thickness where there is
    one; `outline` is the raw piece from above where it is not round; `statement` says in words what the form makes of the dough.
    """

    count: int
    mass_g: float
    raw_diameter_mm: float
    raw_height_mm: float
    leftover_g: float
    small_count: int = 0
    small_g: float = 0.0
    outline: Ring = ()
    rolls: tuple[Roll, ...] = ()
    sheets: tuple[ScoredSheet, ...] = ()
    strand_mm: float | None = None
    ends: int = 0  # of logs: uneven cookies, which `leftover_g` is the mass of
    statement: str = ""
