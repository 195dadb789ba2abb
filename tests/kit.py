"""Doughs and kitchens for tests: made of the catalogue, as a baker's own are."""

import csv
import json
import math
from pathlib import Path
from typing import Any

from finebatch.core.bakemodel import shapes
from finebatch.core.bakemodel.bakeware import EndStyle
from finebatch.core.bakemodel.case import Case, Shift, only
from finebatch.core.bakemodel.mix import FatState, Material, Mixing, material, mix_of
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.card.headings import split_card
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.scoop import ScoopForm
from finebatch.core.ingredients.catalogue import catalogue
from finebatch.core.kitchen.bakeware import Liner, TrayKind

DATA = Path(__file__).parent / "data"

DROP_CARD = """2¼ cups plain flour
1 tsp baking soda
1 tsp salt
2 sticks soft butter
¾ cup granulated sugar
¾ cup packed light brown sugar
2 large eggs
2 tsp vanilla extract
200 g dark chocolate, chopped"""

CUT_CARD = """300 g plain flour
200 g unsalted butter
120 g caster sugar
1 egg
¼ tsp fine salt"""


def drop_dough(**settings: Any) -> DoughSpec:
    """A scooped dough of DROP_CARD."""
    return DoughSpec(**{"lines": tuple(split_card(DROP_CARD)), "form": ScoopForm(portion_g=40), **settings})


def cut_dough(**settings: Any) -> DoughSpec:
    """A rolled dough of CUT_CARD."""
    return DoughSpec(**{"lines": tuple(split_card(CUT_CARD)), "form": CutoutForm(), **settings})


def bake_cases() -> list[dict[str, Any]]:
    """The calibration cases: formula, form, process and target ranges."""
    cases: list[dict[str, Any]] = json.loads((DATA / "bake_cases.json").read_text())
    return cases


def _number(cell: str) -> float:
    return float(cell) if cell else 0.0


def generic_materials() -> dict[str, Material]:
    """The compositions with which the model was fitted, by their generic names."""
    kinds = {"butter": "butter", "shortening": "short", "oil": "oil"}
    eggs = {"egg": 1.0, "eggwhite": 1.0, "eggyolk": 0.75}
    found = {}
    with (DATA / "bake_ingredients.csv").open() as file:
        for row in csv.DictReader(file):
            name = row["ingredient"]
            share = row["network_share_of_protein"]
            found[name] = Material(
                **{
                    field: _number(row[field])
                    for field in ("water", "fat", "sucrose", "invert", "starch", "protein", "fibre", "other", "polyol")
                },
                binding_g_per_g=_number(row["water_binding_g_per_g"]),
                network_share=float(share) if share else None,
                fat_held_share=_number(row["fat_held_share"]),
                inclusion=row["inclusion_kind"],
                fat_kind=kinds.get(name, ""),
                egg_protein_share=eggs.get(name),
                polyol_solubility=_number(row["polyol_solubility_25C_g_per_g"]) or 1.0,
                polyol_slope_per_k=_number(row["polyol_ln_slope_1_per_K"]),
                soda_share=1.0 if name == "soda" else 0.0,
                powder_share=1.0 if name == "bp" else 0.0,
                dark=name == "cocoa",
            )
    return found


# Which catalogue ingredient each generic name stands for.
CATALOGUE_OF = {
    "flour": "flour_ap", "softflour": "flour_pastry", "cakeflour": "flour_cake", "breadflour": "flour_bread",
    "wholeflour": "flour_whole_wheat", "starch": "cornstarch", "butter": "butter_unsalted", "shortening": "shortening",
    "oil": "oil_neutral", "sugar": "sugar_granulated", "brownsugar": "sugar_light_brown", "syrup": "golden_syrup",
    "dextrose": "allulose", "egg": "egg_whole", "eggwhite": "egg_white", "eggyolk": "egg_yolk", "milk": "milk_whole",
    "water": "water", "cocoa": "cocoa_natural", "pbutter": "peanut_butter", "oats": "oats_rolled",
    "chips": "choc_chips_dark", "nuts": "walnuts", "raisins": "raisins", "brittle": "toffee_pieces",
    "nutflour": "almonds_ground", "erythritol": "erythritol", "xylitol": "xylitol", "salt": "salt_fine",
    "soda": "baking_soda", "bp": "baking_powder",
}  # fmt: skip


def catalogue_materials() -> dict[str, Material]:
    """The same names, with the compositions the app ships."""
    return {name: material(catalogue()[id]) for name, id in CATALOGUE_OF.items()}


def _side_mm(geometry: dict[str, float]) -> float:
    return 10 * math.sqrt(geometry["area_cm2"])


def case_of(described: dict[str, Any], materials: dict[str, Material], shift: Shift | None = None) -> Case:
    """A calibration case for the model."""
    mix = mix_of(
        [(materials[name], grams) for name, grams in described["formula_g"].items()],
        Mixing(described["method"]),
        FatState(described["fat_state"]),
        described["soda_acid_share"],
        described["rest_h"],
    )
    geometry, density = described["geometry"], mix.density_kg_m3
    shape = {
        "disc": lambda: shapes.disc(geometry["diam_mm"], geometry["thick_mm"], density),
        "mound": lambda: shapes.mound(geometry["mass_g"], density),
        "ball": lambda: shapes.ball(geometry["mass_g"], density),
        "flat": lambda: shapes.flattened(geometry["mass_g"], geometry["thick_mm"], density),
        "pan": lambda: shapes.pan(_side_mm(geometry), _side_mm(geometry), geometry["thick_mm"], density),
        "sheet": lambda: shapes.sheet(240, 330, geometry["thick_mm"], density),
        "log": lambda: shapes.log(geometry["mass_g"], geometry["diam_mm"], geometry["length_mm"], density),
    }[described["form"]]()
    style = {"panlight": "pan", "logfirst": "log_first"}.get(described["style"], described["style"])
    return Case(
        mix=mix,
        shape=shape,
        oven_c=described["oven_c"],
        ends=only(EndStyle(style)),
        dough_c=described["dough_c"],
        fan=bool(described["fan"]),
        altitude_m=described["altitude_m"],
        tray=TrayKind({"insul": "insulated"}.get(described["tray"], described["tray"])),
        liner=Liner(described["liner"]),
        shift=shift or Shift(),
    )
