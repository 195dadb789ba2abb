"""A plan a baker can follow: the solved timetable as steps, checked, set on the clock, with an honest word on how good it is."""

from datetime import UTC, datetime, timedelta

from pydantic import AwareDatetime

from ..assess import Assessment, DoughSpec
from ..forming import CutoutForm
from ..kitchen import Kitchen
from ..oven import say
from ..problems import Problem, Remedy, stop
from ..value import Value
from .check import violations
from .job import DayJob, DayRequest, When, job_for
from .solve import Solved, solve
from .step import Heat, Kind, Place, Step
from .ticks import TICK_S, Ticks, Timetable, to_ticks

BUFFER_S = 10 * 60  # a ready-by plan aims to be done this much earlier


class Plan(Value):
    """Steps in seconds from `start` (UTC); `hands_s` is how long the baker is busy, `proof` how good the plan is."""

    start: AwareDatetime
    end: AwareDatetime
    steps: tuple[Step, ...]
    job: DayJob
    hands_s: int
    proved: bool
    bound_s: int
    proof: str
    saving: str


class PlanRefusedError(ValueError):
    """A plan that cannot be made, as a problem at its field."""

    def __init__(self, problem: Problem) -> None:
        super().__init__(problem.message)
        self.problem = problem


def make_plan(spec: DoughSpec, found: Assessment, kitchen: Kitchen, request: DayRequest, now: datetime) -> Plan:
    """The best plan for one dough. Raises PlanRefusedError with a sentence for a person when the request cannot be
    met; RuntimeError if the solver's plan fails the independent check (a defect, never shown to a baker as a plan).
    """
    if found.trays is not None and request.trays > found.trays.tray.count:
        tray = found.trays.tray
        have = f"There {'is' if tray.count == 1 else 'are'} only {tray.count} of “{tray.name}” in this kitchen."
        remedy = Remedy(label=f"Use {tray.count}", field="trays", value=str(tray.count))
        raise PlanRefusedError(stop("trays", have + " Use fewer, or add some under Kitchen.", remedy))
    if request.racks > kitchen.rack_positions:
        raise PlanRefusedError(
            stop("racks", f"This oven has {kitchen.rack_positions} rack position. Use one, or change it under Kitchen.")
        )
    try:
        job = job_for(spec, found, request.trays, request.racks)
    except ValueError as error:
        raise PlanRefusedError(stop("dough", str(error))) from error
    if request.at <= now:
        raise PlanRefusedError(stop("at", "That time has passed. Choose a time still to come."))
    ticks = to_ticks(job)
    solved = solve(ticks)
    steps = steps_of(job, ticks, solved.timetable, spec, found)
    broken = violations(job, steps)
    if broken:
        raise RuntimeError("a plan broke the kitchen's rules: " + "; ".join(broken))
    length = timedelta(seconds=max(step.end_s for step in steps if step.kind is Kind.COOL))
    start = _start(request, length, now)
    hands = sum(step.end_s - step.start_s for step in steps if step.place is Place.HANDS)
    return Plan(
        start=start,
        end=start + length,
        steps=steps,
        job=job,
        hands_s=hands,
        proved=solved.proved,
        bound_s=solved.bound * TICK_S,
        proof=_proof(solved, ticks),
        saving="With one dough, planning saves little time over baking sensibly tray by tray; it saves watching the clock.",
    )


