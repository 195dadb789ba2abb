"""The other way round: from what is wished to the dough that gives it."""

from .wish import SizeWish, form_for

__all__ = ["SizeWish", "form_for"]
