"""How this baker fills cups and spoons, and which country's sizes they mean."""

from enum import StrEnum

from pydantic import Field

from ..base import US_CUP_ML, US_TBSP_ML, US_TSP_ML, Value


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


class OwnCup(Value):
    """This baker's own cup of one ingredient, weighed once."""

    ingredient_id: str = Field(max_length=60)
    cup_g: float = Field(gt=5, le=600)


class SettledName(Value):
    """A name that can mean several things, and what it means in this kitchen."""

    name: str = Field(max_length=80)
    ingredient_id: str = Field(max_length=60)


class OwnMeasure(Value):
    """A vessel of this household, and how much it holds: "grandma's cup", "ladle"."""

    name: str = Field(max_length=60)
    holds_ml: float = Field(gt=0, le=2000)


class Habit(Value):
    """The measuring habit of a kitchen; changing it changes the grams of every volume line at once."""

    cup_fill: CupFill = CupFill.SPOONED
    region: Region = Region.US
    own_cups: tuple[OwnCup, ...] = Field(default=(), max_length=100)
    own_measures: tuple[OwnMeasure, ...] = Field(default=(), max_length=60)
    settled: tuple[SettledName, ...] = Field(default=(), max_length=200)

    def own_cup_g(self, ingredient_id: str) -> float | None:
        """Grams in this baker's cup of an ingredient, if it was weighed."""
        return next((own.cup_g for own in self.own_cups if own.ingredient_id == ingredient_id), None)

    def own_measure_ml(self, name: str) -> float | None:
        """Millilitres of a vessel of this household, if that was said."""
        return next((own.holds_ml for own in self.own_measures if own.name == name), None)

    def settled_id(self, name: str) -> str | None:
        """What a disputed name was settled to mean here."""
        return next((known.ingredient_id for known in self.settled if known.name == name), None)
