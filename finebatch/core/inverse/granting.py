"""From a wish to answers: the first at once, then three that differ, what collides where a must cannot be kept, and what one, two or three
changes of today's dough would do."""

import dataclasses
import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np
from pydantic import Field

from ..base import Value, refusal
from ..bench import DoughSpec, assess_rest, starters
from ..dough import styles
from ..forming import forming_of
from ..kitchen import Kitchen
from .answering import Offered, in_own_units, offered
from .baked import NOTHING_LEARNED, Baked, Offsets
from .collisions import Must, Tester, smallest_clash
from .cookie import CookieWish, terms_of
from .few import few_changes
from .relaxed import relaxed
from .solving import MET, solve
from .space import Array, Base, House, Space, base_of
from .structures import Exchange, NoStandInError, Without, unwanted_ids
from .terms import Term, Terms
from .three import NEAR, Ask, Kind, candidates, first_of
from .tradeoff import map_of
from .walk import Found

if TYPE_CHECKING:
    from ..learning.known import Known

FIRST_FAMILIES = (
    "drop_chewy", "drop_crisp", "drop_cakey", "giant_thick", "rolled_ball", "thumbprint", "cutout_butter", "cutout_spiced",
    "sliced_log_shortbread",
)  # fmt: skip
SCREENED_ROUNDS = 2
COUNT_ROUNDS, COUNT_OVER = 4, 1.06
MOST_WITHOUT = 3
OFF = 0.006  # of ln: nearer than this, what was learned of the base holds of the answer too
MAP_TOLERANCE = 0.02


class Stock(Value):
    """What there is of each ingredient that is counted, in g, and what a gram costs where it has a price; None where nothing is counted."""

    have_g: dict[str, float] | None = None
    price_per_g: dict[str, float] = Field(default={})


NOTHING_COUNTED = Stock()


@dataclass(frozen=True)
class Wished:
    """A wish with all it is asked of: the dough it starts from (None: the families' own starters), kitchen, knowledge, stock."""

    wish: CookieWish
    kitchen: Kitchen
    dough: DoughSpec | None = None
    families: tuple[str, ...] = ()
    known: "Known | None" = None
    stock: Stock = NOTHING_COUNTED


class Clash(Value):
    """Musts of which no dough was found that keeps all together, by the names of their figures, and what comes nearest without each."""

    names: tuple[str, ...]
    family: str
    without: tuple["WithoutOne", ...] = ()


class WithoutOne(Value):
    """The nearest dough if one of the musts is let go."""

    name: str
    offered: Offered


class Granted(Value):
    """The answers to a wish, best kinds first; what collides; what had to be let go of what was rather wished; sentences to say."""

    offered: tuple[Offered, ...]
    clash: Clash | None = None
    let_go: tuple[str, ...] = ()
    notes: tuple[str, ...] = ()


class Traded(Value):
    """One dough on the map: by either figure in its own unit, with the levers that open it."""

    one: float
    other: float
    levers: tuple[float, ...]
    width_mm: float
    height_mm: float


class TradeMap(Value):
    """How two wishes pull against each other, the size held; `today` is the dough one has."""

    one: str
    other: str
    dots: tuple[Traded, ...]
    today: Traded


NOTHING_SAID = "Say at least how wide, how high, how many or how it should bite."


