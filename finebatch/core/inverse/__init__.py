"""The other way round: from a wish to the size, or to the dough, that meets it."""

from .answers import Granted, Offered, Stock, Traded, TradeMap, Wished
from .asked import CookieWish
from .log_sizes import LogSize, log_sizes
from .running import changes_to, granted, granted_first, opened, traded
from .wish import SizeWish, form_for

__all__ = [
    "CookieWish",
    "Granted",
    "LogSize",
    "Offered",
    "SizeWish",
    "Stock",
    "TradeMap",
    "Traded",
    "Wished",
    "changes_to",
    "form_for",
    "granted",
    "granted_first",
    "log_sizes",
    "opened",
    "traded",
]
