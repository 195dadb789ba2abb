"""Recipes from files."""

from fastapi import APIRouter
from pydantic import Field

from ...core.base import Value
from ...formats.jsonld import Imported
from ..deps import TheWorkers
from ..reading import read_recipe

router = APIRouter(prefix="/api/imports", tags=["formulas"])


class ImportText(Value):
    """A JSON-LD recipe, or a card in plain text or Markdown."""

    text: str = Field(max_length=1_000_000)


@router.post("", operation_id="importDough")
async def import_dough(request: ImportText, workers: TheWorkers) -> Imported:
    """Read a recipe from JSON-LD, Markdown or plain text; nothing is saved. 422 at `text` where it is none."""
    return await read_recipe(workers.reading, request.text)
