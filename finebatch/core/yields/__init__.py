"""What the batch comes to: counted, weighed, with what each piece holds."""

from .batch import Batch
from .statement import Yield, yield_of

__all__ = ["Batch", "Yield", "yield_of"]
