"""How this baker fills cups and spoons, and which country's sizes they mean."""

from enum import StrEnum

from ..ingredients import US_CUP_ML, US_TBSP_ML, US_TSP_ML
from ..value import Value


class CupFill(StrEnum):
    """Flour spooned into the cup and levelled, or the cup scooped through the bag."""

    SPOONED = "spooned"
    SCOOPED = "scooped"


class Region(StrEnum):
    """Whose cups, spoons and eggs are meant."""

    US = "us"
    UK = "uk"
    AU = "au"


CUP_ML = {Region.US: US_CUP_ML, Region.UK: 250.0, Region.AU: 250.0}
TBSP_ML = {Region.US: US_TBSP_ML, Region.UK: 15.0, Region.AU: 20.0}
TSP_ML = {Region.US: US_TSP_ML, Region.UK: 5.0, Region.AU: 5.0}
FL_OZ_ML = {Region.US: 29.574, Region.UK: 28.413, Region.AU: 28.413}
PINT_ML = {Region.US: 473.176, Region.UK: 568.261, Region.AU: 568.261}

# What an egg with no size said weighs without its shell, by country: the `piece_g` keys of the egg rows.
EGG_SIZE = {Region.US: "large", Region.UK: "uk_medium", Region.AU: "au_large"}


class Habit(Value):
    """The measuring habit of a kitchen; changing it changes the grams of every volume line at once."""

    cup_fill: CupFill = CupFill.SPOONED
    region: Region = Region.US
