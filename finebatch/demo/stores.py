"""The island kitchen's cupboard, freezer, prices, and the boxes for the picnic."""

from datetime import date, datetime, timedelta

from sqlalchemy.orm import Session

from ..core.bench import DoughSpec
from ..core.stores import (
    Boxes,
    BoxKind,
    Keeps,
    Label,
    Marked,
    Move,
    MoveKind,
    OwnItem,
    Packaging,
    PantryItem,
    Price,
    Put,
    ShoppingList,
    usual_item,
)
from ..store import stores
from ..store.doughs import SavedDough

# Grams there, grams below which more is bought, and what a usual pack costs at the quay.
CUPBOARD = {
    "flour_ap": (620, 1000, "1.19"), "flour_rye_dark": (420, 300, "2.49"), "semolina": (380, 0, "1.79"), "sugar_granulated": (180, 500, "1.09"),
    "sugar_caster": (620, 250, "1.69"), "sugar_dark_brown": (260, 250, "2.79"), "sugar_icing": (330, 200, "1.49"), "butter_unsalted": (330, 250, "2.89"),
    "egg_whole": (200, 300, "3.40"), "milk_whole": (500, 250, "1.29"), "choc_dark_chopped": (200, 200, "2.99"), "pumpkin_seed": (90, 0, "2.69"),
    "hazelnuts": (150, 0, "3.29"), "baking_soda": (120, 20, "0.99"), "baking_powder": (80, 20, "1.39"), "salt_fine": (450, 0, "0.79"),
    "jam": (225, 0, "3.10"), "tahini": (210, 0, "4.20"),
}  # fmt: skip


def stock(session: Session, shelf: list[SavedDough], now: datetime) -> None:
    """Fill the stores of the island kitchen."""
    today = now.date()
    by_name = {dough.spec.name: dough for dough in shelf}
    _cupboard(session, now, today)
    _away(session, by_name, today)
    stores.add(session, "box-kraft", Packaging(name="Kraft box with a window", each="0.85", pieces=12))
    kinds = ("Deck Drops", "Lamp-room Fingers", "Slipway Slices")
    boxes = Boxes(
        name="Boxes for the picnic", boxes=12, about_g=320, packaging_id="box-kraft",
        kinds=tuple(BoxKind(id=f"kind-{number}", dough_id=by_name[name].id) for number, name in enumerate(kinds)),
    )  # fmt: skip
    stores.add(session, "boxes-picnic", boxes)
    drops = Label(
        dough_id=by_name["Deck Drops"].id, words="For the ferry's hundredth summer", may_contain="nuts, sesame and lupin", made_on=today
    )  # fmt: skip
    stores.add(session, "label-drops", drops)


def shop_for(session: Session, plan_id: str, now: datetime) -> None:
    """A list for the day that is planned, with something of one's own on it."""
    wanted = ShoppingList(
        name="For the picnic", made_at=now, plan_ids=(plan_id,), own=(OwnItem(id="own-ribbon", text="Ribbon, blue and white"),),
        marks={"flour_ap": Marked(ticked=True)},
    )  # fmt: skip
    stores.add(session, "list-picnic", wanted)


def _cupboard(session: Session, now: datetime, today: date) -> None:
    amounts: dict[str, float] = {}
    for id, (grams, low_g, paid) in CUPBOARD.items():
        item: PantryItem = usual_item(id)
        stores.add(session, f"pantry-{id}", item.but(low_g=low_g or None))
        stores.add(
            session, f"price-{id}", Price(ingredient_id=id, pack_g=item.pack_g, paid=paid, on=today - timedelta(days=20), shop="Quay store")
        )  # fmt: skip
        amounts[id] = grams
    stores.add(
        session,
        "price-butter-old",
        Price(
            ingredient_id="butter_unsalted", pack_g=250, paid="2.39", on=today - timedelta(days=500), shop="Quay store"
        ),
    )
    stores.add(
        session,
        "counted-first",
        Move(why=MoveKind.COUNTED, at=now - timedelta(days=2), amounts_g=amounts, says="The whole cupboard"),
    )


def _away(session: Session, by_name: dict[str, SavedDough], today: date) -> None:
    def put(name: str, days_ago: int, **about: object) -> Put:
        spec: DoughSpec = by_name[name].spec
        return Put.model_validate(
            {
                "dough_id": by_name[name].id,
                "name": name,
                "spec": spec,
                "made_on": today - timedelta(days=days_ago),
                **about,
            }
        )

    for id, one in {
        "put-drops-old": put("Deck Drops", 74, count=9, each_g=45, place="top drawer"),
        "put-drops-new": put("Deck Drops", 6, count=24, each_g=45, place="top drawer"),
        "put-slices": put("Slipway Slices", 20, count=2, keeps=Keeps.LOGS, place="door, left"),
        "put-rusks": put("Keeper's Rusks", 9, count=30, keeps=Keeps.BAKED, at="tin", place="blue tin"),
        "put-ginger": put("Engine Room Ginger", 12, count=14, keeps=Keeps.BAKED, at="tin", place="square tin"),
    }.items():
        stores.add(session, id, one)
