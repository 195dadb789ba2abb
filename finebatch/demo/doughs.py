"""Our own formulas for the ferry's picnic, one for every form. Some are written in grams, one in cups and sticks, one mixes
both, as cards do."""

from ..core.bakemodel import FatState, Mixing
from ..core.bench import DoughSpec, Keep, Share
from ..core.card import split_card
from ..core.dough import Making
from ..core.finishing import Finishing, FinishKind
from ..core.forming import (
    AnyForm,
    BallForm,
    BatterForm,
    Cooling,
    CutoutForm,
    Figure,
    LogForm,
    PanForm,
    PanShape,
    RopeForm,
    RuskForm,
    ScoopForm,
    SheetForm,
)
from ..core.kitchen import OvenSetting, Scale

DECK_DROPS = """\
150 g browned butter, cooled
110 g soft dark brown sugar
90 g granulated sugar
1 large egg
1 tsp vanilla extract
150 g plain flour
60 g dark rye flour
½ tsp baking soda
½ tsp fine salt
140 g dark chocolate, chopped
60 g pumpkin seeds, toasted"""

BELL_BUOY_OATS = """\
1½ sticks soft butter
¾ cup packed light brown sugar
½ cup granulated sugar
1 large egg
2 tsp vanilla extract
1¼ cups plain flour
½ tsp baking soda
¾ tsp table salt
2 cups rolled oats
¾ cup raisins"""

TIDE_ROUNDS = """\
225 g unsalted butter, soft
130 g caster sugar
1 medium egg
300 g plain flour
90 g semolina
1½ tsp ground cardamom
½ tsp fine salt
2 to 3 tsp whole milk
For the glaze:
150 g icing sugar
2 tbsp blackcurrant jam
1 tbsp lemon juice"""

ENGINE_ROOM_GINGER = """\
110 g butter, softened
100 g dark muscovado sugar
1 egg
3 tbsp golden syrup
280 g plain flour
2 tsp ground ginger
1 tsp cinnamon
1 tsp baking soda
¼ tsp salt"""

BUOY_THUMBPRINTS = """\
160 g soft unsalted butter
60 g tahini
110 g caster sugar
2 egg yolks
260 g plain flour
½ tsp fine salt
For the filling:
120 g gooseberry jam"""

LAMP_ROOM_FINGERS = """\
200 g plain flour
60 g oat flour
175 g cold unsalted butter
85 g caster sugar
3 g fine salt, smoked"""

SLIPWAY_SLICES = """\
170 g soft unsalted butter
95 g icing sugar
1 egg yolk
2 tsp lime zest
250 g plain flour
45 g black sesame seeds
2 g fine salt"""

KEEPERS_RUSKS = """\
250 g plain flour
170 g granulated sugar
2 large eggs
1 egg yolk
1 tsp baking powder
¼ tsp fine salt
2 tsp fennel seed
100 g hazelnuts
90 g dried figs, chopped"""

PILOT_RUSKS = """\
210 g plain flour
50 g buckwheat flour
80 g soft unsalted butter
130 g caster sugar
1½ medium eggs
1¼ tsp baking powder
¼ tsp fine salt
110 g dried pears, chopped"""

HARBOUR_KNOTS = """\
100 g soft unsalted butter
85 g caster sugar
1 egg
25 ml whole milk
260 g plain flour
1 tsp baking powder
¼ tsp fine salt
2 tsp caraway seed"""

SAIL_CRISPS = """\
100 g plain flour
110 g caster sugar
2 large eggs
40 g unsalted butter, melted
¼ tsp fine salt
2 tsp poppy seeds"""

GANGWAY_SQUARES = """\
130 g plain flour
110 g dark rye flour
60 g cold unsalted butter
30 g caster sugar
80 ml whole milk
½ tsp baking powder
5 g fine salt"""


_SLIPWAY_OVEN = OvenSetting(value=168)
SLIPWAY_SHARES = (
    Share(id="thick", name="Thick, drizzled", amount=35, form=LogForm(log_mm=42, slice_mm=12), oven=_SLIPWAY_OVEN,
          finishings=(Finishing(kind=FinishKind.DRIZZLE, cover_pct=60),)),
    Share(id="log", name="Freezer log", amount=25, keep=Keep.FREEZER, form=LogForm(log_mm=42, slice_mm=7), oven=_SLIPWAY_OVEN),
)  # fmt: skip

FAIR = ("harbour fair",)


def demo_doughs() -> list[DoughSpec]:
    """The doughs of the picnic, the one to open first last."""
    rubbed = Making(mixing=Mixing.RUB_IN, fat_state=FatState.COLD)
    return [
        _dough("Gangway Squares", GANGWAY_SQUARES, SheetForm(thickness_mm=2), 188, making=rubbed.model_copy(update={"chill_h": 0.5})),
        _dough("Sail Crisps", SAIL_CRISPS, BatterForm(spoon_ml=7.5, spread_mm=4, shaped_hot=True), 175,
               making=Making(mixing=Mixing.FOAM, fat_state=FatState.MELTED)),
        _dough("Harbour Knots", HARBOUR_KNOTS, RopeForm(figure=Figure.KNOT, rope_mm=13, length_mm=170), 180, making=Making(chill_h=0.5),
               finishings=(Finishing(kind=FinishKind.EGG_WASH),)),
        _dough("Pilot Rusks", PILOT_RUSKS, RuskForm(logs=2, log_mm=50, length_mm=260, slice_mm=14, angle_deg=0, cooling=Cooling.COLD), 165),
        _dough("Keeper's Rusks", KEEPERS_RUSKS, RuskForm(logs=2, log_mm=55, length_mm=270, slice_mm=12, angle_deg=30), 165,
               making=Making(mixing=Mixing.ONE_STAGE)).but(tags=FAIR),
        _dough("Slipway Slices", SLIPWAY_SLICES, LogForm(log_mm=42, slice_mm=7), 168, making=Making(chill_h=2)).but(shares=SLIPWAY_SHARES),
        _dough("Lamp-room Fingers", LAMP_ROOM_FINGERS, PanForm(shape=PanShape.SQUARE, width_mm=200, across=2, along=9), 160, making=rubbed),
        _dough("Buoy Thumbprints", BUOY_THUMBPRINTS, BallForm(portion_g=18, pressed_mm=16, filling_g=4), 172, making=Making(chill_h=0.5)),
        _dough("Engine Room Ginger", ENGINE_ROOM_GINGER, ScoopForm(portion_g=22), 175, making=Making(chill_h=0.5)),
        _dough("Tide Rounds", TIDE_ROUNDS, CutoutForm(thickness_mm=5, cutter_mm=58, small_mm=36), 175, making=Making(chill_h=1)).but(tags=FAIR),
        _dough("Bell Buoy Oats", BELL_BUOY_OATS, ScoopForm(scoop_no=40), 350, Scale.F),
        _dough("Deck Drops", DECK_DROPS, ScoopForm(portion_g=38), 180, making=Making(mixing=Mixing.ONE_STAGE, chill_h=1)).but(tags=FAIR),
    ]  # fmt: skip


def _dough(
    name: str, card: str, form: AnyForm, oven: float, scale: Scale = Scale.C, making: Making | None = None,
    finishings: tuple[Finishing, ...] = (),
) -> DoughSpec:  # fmt: skip
    return DoughSpec(
        name=name,
        lines=tuple(split_card(card)),
        making=making or Making(),
        form=form,
        oven=OvenSetting(value=oven, scale=scale),
        finishings=finishings,
    )
