"""Every finish: what it is made of, when it goes on, how it is done."""

from enum import StrEnum

from pydantic import Field

from ..base import Value
from ..card import Part


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
    TOPPING = "topping"
    INFUSED_FAT = "infused_fat"
    GREASED_SHEET = "greased_sheet"


class Topping(StrEnum):
    """What is pressed on raw."""

    HALF_NUT = "half_nut"
    WHOLE_NUT = "whole_nut"
    SEEDS = "seeds"
    SPRINKLES = "sprinkles"


class Per(StrEnum):
    """What an amount is for: each piece, each tray, or the dough as a whole."""

    PIECE = "piece"
    TRAY = "tray"
    DOUGH = "dough"


class When(StrEnum):
    """When it goes on; `first` is before the dough is mixed."""

    FIRST = "first"
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
    """One finish: the share of the surface it covers, or grams on each where the baker knows better; how many coats.

    `of_card` makes it of the card's own lines: None does so where it is what those lines are for.
    """

    kind: FinishKind
    cover_pct: float = Field(default=100.0, ge=1, le=100)
    each_g: float | None = Field(default=None, gt=0, le=100)
    coats: int = Field(default=1, ge=1, le=4)
    of_card: bool | None = None
    topping: Topping = Topping.HALF_NUT


class _Facts(Value):
    label: str
    when: When
    how: str
    g_cm2: float
    parts: tuple[tuple[str, float], ...]  # shares that sum to 1
    sets: str | None  # the process table's step
    work: str | float  # that table's step, or seconds a piece
    on: Surface = Surface.TOP
    per: Per = Per.PIECE
    card: Part | None = None  # the part of a card that is meant for it
    coatable: bool = False  # more than one coat makes sense
    bowl: bool = True  # a tenth more is made than is laid on


class ToppingFacts(Value):
    """Grams on each piece, or on each cm2 of the raw top where it is strewn; seconds of work a piece."""

    name: str
    each_g: float = 0.0
    g_cm2: float = 0.0
    work_s: float = 2.0


# Weighed usage of the trade: a walnut half and a blanched almond; seeds and sprinkles pressed on so that half the dough still shows.
TOPPINGS = {
    Topping.HALF_NUT: ToppingFacts(name="nut halves", each_g=2.0),
    Topping.WHOLE_NUT: ToppingFacts(name="whole nuts", each_g=1.2),
    Topping.SEEDS: ToppingFacts(name="seeds", g_cm2=0.06),
    Topping.SPRINKLES: ToppingFacts(name="sprinkles", g_cm2=0.05),
}
GREASE_G_CM2 = 0.002  # what a wiped film keeps, and the paper takes as much (judged)
INFUSED_PCT, KEPT_PCT = 5.0, 8.0  # leaves or spice to fat, and the fat they keep when strained; % of the fat (judged)

