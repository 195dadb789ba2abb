"""A wish of one dough or family, ready to be searched; and its answers as they are shown."""

import dataclasses
import math

from ..base import refusal
from ..bench import assess_rest, starters
from ..forming import forming_of
from .answering import offered
from .answers import Exchanged, Offered, OfferKind, Wished
from .asked import Without
from .baked import NOTHING_LEARNED, Offsets
from .beside import Beside, without_unwanted
from .solving import solve
from .space import Space
from .start import Base, House, base_of
from .structures import unwanted_ids
from .terms import Terms
from .three import NEAR, Ask, first_of
from .walk import Found
from .wanted import terms_of

FIRST_FAMILIES = (
    "drop_chewy", "drop_crisp", "drop_cakey", "giant_thick", "rolled_ball", "thumbprint", "cutout_butter", "cutout_spiced",
    "sliced_log_shortbread",
)  # fmt: skip
COUNT_ROUNDS, COUNT_OVER = 6, 1.06
OFF = 0.006  # of ln: nearer than this, what was learned of the base holds of the answer too
WALLS = "The pan decides how wide it comes out: what you wish of that is left aside."
UNTOLD = "Nobody can tell what {} holds: see for yourself that nothing of it must be left out."
NOTHING_SAID = "Say at least how wide, how high, how many or how it should bite."


class Asked:
    """A wish of one base, ready to be searched."""

    def __init__(
        self, of: Wished, base: Base, without: tuple[Without, ...], pantry: bool, leave: frozenset[str] = frozenset()
    ) -> None:
        self.unwanted = unwanted_ids(without)
        beside = without_unwanted(base.spec, self.unwanted, of.kitchen.habit) if without else Beside(base.spec)
        self.beside = beside.exchanges
        base = dataclasses.replace(base, spec=beside.spec)
        self.of, self.base = of, base
        house = House(
            kitchen=of.kitchen,
            measures=of.wish.measures,
            have_g=in_house(of, base) if pantry else None,
            price_per_g=of.stock.price_per_g or None,
        )
        offsets, ratio, count = _learned(of, base, house)
        self.house = dataclasses.replace(house, offsets=offsets)
        forming = forming_of(base.spec.form)
        self.sized = of.wish.count is not None and not forming.counted_by_mass and count > 0
        if self.sized:
            # What only its forming counts is begun with about as much dough as so many take.
            times = ((of.wish.count or 0) + 0.5) / count
            self.base = dataclasses.replace(grown(base, times), grams=tuple(times * grams for grams in base.grams))
        named = terms_of(of.wish, self.house, base.spec.tray_id, forming.held_by_walls, ratio)
        named = [(name, term) for name, term in named if name not in leave]
        self.names = [name for name, _ in named]
        self.terms = Terms([term for _, term in named])
        self.without = without
        self.by_mass = forming.counted_by_mass
        sized = of.wish.width_mm is not None or of.wish.per_tray is not None
        walls = (WALLS,) if forming.held_by_walls and sized else ()
        untold = (UNTOLD.format(", ".join(f"“{one}”" for one in beside.untold)),) if beside.untold else ()
        self.notes = (*walls, *untold)

    def ask(self) -> Ask:
        """What is searched for."""
        count = self.of.wish.count if self.by_mass else None
        return Ask(self.base, self.house, self.unwanted, self.terms, count, 1.0 if self.sized else None)

    def shown(
        self, kind: OfferKind, found: Found, exchanges: tuple[Exchanged, ...], number: int | None = None
    ) -> Offered | None:
        """The answer, its offsets mended once where the kitchen foretells it otherwise than the base, and its count where only its forming
        tells that."""
        made = self._offered(kind, found, exchanges, number)
        if made is None or number is not None:
            return made
        wanted = self.of.wish.count
        if wanted is not None and not self.by_mass:
            counted = self._counted(kind, found, exchanges, made, wanted)
            return counted if counted.count >= wanted else None  # too few is never shown
        width = made.outcome.baked.diameter_mm.value / found.baked.width_mm
        height = made.outcome.baked.height_mm.value / found.baked.height_mm
        if max(abs(math.log(width)), abs(math.log(height))) > OFF:
            again = self._again(found, made)
            other = self._offered(kind, again, exchanges, number) if again is not None and not again.broken else None
            if other is not None and musts_missed(other) <= musts_missed(made):
                made = other
        return made

    def _offered(
        self, kind: OfferKind, found: Found, exchanges: tuple[Exchanged, ...], number: int | None
    ) -> Offered | None:
        name = f"{self.base.spec.name}, as wished"
        return offered(kind, found, (*exchanges, *self.beside), self.names, self.terms, name, self.of.known, number)

    def _again(self, found: Found, made: Offered) -> Found | None:
        """From where it led, with what is learned of the dough there."""
        baked, model = made.outcome.baked, found.baked
        minutes = math.sqrt(baked.first_done_min.value * baked.last_good_min.value)
        old = found.space.house.offsets
        offsets = Offsets(
            width=old.width + math.log(baked.diameter_mm.value / model.width_mm),
            height=old.height + math.log(baked.height_mm.value / model.height_mm),
            minutes=old.minutes + math.log(minutes / model.minutes),
        )
        space = Space(found.space.base, dataclasses.replace(self.house, offsets=offsets), self.unwanted)
        count = self.of.wish.count if self.by_mass else None
        times = flour_times(found)
        return solve(space, self.terms, count, NEAR, start=space.u_of(found.point), times=times)

    def _counted(
        self, kind: OfferKind, found: Found, exchanges: tuple[Exchanged, ...], made: Offered, wanted: int
    ) -> Offered:
        """More or less of the same, in the same size, until its forming gives the count: as near over it as whole steps allow."""
        best, here, last, more = made, found, made.count, 1.0
        for k in range(COUNT_ROUNDS):
            if wanted <= best.count <= wanted * (COUNT_OVER + 0.02 * k) + 1:
                break
            aim = wanted + 0.5 + 0.02 * k * wanted  # whole steps fall short: each time a little beyond
            more *= aim / max(last, 1)
            space = Space(grown(found.space.base, more), self.house, self.unwanted).held_at(here.point.sizes)
            times = flour_times(here) * aim / max(last, 1)
            again = solve(space, self.terms, None, NEAR, start=space.u_of(here.point), times=times, rounds=1)
            other = self._offered(kind, again, exchanges, None) if again is not None and not again.broken else None
            if again is None or other is None:
                break
            here, last = again, other.count
            if (other.count < wanted, abs(other.count - wanted)) < (best.count < wanted, abs(best.count - wanted)):
                best = other
        return best


