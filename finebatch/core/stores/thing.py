"""Whatever the stores keep, as one of its kinds."""

from typing import Annotated

from pydantic import Field

from .boxes import Boxes
from .cost import Packaging
from .freezer import Put
from .labels import Label
from .pantry import Move, PantryItem
from .prices import Price
from .shopping import ShoppingList

Thing = Annotated[
    PantryItem | Move | Price | Packaging | ShoppingList | Put | Label | Boxes, Field(discriminator="kind")
]
KINDS = ("pantry", "move", "price", "packaging", "shopping", "put", "label", "boxes")
