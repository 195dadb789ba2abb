"""One step of a plan: what, where, on which tray, from when to when."""

from enum import StrEnum

from ..value import Value


class Kind(StrEnum):
    """What is done."""

    SOFTEN = "soften"
    WEIGH = "weigh"
    MIX = "mix"
    CHILL = "chill"
    TEMPER = "temper"
    PREHEAT = "preheat"
    FORM = "form"
    WAIT = "wait"
    LOAD = "load"
    BAKE = "bake"
    TURN = "turn"
    UNLOAD = "unload"
    REST = "rest"
    TRANSFER = "transfer"
    COOL = "cool"
    TRAY_COOL = "tray_cool"


class Place(StrEnum):
    """Where it happens: the lanes of the board."""

    HANDS = "hands"
    COUNTER = "counter"
    FRIDGE = "fridge"
    OVEN = "oven"
    COOLING = "cooling"


class Heat(StrEnum):
    """How warm the thing is, in the words used through the whole app."""

    CHILLED = "chilled"
    COOL_ROOM = "cool_room"
    SOFT = "soft"
    HOT = "hot"
    COOLING = "cooling"
    COLD = "cold"


class Step(Value):
    """Seconds count from the start of the plan. `load` counts trays from 0; `tray` is a letter, `rack` from 1."""

    kind: Kind
    title: str
    detail: str = ""
    place: Place
    heat: Heat
    start_s: int
    end_s: int
    load: int | None = None
    tray: str | None = None
    rack: int | None = None
