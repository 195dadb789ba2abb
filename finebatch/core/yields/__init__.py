"""What the batch comes to: counted, weighed, with what each piece holds."""

from .statement import Yield, yield_of

__all__ = ["Yield", "yield_of"]
