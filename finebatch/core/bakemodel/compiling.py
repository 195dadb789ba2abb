"""The time loop runs compiled where the compiler is installed, and as plain Python (some hundred times slower) where it is not."""

import hashlib
import os
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar, cast

F = TypeVar("F", bound=Callable[..., Any])
HERE = Path(__file__).parent

njit: Callable[..., Any] | None
try:
    import numba

    njit = numba.njit
    if os.access(HERE, os.W_OK):
        # A compiled function does not notice that one it calls in another file has changed: all are kept by all their sources.
        sources = hashlib.sha256(b"".join(file.read_bytes() for file in sorted(HERE.glob("*.py")))).hexdigest()[:12]
        numba.config.CACHE_DIR = str(HERE / "__pycache__" / f"loop-{sources}")  # type: ignore[attr-defined]
except ImportError:
    njit = None


def compiled(function: F) -> F:
    """`function` compiled at its first call and kept beside the module; it lets other threads run meanwhile."""
    if njit is None:
        return function
    made = njit(cache=True, nogil=True, error_model="numpy", fastmath=True)(function)
    return cast(F, made)
