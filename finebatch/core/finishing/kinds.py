"""Every finish: what it is made of, when it goes on, how it is done."""

from enum import StrEnum

from pydantic import Field

from ..base import Value


class FinishKind(StrEnum):
    """A way to finish a cookie."""

    EGG_WASH = "egg_wash"
    ROLLING_SUGAR = "rolling_sugar"
    FILLING = "filling"
    GLAZE = "glaze"
    ROYAL_ICING = "royal_icing"
    DIP = "dip"
    DRIZZLE = "drizzle"
    SPRINKLES = "sprinkles"
    POWDERED_SUGAR = "powdered_sugar"


class When(StrEnum):
    """When it goes on."""

    BEFORE = "before"
    HOT = "hot"
    COLD = "cold"


class Surface(StrEnum):
    """What of a cookie it covers: the top or all of the baked one, the top or all round of the raw one."""

    TOP = "top"
    ALL = "all"
    RAW_TOP = "raw_top"
    RAW = "raw"


class Finishing(Value):
    """One finish: the share of the surface it covers, or grams on each where the baker knows better."""

    kind: FinishKind
    cover_pct: float = Field(default=100.0, ge=1, le=100)
    each_g: float | None = Field(default=None, gt=0, le=100)


class _Facts(Value):
    label: str
    when: When
    how: str
    g_cm2: float
    parts: tuple[tuple[str, float], ...]  # shares that sum to 1
    sets: str | None  # the process table's step
    work: str | float  # that table's step, or seconds a piece
    on: Surface = Surface.TOP


FACTS = {
    FinishKind.EGG_WASH: _Facts(
        label="Egg wash", when=When.BEFORE, how="Brush thinly just before the tray goes in.", g_cm2=0.012,
        parts=(("beaten egg", 0.8), ("milk or water", 0.2)), sets=None, work=2.0, on=Surface.RAW_TOP,
    ),
    FinishKind.ROLLING_SUGAR: _Facts(
        label="Rolling sugar", when=When.BEFORE, how="Roll the raw balls in it before they go on the tray.", g_cm2=0.035,
        parts=(("coarse sugar", 1.0),), sets=None, work=2.0, on=Surface.RAW,
    ),
    FinishKind.FILLING: _Facts(
        label="Filling", when=When.BEFORE, how="Fill the dent level, no higher: jam boils over. Jam straight from the oven burns.",
        g_cm2=0.0, parts=(("filling", 1.0),), sets="jam_set_after_bake", work=4.0,
    ),
    FinishKind.GLAZE: _Facts(
        label="Thin glaze", when=When.COLD, how="Brush or spoon on when fully cold.", g_cm2=0.08,
        parts=(("icing sugar", 0.80), ("citrus juice", 0.15), ("syrup", 0.05)), sets="icing_set_glace", work=6.0,
    ),
    FinishKind.ROYAL_ICING: _Facts(
        label="Royal icing", when=When.COLD, how="Outline and flood when fully cold. Use pasteurised white.", g_cm2=0.14,
        parts=(("icing sugar", 0.83), ("egg white", 0.155), ("lemon juice", 0.015)), sets="icing_set_royal", work="ice_flat_piece",
    ),
    FinishKind.DIP: _Facts(
        label="Chocolate dip", when=When.COLD, how="Dip when cold; let it drip, lay on paper. Hot chocolate burns.", g_cm2=0.15,
        parts=(("dark chocolate", 0.95), ("neutral oil", 0.05)), sets="icing_set_glace", work=6.0, on=Surface.ALL,
    ),
    FinishKind.DRIZZLE: _Facts(
        label="Drizzle", when=When.COLD, how="Quick stripes from a spoon, when cold.", g_cm2=0.03,
        parts=(("dark chocolate", 0.95), ("neutral oil", 0.05)), sets="icing_set_glace", work="drizzle_piece",
    ),
    FinishKind.SPRINKLES: _Facts(
        label="Sprinkles", when=When.COLD, how="Strew at once, before the glaze or icing sets.", g_cm2=0.03,
        parts=(("sprinkles", 1.0),), sets=None, work=2.0,
    ),
    FinishKind.POWDERED_SUGAR: _Facts(
        label="Icing sugar dusting", when=When.COLD, how="Sift over when cold; warm cookies melt it.", g_cm2=0.02,
        parts=(("icing sugar", 1.0),), sets=None, work=1.0,
    ),
}  # fmt: skip