class _Asked:
    """A wish of one base, ready to be searched."""

    def __init__(
        self, of: Wished, base: Base, without: tuple[Without, ...], pantry: bool, leave: frozenset[str] = frozenset()
    ) -> None:
        self.of, self.base = of, base
        house = House(
            kitchen=of.kitchen,
            measures=of.wish.measures,
            have_g=_in_house(of, base) if pantry else None,
            price_per_g=of.stock.price_per_g or None,
        )
        offsets, ratio = _learned(of, base, house)
        self.house = dataclasses.replace(house, offsets=offsets)
        forming = forming_of(base.spec.form)
        named = terms_of(of.wish, self.house, base.spec.tray_id, forming.held_by_walls, ratio)
        named = [(name, term) for name, term in named if name not in leave]
        self.names = [name for name, _ in named]
        self.terms = Terms([term for _, term in named])
        self.without = without
        self.unwanted = unwanted_ids(without)
        self.by_mass = forming.counted_by_mass

    def ask(self, base: Base | None = None, times: float | None = None) -> Ask:
        count = self.of.wish.count if self.by_mass else None
        return Ask(base or self.base, self.house, self.unwanted, self.terms, count, times)

    def shown(
        self, kind: Kind, found: Found, exchanges: tuple[Exchange, ...], number: int | None = None
    ) -> Offered | None:
        """The answer, its offsets mended once where the kitchen foretells it otherwise than the base, and its count where only its forming
        tells that."""
        made = self._offered(kind, found, exchanges, number)
        if made is None or number is not None:
            return made
        wanted = self.of.wish.count
        if wanted is not None and not self.by_mass:
            return self._counted(kind, found, exchanges, made, wanted)
        width = made.outcome.baked.diameter_mm.value / found.baked.width_mm
        height = made.outcome.baked.height_mm.value / found.baked.height_mm
        if max(abs(math.log(width)), abs(math.log(height))) > OFF:
            again = self._again(found, made)
            other = self._offered(kind, again, exchanges, number) if again is not None and not again.broken else None
            if other is not None and _missed(other) <= _missed(made):
                made = other
        return made

    def _offered(self, kind: Kind, found: Found, exchanges: tuple[Exchange, ...], number: int | None) -> Offered | None:
        name = f"{self.base.spec.name}, as wished"
        return offered(kind, found, exchanges, self.names, self.terms, name, self.of.known, number)

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
        times = _flour_times(found)
        return solve(space, self.terms, count, NEAR, start=space.u_of(found.point), times=times)

    def _counted(
        self, kind: Kind, found: Found, exchanges: tuple[Exchange, ...], made: Offered, wanted: int
    ) -> Offered:
        """More or less of the same, in the same size, until its forming gives the count: as near over it as whole steps allow."""
        best, here, last, grown = made, found, made.count, 1.0
        for _ in range(COUNT_ROUNDS):
            if wanted <= best.count <= wanted * COUNT_OVER + 1:
                break
            grown *= (wanted + 0.5) / max(last, 1)
            space = Space(_grown(found.space.base, grown), self.house, self.unwanted).held_at(here.point.sizes)
            times = _flour_times(here) * (wanted + 0.5) / max(last, 1)
            again = solve(space, self.terms, None, NEAR, start=space.u_of(here.point), times=times)
            other = self._offered(kind, again, exchanges, None) if again is not None and not again.broken else None
            if again is None or other is None:
                break
            here, last = again, other.count
            if (other.count < wanted, abs(other.count - wanted)) < (best.count < wanted, abs(best.count - wanted)):
                best = other
        return best


def _grown(base: Base, times: float) -> Base:
    """The base with more pans or logs, where its form takes all the dough there is."""
    form = forming_of(base.spec.form).more(base.spec.form, times)
    return dataclasses.replace(base, spec=base.spec.model_copy(update={"form": form}))


def _flour_times(found: Found) -> float:
    flour = sum(g for lot, g in zip(found.space.lots, found.point.grams, strict=True) if lot.slot == "flour")
    return flour / found.space.flour_g


def _missed(one: Offered) -> tuple[int, float]:
    """How many musts it breaks, and how far off it is in all."""
    off = sum(abs(math.log(max(f.got.value, 1e-6) / max(f.wished, 1e-6))) for f in one.figures if not f.kept)
    return sum(1 for figure in one.figures if figure.must and not figure.kept), off


def _in_house(of: Wished, base: Base) -> dict[str, float]:
    """What may be taken: what is counted, and of what is not counted only what the dough takes already."""
    counted = of.stock.have_g or {}
    own = {id: math.inf for lot in base.lots for id in lot.ids if id not in counted}
    return own | counted | {"water": math.inf}


def _learned(of: Wished, base: Base, house: House) -> tuple[Offsets, float]:
    """What the kitchen foretells of the base beside the model, and how much wider a tray must take it than its middle."""
    seen = assess_rest(base.spec, of.kitchen, of.known)
    if seen.outcome is None:
        return NOTHING_LEARNED, 1.0
    space = Space(base, house)
    model, baked = space.bake([space.base_point()])[0], seen.outcome.baked
    minutes = math.sqrt(baked.first_done_min.value * baked.last_good_min.value)
    laid = seen.trays.widest.width_mm / baked.diameter_mm.value if seen.trays else 1.0
    return Offsets(
        width=math.log(baked.diameter_mm.value / model.width_mm),
        height=math.log(baked.height_mm.value / model.height_mm),
        minutes=math.log(minutes / model.minutes),
    ), max(1.0, laid)


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


def _checked(of: Wished) -> None:
    if of.wish.empty:
        raise refusal("wish", NOTHING_SAID)
    if of.wish.pantry_only and of.stock.have_g is None:
        raise refusal(
            "wish.pantry_only", "Nothing is counted in the pantry yet. Count it under Stores, or take this wish back."
        )


