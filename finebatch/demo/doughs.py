"""Our own formulas. One is written in grams, one in cups and sticks, one mixes both, as cards do."""

from ..core.assess import DoughSpec
from ..core.bakemodel import Mixing
from ..core.dough import Making
from ..core.forming import CutoutForm, ScoopForm
from ..core.formula import split_card
from ..core.oven import OvenSetting, Scale

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


def demo_doughs() -> list[DoughSpec]:
    """The doughs of the picnic, the one to open first last."""
    return [
        _dough("Engine Room Ginger", ENGINE_ROOM_GINGER, ScoopForm(portion_g=22), 175, making=Making(chill_h=0.5)),
        _dough("Tide Rounds", TIDE_ROUNDS, CutoutForm(thickness_mm=5, cutter_mm=58), 175, making=Making(chill_h=1)),
        _dough("Bell Buoy Oats", BELL_BUOY_OATS, ScoopForm(scoop_no=40), 350, Scale.F),
        _dough(
            "Deck Drops", DECK_DROPS, ScoopForm(portion_g=38), 180, making=Making(mixing=Mixing.ONE_STAGE, chill_h=1)
        ),
    ]


def _dough(
    name: str,
    card: str,
    form: ScoopForm | CutoutForm,
    oven: float,
    scale: Scale = Scale.C,
    making: Making | None = None,
) -> DoughSpec:
    return DoughSpec(
        name=name,
        lines=tuple(split_card(card)),
        making=making or Making(),
        form=form,
        oven=OvenSetting(value=oven, scale=scale),
    )
