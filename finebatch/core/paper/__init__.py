"""What is printed at 1:1."""

from .guides import guides_of

__all__ = ["guides_of"]