def _start(request: DayRequest, length: timedelta, now: datetime) -> datetime:
    """When to begin, in UTC; computed there so that a clock change in the night does not bend a plan."""
    at = request.at.astimezone(UTC)
    if request.when is When.START_AT:
        return at
    start = at - length - timedelta(seconds=BUFFER_S)
    if start < now:
        # Offer the next five minutes on the clock that certainly work, rather than a time already slipping away.
        earliest = now.astimezone(UTC) + length + timedelta(seconds=BUFFER_S)
        past = timedelta(minutes=earliest.minute % 5, seconds=earliest.second, microseconds=earliest.microsecond)
        earliest += timedelta(minutes=10) - past
        hours, minutes = divmod(round(length.total_seconds() / 60), 60)
        remedy = Remedy(label="Use the earliest time", field="at", value=earliest.isoformat())
        raise PlanRefusedError(
            stop(
                "at",
                f"Too soon: from taking out the butter to cold cookies takes {hours} h {minutes:02d} min and ten minutes in hand.",
                remedy,
            )
        )
    return start


def _proof(solved: Solved, t: Ticks) -> str:
    finish = solved.timetable.finish(t)
    if solved.proved:
        return "No plan under these rules is shorter (times rounded up to half minutes)."
    gap = round((finish - solved.bound) * TICK_S / 60)
    return f"Best plan found. A shorter one, by at most {gap} min, may exist."


def steps_of(job: DayJob, t: Ticks, table: Timetable, spec: DoughSpec, found: Assessment) -> tuple[Step, ...]:
    """The timetable as steps in seconds, trays and rack positions named."""
    steps = _dough_steps(job, t, table, spec, found)
    first_load = min(load.load for load in table.loads)
    oven_c = found.outcome.oven_c if found.outcome else 180.0
    dial = say(oven_c, spec.oven.scale)
    steps.append(
        _step(
            Kind.PREHEAT,
            f"Heat the oven to {dial}",
            Place.OVEN,
            Heat.HOT,
            first_load - t.preheat,
            first_load,
            detail="Trust an oven thermometer over the dial.",
        )
    )
    racks = _colour([(load.load, load.load + t.slot) for load in table.loads])
    trays = _colour([(load.form[0], load.transfer + t.transfer[i] + t.tray_cool) for i, load in enumerate(table.loads)])
    for i in range(len(table.loads)):
        steps += _load_steps(job, t, table, i, chr(ord("A") + trays[i]), racks[i] + 1, spec, found)
    return tuple(sorted(steps, key=lambda step: (step.start_s, step.end_s, step.kind.value)))


def _step(kind: Kind, title: str, place: Place, heat: Heat, start: int, end: int, detail: str = "") -> Step:
    return Step(
        kind=kind, title=title, detail=detail, place=place, heat=heat, start_s=start * TICK_S, end_s=end * TICK_S
    )


def _dough_steps(job: DayJob, t: Ticks, table: Timetable, spec: DoughSpec, found: Assessment) -> list[Step]:
    steps = []
    if t.soften:
        steps.append(
            _step(
                Kind.SOFTEN,
                "Take out the butter and eggs",
                Place.COUNTER,
                Heat.SOFT,
                0,
                t.soften,
                "Cut the butter into 20 mm cubes. It is ready when a fingertip leaves a clean dent.",
            )
        )
    lines = sum(1 for line in found.lines if line.part.value == "dough")
    steps.append(
        _step(Kind.WEIGH, f"Weigh {lines} ingredients", Place.HANDS, Heat.COOL_ROOM, table.weigh, table.weigh + t.weigh)
    )
    steps.append(
        _step(
            Kind.MIX,
            "Mix the dough",
            Place.HANDS,
            Heat.SOFT,
            table.mix,
            table.mix + t.mix,
            "Stop when the flour is just combined. Raw flour and raw egg are not for tasting.",
        )
    )
    if t.chill:
        form = "a flat disc" if isinstance(spec.form, CutoutForm) else "a block or portions"
        steps.append(
            _step(
                Kind.CHILL,
                "Chill the dough",
                Place.FRIDGE,
                Heat.CHILLED,
                table.mix + t.mix,
                table.out,
                f"Wrapped, as {form}.",
            )
        )
        if table.out - table.mix - t.mix > t.temper_after and t.temper:
            steps.append(
                _step(
                    Kind.TEMPER,
                    "Let the dough warm a little",
                    Place.COUNTER,
                    Heat.COOL_ROOM,
                    table.out,
                    table.out + t.temper,
                )
            )
    return steps


