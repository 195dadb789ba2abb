"""What is known of a day when it begins to be run: the plan as it stood, and how each tray's bake should go."""

from ..bakemodel import Course
from ..baking import Tone
from ..base import Value
from ..day import Plan


class Look(Value):
    """One kind of tray's bake: its course by the clock of this plan, how sure its minutes are (sd of their logarithm), what to look for, and the
    scale of its crust with the browning index of each tone."""

    course: Course
    sure_ln: float
    cue: str
    scale: tuple[Tone, ...] = ()
    dark: bool = False


class Brief(Value):
    """The day as it was begun. `looks` are kinds of bake, `look_of` says which is a load's; none where its dough could not be followed. `asked` are the
    doughs' ids as they were asked for, `dial_c` what a true thermometer should read in the oven for each load."""

    plan: Plan
    looks: tuple[Look, ...] = ()
    look_of: tuple[int | None, ...] = ()
    asked: tuple[str, ...] = ()
    dial_c: tuple[float, ...] = ()

    def look_at(self, load: int) -> int | None:
        """Which kind of bake a load is."""
        return self.look_of[load] if load < len(self.look_of) else None

    def look(self, load: int) -> Look | None:
        """How a load's bake should go."""
        n = self.look_at(load)
        return None if n is None else self.looks[n]