def _best_first(of: Wished, bases: list[Base], without: tuple[Without, ...], pantry: bool) -> list[_Asked]:
    """The bases by how near a short search from each comes to the wish; what has no stand-in is left out. NoStandInError where all are."""
    asked = [_Asked(of, base, without, pantry) for base in bases]
    if len(asked) == 1:
        asked[0].ask().spaces()
        return asked
    ranked, error = [], None
    for i, one in enumerate(asked):
        try:
            space = one.ask().spaces()[0][0]
        except NoStandInError as found:
            error = found
            continue
        loose = relaxed(space, one.terms, space.home, NEAR, space.home, rounds=SCREENED_ROUNDS)
        off = one.terms.merit(one.terms.misses(loose.baked, space.cost(space.at(loose.u).grams)))
        ranked.append((max(off, MET), i))
    if not ranked and error is not None:
        raise error
    return [asked[i] for _, i in sorted(ranked)]


def granted_first(of: Wished) -> Granted:
    """The first dough, the nearest to what there is: quick enough to follow a finger. Refusal where nothing is wished."""
    _checked(of)
    granted, let_go = _letting_go(of, lambda without, pantry: _first(of, without, pantry))
    return granted.model_copy(update={"let_go": let_go})


def _first(of: Wished, without: tuple[Without, ...], pantry: bool) -> Granted:
    for asked in _best_first(of, bases_of(of), without, pantry)[:2]:
        found = first_of(asked.ask())
        made = asked.shown(found.kind, found.found, found.exchanges) if found else None
        if made is not None:
            return Granted(offered=(made,))
    return Granted(offered=())


def granted(of: Wished) -> Granted:
    """Up to three doughs that differ for a reason, and what collides where none keeps every must. Refusal where nothing is wished."""
    _checked(of)
    found, let_go = _letting_go(of, lambda without, pantry: _three(of, without, pantry))
    return found.model_copy(update={"let_go": let_go})


def _letting_go(of: Wished, work: Callable[[tuple[Without, ...], bool], Granted]) -> tuple[Granted, tuple[str, ...]]:
    """With everything that must not, and then less and less of what had rather not be in it, until something is found; and what was let go."""
    musts = tuple(one.what for one in of.wish.without if one.must)
    rather = [one.what for one in of.wish.without if not one.must]
    pantry = of.wish.pantry_only
    missing = ""
    for kept in range(len(rather), -1, -1):
        try:
            found = work((*musts, *rather[:kept]), pantry)
        except NoStandInError as error:
            missing = error.name
            continue
        if found.offered or found.clash or kept == 0:
            return found, tuple(one.value for one in rather[kept:])
    names = tuple(one.value for one in musts) + (("pantry",) if pantry else ())
    family = bases_of(of)[0].style.label
    note = f"Nothing here stands in for {missing.split(' (')[0].lower()}."
    return Granted(offered=(), clash=Clash(names=names, family=family), notes=(note,)), ()


def _three(of: Wished, without: tuple[Without, ...], pantry: bool) -> Granted:
    ranked = _best_first(of, bases_of(of), without, pantry)
    first = ranked[0]
    made = [
        (one, shown)
        for one in candidates(first.ask())
        if (shown := first.shown(one.kind, one.found, one.exchanges)) is not None
    ]
    notes: list[str] = []
    shown_now = [shown for _, shown in made]
    if len(ranked) > 1:
        other = _of_next(ranked[1])
        if other is not None:
            shown_now = [*shown_now[:2], other]
    if any(not _missed(one)[0] for one in shown_now):
        if len(shown_now) < 3:
            notes.append("There are no three that differ much: these are all that were found.")
        return Granted(offered=tuple(shown_now), notes=tuple(notes))
    clash = _clash(first, pantry)
    if clash is None and shown_now:
        return Granted(offered=tuple(shown_now), notes=tuple(notes))
    elsewhere = [] if len(ranked) > 1 else _elsewhere(of, first, without, pantry)
    return Granted(
        offered=(*shown_now[:2], *elsewhere) if elsewhere else tuple(shown_now), clash=clash, notes=tuple(notes)
    )


def _of_next(asked: _Asked) -> Offered | None:
    found = first_of(asked.ask())
    return asked.shown(Kind.ANOTHER, found.found, found.exchanges) if found else None


def _elsewhere(of: Wished, asked: _Asked, without: tuple[Without, ...], pantry: bool) -> list[Offered]:
    """The same wish of the other families of its form: the first that keeps every must."""
    families = [id for id in forming_of(asked.base.spec.form).families if id != asked.base.style.id]
    for one in starters():
        base = base_of(one.spec, of.kitchen) if one.style_id in families else None
        if base is None:
            continue
        try:
            other = _of_next(_Asked(of, base, without, pantry))
        except NoStandInError:
            continue
        if other is not None and not _missed(other)[0]:
            return [other]
    return []


