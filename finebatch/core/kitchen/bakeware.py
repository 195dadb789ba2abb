"""What trays are made of and lined with: the names. What they do to a bake is the bake model's."""

from enum import StrEnum


class TrayKind(StrEnum):
    """What the tray is made of."""

    LIGHT = "light"
    DARK = "dark"
    INSULATED = "insulated"
    SILICONE = "silicone"


class Liner(StrEnum):
    """What lies between tray and dough."""

    PARCHMENT = "parchment"
    BARE = "bare"
    GREASED = "greased"
    MAT = "mat"