def _load_steps(
    job: DayJob, t: Ticks, table: Timetable, i: int, tray: str, rack: int, spec: DoughSpec, found: Assessment
) -> list[Step]:
    load = table.loads[i]
    pieces = job.pieces[i]
    verb = VERBS[spec.form.kind]
    window = found.outcome.window if found.outcome else None
    look = f"Look from minute {window.first_look_min:.0f}: {window.cue}." if window else ""
    bake_from = load.load + t.load
    bake_to = bake_from + t.bake
    formed = load.form[-1] + t.chunks[i][-1]
    moved = load.transfer + t.transfer[i]
    part = f"{t.bake * TICK_S / 60:g} min"
    rows: list[tuple[Kind, str, Place, Heat, int, int, str]] = [
        (Kind.FORM, f"{verb} {pieces} on tray {tray}", Place.HANDS, Heat.COOL_ROOM, start, start + length, "")
        for start, length in zip(load.form, t.chunks[i], strict=True)
    ]
    if load.load > formed:
        rows.append((Kind.WAIT, f"Tray {tray} waits, raw", Place.COUNTER, Heat.COOL_ROOM, formed, load.load, ""))
    rows += [
        (Kind.LOAD, f"Tray {tray} into the oven", Place.HANDS, Heat.HOT, load.load, bake_from, f"Rack position {rack}."),
        (Kind.BAKE, f"Tray {tray} bakes {part}", Place.OVEN, Heat.HOT, bake_from, bake_to, look),
        (Kind.TURN, f"Turn tray {tray}", Place.HANDS, Heat.HOT, load.turn, load.turn + t.turn,
         "Half time: back to front" + (", and swap racks if two trays are in." if job.racks > 1 else ".")),
        (Kind.UNLOAD, f"Tray {tray} out", Place.HANDS, Heat.HOT, bake_to, bake_to + t.unload, "Dry mitts. Is it done? " + (window.cue.capitalize() + "." if window else "")),
        (Kind.REST, f"Cookies rest on tray {tray}", Place.COUNTER, Heat.COOLING, bake_to + t.unload, load.transfer, ""),
        (Kind.TRANSFER, f"Move {pieces} from tray {tray} to the rack", Place.HANDS, Heat.COOLING, load.transfer, moved, ""),
        (Kind.COOL, f"{pieces} cookies cool", Place.COOLING, Heat.COOLING, moved, moved + t.cool, ""),
        (Kind.TRAY_COOL, f"Tray {tray} cools before raw dough touches it", Place.COUNTER, Heat.COOLING, moved, moved + t.tray_cool, ""),
    ]  # fmt: skip
    return [
        _step(*row[:6], detail=row[6]).model_copy(
            update={"load": i, "tray": tray, "rack": rack if row[0] in IN_OVEN else None}
        )
        for row in rows
    ]


VERBS = {
    "scoop": "Scoop", "cutout": "Roll and cut", "ball": "Roll", "batter": "Drop and spread", "log": "Slice", "rope": "Shape",
    "block": "Cut", "sheet": "Roll and score", "pan": "Press", "rusk": "Shape",
}  # fmt: skip
IN_OVEN = (Kind.LOAD, Kind.BAKE, Kind.UNLOAD)


def _colour(spans: list[tuple[int, int]]) -> list[int]:
    """The lowest free number for each span, in order of their starts: names for trays and racks."""
    until: list[int] = []
    chosen = [0] * len(spans)
    for index in sorted(range(len(spans)), key=lambda i: spans[i]):
        start, end = spans[index]
        free = next((n for n, busy in enumerate(until) if busy <= start), len(until))
        if free == len(until):
            until.append(end)
        until[free] = end
        chosen[index] = free
    return chosen