def _clash(asked: _Asked, pantry: bool) -> Clash | None:
    """The smallest set of musts that collide; none where the wish can be kept after all, only not in whole measures."""
    musts = [
        Must(name, term=term, dear=_dear(term))
        for name, term in zip(asked.names, asked.terms.terms, strict=True)
        if term.must
    ]
    musts += [Must(one.value, without=one, dear=9) for one in asked.without]
    musts += [Must("pantry", pantry=True, dear=5)] if pantry else []
    if not musts:
        return None
    tester = Tester(
        asked.base, dataclasses.replace(asked.house, have_g=_in_house(asked.of, asked.base) if pantry else None)
    )
    found = smallest_clash(musts, tester.keeps)
    if not found:
        return None
    names = tuple(must.name for must in found)
    without = []
    for must in found[:MOST_WITHOUT]:
        left = tuple(one for one in asked.without if one.value != must.name)
        less = _Asked(asked.of, asked.base, left, pantry and not must.pantry, leave=frozenset((must.name,)))
        try:
            near = first_of(less.ask())
        except NoStandInError:
            continue
        made = less.shown(Kind.NEAREST, near.found, near.exchanges) if near else None
        if made is not None:
            without.append(WithoutOne(name=must.name, offered=made))
    return Clash(names=names, family=styles()[asked.base.style.id].label, without=tuple(without))


def _dear(term: Term) -> int:
    return {"width": 4, "height": 3}.get(term.name, 2)


def changes_to(of: Wished) -> tuple[Offered, ...]:
    """Today's dough with one, two and three changes, each only where it comes clearly nearer. Refusal without a dough, or a wish."""
    _checked(of)
    if of.dough is None:
        raise refusal("dough", "Choose the dough that is to be changed.")
    asked = _Asked(of, bases_of(of)[0], (), False)
    space = Space(asked.base, asked.house)
    found = []
    for few in few_changes(space, asked.terms):
        as_found = Found(few.space, few.point, few.baked, few.merit, 0, (), few.space.grams)
        made = asked.shown(Kind.SIMPLEST, as_found, (), few.changes)
        if made is not None:
            found.append(made)
    return tuple(found)


def traded(of: Wished, one: str, other: str) -> TradeMap:
    """The map of two figures that pull against each other. Refusal at `other` where both are one."""
    if one == other:
        raise refusal("other", "Choose two different ones.")
    base = bases_of(of)[0]
    asked = _Asked(of, base, tuple(avoid.what for avoid in of.wish.without if avoid.must), of.wish.pantry_only)
    space = asked.ask().spaces()[0][0]
    up = (_rising(one), _rising(other))

    def said(u: Array, baked: Baked, values: list[float]) -> Traded:
        return Traded(
            one=in_own_units(one, values[0]), other=in_own_units(other, values[1]), levers=tuple(float(x) for x in u),
            width_mm=baked.width_mm, height_mm=baked.height_mm,
        )  # fmt: skip

    home = space.bake([space.base_point()])[0]
    today = Terms([Term(one, 0.0), Term(other, 0.0)]).values(home, space.cost(space.grams))
    return TradeMap(
        one=one,
        other=other,
        dots=tuple(
            said(space.u_of(dot.point), dot.baked, [dot.one, dot.other]) for dot in map_of(space, one, other, up)
        ),
        today=said(space.home, home, today),
    )


def _rising(name: str) -> bool:
    """Whether more of it is what one wants: of minutes, sweetness, water and cost less is."""
    return name not in ("minutes", "sweet", "water", "cost")


def opened(of: Wished, one: str, other: str, at: Traded) -> Offered:
    """A dot of the map as a dough in kitchen measures. Refusal at `at` where no whole measures come near it."""
    base = bases_of(of)[0]
    asked = _Asked(of, base, tuple(avoid.what for avoid in of.wish.without if avoid.must), of.wish.pantry_only)
    space, exchanges = asked.ask().spaces()[0]
    if len(at.levers) != len(space.home):
        raise refusal("at", "This dot is of another dough. Draw the map anew.")
    there = np.clip(np.array(at.levers), 0, 1)
    values = Terms([Term(one, 0.0), Term(other, 0.0)]).values(
        space.bake([space.at(there)])[0], space.cost(space.at(there).grams)
    )
    asked.terms = Terms(
        [Term(one, values[0], tolerance=MAP_TOLERANCE), Term(other, values[1], tolerance=MAP_TOLERANCE)]
    )
    asked.names = [one, other]
    found = solve(space, asked.terms, asked.ask().count, NEAR, start=there)
    made = asked.shown(Kind.ANOTHER, found, exchanges) if found is not None and not found.broken else None
    if made is None:
        raise refusal("at", "No dough in whole spoons and eggs comes near this dot. Try one beside it.")
    return made
