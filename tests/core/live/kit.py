"""A simulated baker: does what is next, late or early, and now and then something goes wrong."""

import random
from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import datetime, timedelta

from finebatch.core.day import Kind, Plan, earlier
from finebatch.core.live.brief import Brief
from finebatch.core.live.events import AnyEvent, Did, Happened
from finebatch.core.live.facts import Facts, facts_of
from finebatch.core.live.marks import Running, begun
from finebatch.core.live.replan import Replanned, needs_anew, replanned
from finebatch.core.live.undone import ToDo, to_do

ROOM_BEFORE = 6 * 120


@dataclass
class Evening:
    """A day that is run by a clock of its own."""

    plan: Plan
    brief: Brief = field(init=False)
    running: Running = field(init=False)
    events: list[Happened] = field(default_factory=list)
    now: datetime = field(init=False)
    answers: list[Replanned] = field(default_factory=list)

    def __post_init__(self) -> None:
        self.plan = earlier(self.plan, ROOM_BEFORE)
        self.brief = self.brief if hasattr(self, "brief") else Brief(plan=self.plan)
        self.running, self.now = begun(self.plan), self.plan.start

    @property
    def facts(self) -> Facts:
        return facts_of(self.brief, self.events)

    def left(self) -> list[ToDo]:
        return to_do(self.running, self.facts)

    def tell(self, event: AnyEvent, at: datetime | None = None) -> Happened:
        """Something happens, now or at a time."""
        self.now = max(self.now, at or self.now)
        one = Happened(key=f"key-{len(self.events):06d}", at=at or self.now, event=event)
        self.events.append(one)
        return one

    def anew(self, why: str = "") -> Replanned:
        """The rest planned again around what was told."""
        answer = replanned(self.running, self.facts, self.now, why)
        self.answers.append(answer)
        self.running = answer.running
        return answer

    def do(self, one: ToDo, late_s: float = 0) -> Happened:
        """What is to be done is done: at its time, or when the baker comes to it."""
        at_once = one.step_kind in (Kind.LOAD, Kind.UNLOAD, Kind.TURN, Kind.LOOK) or not one.row.hands
        moment = one.due_at if at_once else one.ends_at
        return self.tell(Did(marks=one.marks), max(self.now, moment + timedelta(seconds=late_s)))

    def until(self, when: Callable[[ToDo], bool], late_s: float = 0) -> ToDo:
        """Everything is done as planned until something comes that is meant."""
        for _ in range(400):
            one = self.left()[0]
            if when(one):
                return one
            self.do(one, late_s)
            if needs_anew(self.running, self.facts, self.now):
                self.anew()
        raise AssertionError("it never came")


def live_through(evening: Evening, rng: random.Random, late: Callable[[random.Random], float]) -> None:
    """The whole evening by a baker who is `late` (s) at each thing."""
    for _ in range(600):
        left = evening.left()
        if not left:
            return
        evening.do(left[0], late(rng))
        if needs_anew(evening.running, evening.facts, evening.now):
            evening.anew()
    raise AssertionError("the evening never ends")
