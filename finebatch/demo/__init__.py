"""The invented kitchen above a boat shed, and its doughs for the ferry's centenary picnic."""

from .fill import fill

__all__ = ["fill"]
