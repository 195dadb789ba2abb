"""A balanced dough of every family."""

from fastapi import APIRouter

from ...core.bench import Starter, starters

router = APIRouter(prefix="/api/starters", tags=["formulas"])


@router.get("", operation_id="listStarters")
def list_starters() -> list[Starter]:
    """A balanced starter of every family."""
    return list(starters())