FACTS = {
    FinishKind.EGG_WASH: _Facts(
        label="Egg wash", when=When.BEFORE, how="Brush thinly just before the tray goes in.", g_cm2=0.012,
        parts=(("beaten egg", 0.8), ("milk or water", 0.2)), sets=None, work=2.0, on=Surface.RAW_TOP,
        card=Part.WASH, coatable=True,
    ),
    FinishKind.ROLLING_SUGAR: _Facts(
        label="Rolling sugar", when=When.BEFORE, how="Roll the raw balls in it before they go on the tray.", g_cm2=0.035,
        parts=(("coarse sugar", 1.0),), sets=None, work=2.0, on=Surface.RAW, card=Part.COATING,
    ),
    FinishKind.FILLING: _Facts(
        label="Filling", when=When.BEFORE, how="Fill the dent level, no higher: jam boils over. Jam straight from the oven burns.",
        g_cm2=0.0, parts=(("filling", 1.0),), sets="jam_set_after_bake", work=4.0, card=Part.FILLING, bowl=False,
    ),
    FinishKind.GLAZE: _Facts(
        label="Thin glaze", when=When.COLD, how="Brush or spoon on when fully cold.", g_cm2=0.08,
        parts=(("icing sugar", 0.80), ("citrus juice", 0.15), ("syrup", 0.05)), sets="icing_set_glace", work=6.0,
        card=Part.GLAZE, coatable=True,
    ),
    FinishKind.ROYAL_ICING: _Facts(
        label="Royal icing", when=When.COLD, how="Outline and flood when fully cold. Use pasteurised white.", g_cm2=0.14,
        parts=(("icing sugar", 0.83), ("egg white", 0.155), ("lemon juice", 0.015)), sets="icing_set_royal", work="ice_flat_piece",
        card=Part.GLAZE, coatable=True,
    ),
    FinishKind.DIP: _Facts(
        label="Chocolate dip", when=When.COLD, how="Dip when cold; let it drip, lay on paper. Hot chocolate burns.", g_cm2=0.15,
        parts=(("dark chocolate", 0.95), ("neutral oil", 0.05)), sets="icing_set_glace", work=6.0, on=Surface.ALL,
        card=Part.GLAZE, coatable=True,
    ),
    FinishKind.DRIZZLE: _Facts(
        label="Drizzle", when=When.COLD, how="Quick stripes from a spoon, when cold.", g_cm2=0.03,
        parts=(("dark chocolate", 0.95), ("neutral oil", 0.05)), sets="icing_set_glace", work="drizzle_piece",
        card=Part.GLAZE, coatable=True,
    ),
    FinishKind.SPRINKLES: _Facts(
        label="Sprinkles", when=When.COLD, how="Strew at once, before the glaze or icing sets.", g_cm2=0.03,
        parts=(("sprinkles", 1.0),), sets=None, work=2.0,
    ),
    FinishKind.POWDERED_SUGAR: _Facts(
        label="Icing sugar dusting", when=When.COLD, how="Sift over when cold; warm cookies melt it.", g_cm2=0.02,
        parts=(("icing sugar", 1.0),), sets=None, work=1.0,
    ),
    FinishKind.TOPPING: _Facts(
        label="Topping pressed on", when=When.BEFORE, how="Press it into the raw pieces on the tray, firmly enough to hold; nuts and seeds that stand free brown early.",
        g_cm2=0.0, parts=(), sets=None, work=2.0, on=Surface.RAW_TOP, card=Part.TOPPING, bowl=False,
    ),
    FinishKind.INFUSED_FAT: _Facts(
        label="Infused fat", when=When.FIRST, how="Warm the dough’s fat with leaves, tea, peel or whole spice below a simmer for 20 minutes, strain, press out, weigh again "
        "and make up what is missing. Let it set as the mixing wants it. Hot fat burns.",
        g_cm2=0.0, parts=(
            ("leaves, tea, peel or whole spice", INFUSED_PCT / (INFUSED_PCT + KEPT_PCT)),
            ("more of the fat, for what they keep", KEPT_PCT / (INFUSED_PCT + KEPT_PCT)),
        ),
        sets=None, work=300.0, per=Per.DOUGH, bowl=False,
    ),
    FinishKind.GREASED_SHEET: _Facts(
        label="Greased and wiped sheet", when=When.BEFORE, how="Grease the cold sheet thinly and wipe it with paper before the pieces go on; the more fat stays, the wider they run.",
        g_cm2=GREASE_G_CM2, parts=(("soft fat or oil", 1.0),), sets=None, work=25.0, per=Per.TRAY,
    ),
}  # fmt: skip

# What a finish calls by a plain word, by what it is at its most: who brushes with water loses nothing by "milk".
MEANS = {
    "beaten egg": "egg_whole", "milk or water": "milk_whole", "coarse sugar": "sugar_granulated", "icing sugar": "sugar_icing",
    "citrus juice": "juice_lemon", "lemon juice": "juice_lemon", "syrup": "golden_syrup", "egg white": "egg_white",
    "dark chocolate": "choc_dark_chopped", "neutral oil": "oil_neutral", "sprinkles": "sprinkles",
}  # fmt: skip
