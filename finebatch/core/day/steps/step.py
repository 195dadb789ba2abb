"""One step of a plan: what, where, on which tray, from when to when."""

from enum import StrEnum

from ...base import Value


class Kind(StrEnum):
    """What is done."""

    BROWN = "brown"
    SOFTEN = "soften"
    THAW = "thaw"
    WEIGH = "weigh"
    MIX = "mix"
    STAND = "stand"
    DIVIDE = "divide"
    CHILL = "chill"
    TEMPER = "temper"
    PREHEAT = "preheat"
    OVEN_CHANGE = "oven_change"
    FORM = "form"
    WAIT = "wait"
    PARK = "park"
    WASH = "wash"
    LOAD = "load"
    BAKE = "bake"
    LOOK = "look"
    TURN = "turn"
    UNLOAD = "unload"
    HOT = "hot"
    REST = "rest"
    TRANSFER = "transfer"
    COOL = "cool"
    TRAY_COOL = "tray_cool"
    ICE = "ice"
    DRY = "dry"
    PACK = "pack"


class Lane(StrEnum):
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
    """Seconds count from the start of the plan. `dough` counts doughs from 0 and `load` trays of work; `tray` is the tray's
    name (a letter), `oven` and `rack` count from 1, and so does `person`, whose hands it takes where there is more than one pair; `why` says what keeps the step from standing earlier."""

    kind: Kind
    title: str
    detail: str = ""
    place: Lane
    heat: Heat
    start_s: int
    end_s: int
    dough: int | None = None
    load: int | None = None
    tray: str | None = None
    oven: int | None = None
    rack: int | None = None
    person: int | None = None
    why: str = ""
