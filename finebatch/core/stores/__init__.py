"""What is in the house, what to buy, what it costs, what is frozen, what goes on the label."""

from .boxes import Boxes, BoxKind, BoxPlan, KindSize, planned, size_of
from .cost import BatchCost, Packaging, cost_of, energy_cost, energy_kwh_of_day, whole_batch
from .freezer import Keeps, Kept, Put, firsts, kept, to_bake, unlikely_put
from .label_layout import LaidLabel, laid_out, pages
from .label_sheet import LabelPaper, LabelSheet
from .labels import Label, LabelText, label_text, stuff_of
from .making import Makes, makes_of
from .needs import Needs, needs_of, needs_of_all
from .packs import PackSize
from .pantry import (
    Came,
    Level,
    Move,
    MoveKind,
    PantryItem,
    Shelved,
    in_packs,
    levels_of,
    shelved,
    taken_down,
    unlikely_amount,
    usual_item,
)
from .prices import Cost, Price, per_gram, unlikely_price
from .said import grams_said, piece_g_of
from .shopping import BatchWanted, Marked, OwnItem, Shopping, ShoppingLine, ShoppingList, bought_of, shopping_of
from .thing import KINDS, Thing

__all__ = [
    "KINDS",
    "BatchCost",
    "BatchWanted",
    "BoxKind",
    "BoxPlan",
    "Boxes",
    "Came",
    "Cost",
    "Keeps",
    "Kept",
    "KindSize",
    "Label",
    "LabelPaper",
    "LabelSheet",
    "LabelText",
    "LaidLabel",
    "Level",
    "Makes",
    "Marked",
    "Move",
    "MoveKind",
    "Needs",
    "OwnItem",
    "PackSize",
    "Packaging",
    "PantryItem",
    "Price",
    "Put",
    "Shelved",
    "Shopping",
    "ShoppingLine",
    "ShoppingList",
    "Thing",
    "bought_of",
    "cost_of",
    "energy_cost",
    "energy_kwh_of_day",
    "firsts",
    "grams_said",
    "in_packs",
    "kept",
    "label_text",
    "laid_out",
    "levels_of",
    "makes_of",
    "needs_of",
    "needs_of_all",
    "pages",
    "per_gram",
    "piece_g_of",
    "planned",
    "shelved",
    "shopping_of",
    "size_of",
    "stuff_of",
    "taken_down",
    "to_bake",
    "unlikely_amount",
    "unlikely_price",
    "unlikely_put",
    "usual_item",
    "whole_batch",
]
