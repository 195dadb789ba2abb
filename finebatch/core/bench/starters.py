"""A balanced starter dough for every family, so that nobody starts from an empty page (`reference/starters.toml`)."""

import tomllib
from functools import cache
from importlib.resources import files
from typing import Any

from pydantic import TypeAdapter

from ..bakemodel import FatState, Mixing
from ..base import Value
from ..card import split_card
from ..dough import Making, styles
from ..forming import AnyForm, Form
from ..kitchen import OvenSetting
from .spec import DoughSpec

_FORM: TypeAdapter[AnyForm] = TypeAdapter(Form)


class Starter(Value):
    """A starter and the family it is of."""

    style_id: str
    style_label: str
    cue: str
    spec: DoughSpec


@cache
def starters() -> tuple[Starter, ...]:
    """All starters, in the order of the style table."""
    text = files("finebatch.reference").joinpath("starters.toml").read_text(encoding="utf-8")
    entries = tomllib.loads(text)
    return tuple(_starter(id, entries[id]) for id in styles() if id in entries)


def _starter(id: str, entry: dict[str, Any]) -> Starter:
    style = styles()[id]
    spec = DoughSpec(
        name=entry["name"],
        style_id=id,
        lines=tuple(split_card(entry["card"])),
        making=Making(mixing=Mixing(entry["mixing"]), fat_state=FatState(entry["fat"]), chill_h=entry["chill_h"]),
        form=_FORM.validate_python(entry["form"]),
        oven=OvenSetting(value=entry["oven_c"]),
    )
    return Starter(style_id=id, style_label=style.label, cue=style.cue, spec=spec)
