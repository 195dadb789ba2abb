"""The other way round: from a wish to the size that meets it."""

from .log_sizes import LogSize, log_sizes
from .wish import SizeWish, form_for

__all__ = ["LogSize", "SizeWish", "form_for", "log_sizes"]
