"""What is said once: with the first tray that is brushed or finished to make what goes on, with the first dough to set out, with the last tray to switch
the oven off."""

from collections.abc import Callable

from ..texts import Texts
from ..times import Ticks
from .step import Kind, Step

# With the first of a dough's steps of a kind, what of its words is said.
MADE_FIRST: dict[Kind, Callable[[Texts], str]] = {
    Kind.ICE: lambda words: words.make,
    Kind.WASH: lambda words: words.wash_make,
    Kind.FORM: lambda words: words.sheet,
}
SET_OUT = "Set out scale, bowls, trays and everything to be weighed."
CLEAN = "A clean bowl and whisk first."


def said_once(t: Ticks, steps: list[Step], words: tuple[Texts, ...]) -> list[Step]:
    """The steps with what is to be said at one of them only."""
    return _clean_first(t, _made_first(_switched_off(steps), words))


def _made_first(steps: list[Step], words: tuple[Texts, ...]) -> list[Step]:
    """With the first tray of each dough that is brushed, and the first that is finished, it is said to make what goes on."""
    first: dict[tuple[Kind, int | None], int] = {}
    for n, step in enumerate(steps):
        of = (step.kind, step.dough)
        if step.kind in MADE_FIRST and (of not in first or step.start_s < steps[first[of]].start_s):
            first[of] = n
    for (kind, _), n in first.items():
        load = steps[n].load
        make = "" if load is None else MADE_FIRST[kind](words[load])
        steps[n] = steps[n].model_copy(update={"detail": f"{make} {steps[n].detail}".strip()})
    return steps


def _clean_first(t: Ticks, steps: list[Step]) -> list[Step]:
    """What getting ready to weigh is: of the first dough of the day setting out, of the others washing up what the one before left."""
    weighed = sorted(
        (step.start_s, n) for n, step in enumerate(steps) if step.kind is Kind.WEIGH and step.end_s > step.start_s
    )
    for place, (_, n) in enumerate(weighed):
        dough = steps[n].dough
        bare = CLEAN + (" Not a trace of fat for this one." if dough is not None and t.doughs[dough].falls else "")
        steps[n] = steps[n].model_copy(update={"detail": f"{bare if place else SET_OUT} {steps[n].detail}".strip()})
    return steps


def _switched_off(steps: list[Step]) -> list[Step]:
    """With the last tray of each oven it is said to switch it off."""
    last: dict[int, int] = {}
    for n, step in enumerate(steps):
        if step.kind is Kind.UNLOAD and step.oven is not None:
            best = last.get(step.oven)
            if best is None or steps[best].end_s < step.end_s:
                last[step.oven] = n
    for n in last.values():
        steps[n] = steps[n].model_copy(update={"detail": f"{steps[n].detail} Then switch the oven off.".strip()})
    return steps
