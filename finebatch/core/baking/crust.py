"""Which colours has the cookie: raw, at its rim, in its middle, underneath? As the eye measures them, and as a screen shows them."""

import itertools
import math

from ..bakemodel import Prediction, shade
from ..base import Interval, Lab, Value, hex_of, mixed
from ..dough import RAW_COCOA, RAW_MOLASSES, RAW_WHEAT, Tints

# Lab of a wheat dough's crust by browning index: the middles of the words' ranges. Judged, not measured.
ANCHORS: tuple[tuple[float, Lab], ...] = (
    (0.05, RAW_WHEAT), (0.20, (79.0, 4.0, 27.0)), (0.50, (71.0, 8.0, 34.0)), (1.10, (62.0, 13.0, 38.0)), (2.10, (49.0, 15.0, 33.0)),
    (4.00, (35.0, 12.0, 20.0)),
)  # fmt: skip
TONES_AT = tuple(index for index, _ in ANCHORS)  # the browning index of each tone of a scale
BAKED_DARKER = 0.8  # a dark dough's crust, by how light it is raw (judged)
MIDDLE_OF_RIM = 0.45  # the middle of the top stays wet longer than the rim (judged)


class Crust(Value):
    """Colours as sRGB (#rrggbb), each with the word a baker has for it; `dark` where the dough's own colour hides the browning."""

    raw: str
    rim: str
    middle: str
    under: str
    rim_word: str
    middle_word: str
    under_word: str
    palest: str  # the rim at the ends of its range
    palest_word: str
    darkest: str
    darkest_word: str
    dark: bool


def crust_of(baked: Prediction, tints: Tints, crust_ln: float = 0.0) -> Crust:
    """The colours of a bake by its browning, in a dough tinted so. `crust_ln` is what the family's own cue says of its ln browning."""
    rim, under = _shifted(baked.rim, crust_ln), _shifted(baked.under, crust_ln)
    middle = MIDDLE_OF_RIM * rim.value

    def shown(index: float) -> str:
        return hex_of(crust_lab(index, tints))

    return Crust(
        raw=hex_of(tints.of(RAW_WHEAT, RAW_COCOA, RAW_MOLASSES)), rim=shown(rim.value), middle=shown(middle), under=shown(under.value),
        rim_word=shade(rim.value), middle_word=shade(middle), under_word=shade(under.value), palest=shown(rim.low),
        palest_word=shade(rim.low), darkest=shown(rim.high), darkest_word=shade(rim.high), dark=tints.cocoa > 0.5,
    )  # fmt: skip


class Tone(Value):
    """A word for a crust, and its colour in some dough (#rrggbb)."""

    word: str
    colour: str


def scale_of(tints: Tints) -> tuple[Tone, ...]:
    """The words for a crust with the colour of each in a dough tinted so, from white to dark: a scale to hold a cookie against.

    >>> [tone.word for tone in scale_of(Tints())]
    ['white', 'pale', 'light gold', 'golden', 'brown', 'dark']
    """
    return tuple(Tone(word=shade(index), colour=hex_of(crust_lab(index, tints))) for index, _ in ANCHORS)


def tone_at(scale: tuple[Tone, ...], index: float) -> str:
    """The colour (#rrggbb) of a crust at a browning index, between the tones of its scale, as a screen mixes them."""
    if index <= TONES_AT[0]:
        return scale[0].colour
    for n in range(1, len(TONES_AT)):
        if index <= TONES_AT[n]:
            part = (index - TONES_AT[n - 1]) / (TONES_AT[n] - TONES_AT[n - 1])
            return _between(scale[n - 1].colour, scale[n].colour, part)
    return scale[-1].colour


def _between(a: str, b: str, part: float) -> str:
    pairs = ((int(a[n : n + 2], 16), int(b[n : n + 2], 16)) for n in (1, 3, 5))
    return "#" + "".join(f"{round(x + part * (y - x)):02x}" for x, y in pairs)


def _shifted(index: Interval, ln: float) -> Interval:
    more = math.exp(ln)
    return Interval(value=more * index.value, low=more * index.low, high=more * index.high)


def crust_lab(index: float, tints: Tints) -> Lab:
    """A crust's Lab colour by its browning index: between the anchors by the logarithm of the index, then toward the dough's own
    dark colours.

    >>> crust_lab(1.10, Tints())
    (62.0, 13.0, 38.0)
    """
    return tints.of(_wheat(index), _darker(RAW_COCOA, index), _darker(RAW_MOLASSES, index))


def _wheat(index: float) -> Lab:
    if index <= ANCHORS[0][0]:
        return ANCHORS[0][1]
    for (low, paler), (high, darker) in itertools.pairwise(ANCHORS):
        if index <= high:
            return mixed(paler, darker, math.log(index / low) / math.log(high / low))
    return ANCHORS[-1][1]


def _darker(raw: Lab, index: float) -> Lab:
    """A dark dough browns too, though less is seen of it: down to a share of its lightness as a wheat crust goes to dark."""
    lightest, darkest = ANCHORS[0][1][0], ANCHORS[-1][1][0]
    gone = (lightest - _wheat(index)[0]) / (lightest - darkest)
    return (raw[0] * (1 - (1 - BAKED_DARKER) * gone), raw[1], raw[2])