def grown(base: Base, times: float) -> Base:
    """The base with more pans or logs, where its form takes all the dough there is."""
    form = forming_of(base.spec.form).more(base.spec.form, times)
    return dataclasses.replace(base, spec=base.spec.model_copy(update={"form": form}))


def flour_times(found: Found) -> float:
    flour = sum(g for lot, g in zip(found.space.lots, found.point.grams, strict=True) if lot.slot == "flour")
    return flour / found.space.flour_g


def musts_missed(one: Offered) -> tuple[int, float]:
    """How many musts it breaks, and how far off it is in all."""
    off = sum(abs(math.log(max(f.got.value, 1e-6) / max(f.wished, 1e-6))) for f in one.figures if not f.kept)
    return sum(1 for figure in one.figures if figure.must and not figure.kept), off


def in_house(of: Wished, base: Base) -> dict[str, float]:
    """What may be taken: what is counted, and of what is not counted only what the dough takes already."""
    counted = of.stock.have_g or {}
    own = {id: math.inf for lot in base.lots for id in lot.ids if id not in counted}
    return own | counted | {"water": math.inf}


def _learned(of: Wished, base: Base, house: House) -> tuple[Offsets, float, int]:
    """What the kitchen foretells of the base beside the model, how much wider a tray must take it than its middle, and how many it makes."""
    seen = assess_rest(base.spec, of.kitchen, of.known)
    if seen.outcome is None:
        return NOTHING_LEARNED, 1.0, 0
    space = Space(base, house)
    model, baked = space.bake([space.base_point()])[0], seen.outcome.baked
    minutes = math.sqrt(baked.first_done_min.value * baked.last_good_min.value)
    laid = seen.trays.widest.width_mm / baked.diameter_mm.value if seen.trays else 1.0
    return (
        Offsets(
            width=math.log(baked.diameter_mm.value / model.width_mm),
            height=math.log(baked.height_mm.value / model.height_mm),
            minutes=math.log(minutes / model.minutes),
        ),
        max(1.0, laid),
        seen.outcome.pieces.count + seen.outcome.pieces.small_count,
    )


def bases_of(of: Wished) -> list[Base]:
    """The doughs to start from. Refusal at `dough` where there is none with flour in it."""
    if of.dough is not None:
        base = base_of(of.dough, of.kitchen)
        if base is None:
            raise refusal(
                "dough",
                "There is no flour in this dough yet: nothing to start from. Write its lines, or start from a family.",
            )
        return [base]
    families = of.families or FIRST_FAMILIES
    found = [base_of(one.spec, of.kitchen) for one in starters() if one.style_id in families]
    if not any(found):
        raise refusal("families", "There is no such family. Choose one from the list.")
    return [base for base in found if base is not None]


def checked(of: Wished) -> None:
    if of.wish.empty:
        raise refusal("wish", NOTHING_SAID)
    if of.wish.cost_each is not None and not of.stock.price_per_g:
        raise refusal("wish.cost_each", "Nothing has a price yet. Add prices under Stores, or take this wish back.")
    if of.wish.pantry_only and of.stock.have_g is None:
        raise refusal(
            "wish.pantry_only", "Nothing is counted in the pantry yet. Count it under Stores, or take this wish back."
        )


def next_of(asked: Asked, kind: OfferKind) -> Offered | None:
    """The nearest dough of a family, as it is shown."""
    found = first_of(asked.ask())
    return asked.shown(kind, found.found, found.exchanges) if found else None
