"""The figures of the wish (docs/wish.md), measured anew: `make wishbench` [random wishes] [seed]."""

import multiprocessing
import sys
import time

import numpy as np

from finebatch.core.bench.starters import starters
from finebatch.core.inverse.answers import Wished
from finebatch.core.inverse.asked import Avoid, CookieWish, MeasuredIn, Want, Without
from finebatch.core.inverse.asking import musts_missed
from finebatch.core.inverse.collisions import Tester
from finebatch.core.inverse.relaxed import relaxed
from finebatch.core.inverse.running import granted, granted_first
from finebatch.core.inverse.solving import solve
from finebatch.core.inverse.tradeoff import map_of
from tests.wish_kit import KITCHEN, impossible_musts, known_doughs, random_wish, space_of, wrongs

STARTS, NEAR = 6, 0.1
CLASHING = ("drop_chewy", "drop_cakey", "cutout_butter", "rolled_ball", "giant_thick", "sliced_log_shortbread", "rope_shaped", "oil_crumble_ball")  # fmt: skip
IMPOSSIBLE = 30
MAPS = (("drop_chewy", "height", "crisp"), ("drop_cakey", "width", "cakey"), ("rolled_ball", "width", "cakey"), ("cutout_spiced", "height", "crisp"))  # fmt: skip


def at(values: list[float], *parts: float) -> str:
    return " / ".join(f"{value:.3g}" for value in np.percentile(values, parts))


def known(seed: int) -> None:
    """Doughs that exist, looked for from elsewhere in their family."""
    for measures in MeasuredIn:
        for counted in (False, True):
            rows, cpu, columns, rounding = [], [], [], []
            for one in known_doughs(seed, measures):
                began = time.process_time()
                count = one.count() if counted else None
                found = solve(one.space, one.terms(), count, NEAR, start=one.start, starts=STARTS, seed=one.seed)
                cpu.append(time.process_time() - began)
                columns.append(float(one.space.columns))
                assert found is not None
                assert not found.broken
                rows.append(one.off(found.baked))
                loose = relaxed(one.space, one.terms(), one.start, NEAR, one.start)
                rounding.append(max(rows[-1][:2]) - max(one.off(loose.baked)[:2]))
            wide, high, bite = (list(column) for column in zip(*rows, strict=True))
            met = [w <= 3 and h <= 3 for w, h, _ in rows]
            soft = [m and b <= 10 for m, b in zip(met, bite, strict=True)]
            print(
                f"known, {measures.value}{', count a must' if counted else ''}: {len(rows)}; within 3% {100 * np.mean(met):.1f}%, and textures within 10 points "
                f"{100 * np.mean(soft):.1f}%; median off width {np.median(wide):.2f}%, height {np.median(high):.2f}%, texture {np.median(bite):.1f} points; "
                f"rounding costs {np.median(rounding):+.2f}% at the median; columns {at(columns, 50, 90, 100)}; CPU s {at(cpu, 50, 90, 100)}",
                flush=True,
            )


def _one(seed: int) -> tuple[str, int, bool, float, float, list[str]]:
    of = random_wish(seed)
    began = time.process_time()
    granted_first(of)
    first = time.process_time() - began
    began = time.process_time()
    found = granted(of)
    whole = time.process_time() - began
    bad = [f"{seed} {one.kind.value}: {wrong}" for one in found.offered for wrong in wrongs(of, one)]
    kept = any(not musts_missed(one)[0] for one in found.offered)
    kind = "clash" if found.clash else "three" if len(found.offered) >= 3 else "fewer"
    return kind, len(found.offered), kept, first, whole, bad


def random(number: int, seed: int) -> None:
    """Wishes at random, through everything up to the card."""
    with multiprocessing.get_context("spawn").Pool(2) as pool:
        rows = pool.map(_one, range(seed, seed + number), chunksize=5)
    usual = [row for row in rows if row[0] != "clash"]
    for row in rows:
        for wrong in row[5]:
            print("BROKEN", wrong)
    print(
        f"random: {number} wishes, {len(rows) - len(usual)} said to collide; broken {sum(len(row[5]) for row in rows)}; of the others some answer keeps every must "
        f"{100 * np.mean([row[2] for row in usual]):.1f}%, three answers {100 * np.mean([row[1] >= 3 for row in usual]):.0f}%; "
        f"first CPU s {at([row[3] for row in rows], 50, 90, 100)}; all CPU s {at([row[4] for row in usual], 50, 90, 100)}; with a collision "
        f"{at([row[4] for row in rows if row[0] == 'clash'] or [0.0], 50, 90, 100)}",
        flush=True,
    )


def collisions(seed: int) -> None:
    """Wishes that cannot be: is the set they are put down to true, and none smaller within it?"""
    rng = np.random.default_rng(seed)
    families = {one.style_id: one for one in starters()}
    true = minimal = tried = found = 0
    cpu = []
    while found < IMPOSSIBLE:
        space = space_of(families[CLASHING[tried % len(CLASHING)]])
        tried += 1
        musts = impossible_musts(space, rng)
        began = time.process_time()
        clash = Tester(space.base, space.house).clash(musts)
        if not clash:
            continue
        cpu.append(time.process_time() - began)
        found += 1
        strong = Tester(space.base, space.house, starts=10, seed=77)
        is_true = not strong.keeps(clash)
        true += is_true
        minimal += is_true and all(
            len(clash) == 1 or strong.keeps(tuple(other for other in clash if other is not one)) for one in clash
        )
    print(
        f"collisions: {found} of {tried} wishes; true {true}, true and minimal {minimal}; CPU s {at(cpu, 50, 90)}",
        flush=True,
    )


def left_out() -> None:
    """Every family without egg, without milk, without both: is there an answer, and does it keep the family's water and fat?"""
    for without in ((Without.EGG,), (Without.MILK,), (Without.EGG, Without.MILK)):
        given, bad = [], []
        for one in starters():
            wish = CookieWish(height_mm=Want(value=12), without=tuple(Avoid(what=what) for what in without))
            found = granted(Wished(wish, KITCHEN, one.spec))
            given.append(bool(found.offered))
            bad += [wrong for answer in found.offered for wrong in wrongs(Wished(wish, KITCHEN, one.spec), answer)]
        names = " and ".join(what.value for what in without)
        print(f"without {names}: answers for {sum(given)} of {len(given)} families, broken {bad or 'none'}", flush=True)


def maps() -> None:
    """How long a map takes."""
    families = {one.style_id: one for one in starters()}
    for family, one, other in MAPS:
        space = space_of(families[family])
        began = time.process_time()
        dots = map_of(space, one, other)
        print(f"map {family}, {one} by {other}: {len(dots)} dots, CPU s {time.process_time() - began:.2f}", flush=True)


def main() -> None:
    number = int(sys.argv[1]) if len(sys.argv) > 1 else 1000
    seed = int(sys.argv[2]) if len(sys.argv) > 2 else 20_000
    known(seed)
    collisions(seed + 1)
    left_out()
    maps()
    random(number, seed)


if __name__ == "__main__":
    main()
