"""The day on a grid of half minutes: minima rounded up, maxima down, the bake to the nearest."""

from dataclasses import dataclass

from .job import DayJob

TICK_S = 30
CHUNK_TICKS = 8  # shaping is cut into pieces of at most four minutes, so that the oven can be served between
TURN_SLACK_TICKS = 2
MIX_WITHIN_TICKS = 30  # weighed ingredients wait at most a quarter of an hour


@dataclass(frozen=True)
class Ticks:
    """A day job in ticks. `chunks[i]` are the lengths of load i's shaping pieces."""

    soften: int
    weigh: int
    mix: int
    chill: int
    chill_max: int
    temper_after: int
    temper: int
    preheat: int
    chunks: tuple[tuple[int, ...], ...]
    load: int
    bake: int
    turn: int
    unload: int
    rest: int
    rest_max: int
    transfer: tuple[int, ...]
    cool: int
    tray_cool: int
    wait_max: int
    pause_max: int
    trays: int
    racks: int

    @property
    def slot(self) -> int:
        """From opening the door to load until the tray is out."""
        return self.load + self.bake + self.unload

    @property
    def turn_at(self) -> int:
        """Half time, counted from opening the door to load."""
        return self.load + self.bake // 2


@dataclass(frozen=True)
class LoadTimes:
    """Starts in ticks of one load: every shaping piece, loading, turning, and moving to the rack."""

    form: tuple[int, ...]
    load: int
    turn: int
    transfer: int


@dataclass(frozen=True)
class Timetable:
    """Starts in ticks of everything, from the moment the butter comes out."""

    weigh: int
    mix: int
    out: int
    loads: tuple[LoadTimes, ...]

    def finish(self, t: Ticks) -> int:
        """When the last load is cold."""
        return max(load.transfer + t.transfer[i] + t.cool for i, load in enumerate(self.loads))


def up(seconds: int) -> int:
    """Ticks that surely hold `seconds`."""
    return -(-seconds // TICK_S)


def to_ticks(job: DayJob) -> Ticks:
    """The job on the grid."""
    return Ticks(
        soften=up(job.soften_s),
        weigh=up(job.weigh_s),
        mix=up(job.mix_s),
        chill=up(job.chill_s),
        chill_max=job.chill_max_s // TICK_S,
        temper_after=job.temper_after_s // TICK_S,
        temper=up(job.temper_s),
        preheat=up(job.preheat_s),
        chunks=tuple(_chunks(up(seconds)) for seconds in job.form_s),
        load=up(job.load_s),
        bake=max(1, round(job.bake_s / TICK_S)),
        turn=up(job.turn_s),
        unload=up(job.unload_s),
        rest=up(job.rest_s),
        rest_max=(job.rest_s + job.rest_slack_s) // TICK_S,
        transfer=tuple(up(seconds) for seconds in job.transfer_s),
        cool=up(job.cool_s),
        tray_cool=up(job.tray_cool_s),
        wait_max=job.wait_max_s // TICK_S,
        pause_max=job.pause_max_s // TICK_S,
        trays=job.trays,
        racks=job.racks,
    )


def _chunks(work: int) -> tuple[int, ...]:
    """Work in pieces of at most CHUNK_TICKS, as even as can be."""
    pieces = max(1, -(-work // CHUNK_TICKS))
    base, extra = divmod(work, pieces)
    return tuple(base + (1 if i < extra else 0) for i in range(pieces))
