"""The bake itself: one loop over time that lets heat, water, setting, flow and gas act on each other (doc sections 4 to 7)."""

import math
from typing import Any

import numpy as np

from .compiling import compiled
from .endpoints import BROWNED, COOLED, CORE, MOISTURE, NEVER, RADIUS, RIM, TIME, UNDER, is_over, window
from .gas import wanted
from .heat import LAYERS, conduct, conductivities, evaporate
from .phases import split
from .spread import rate
from .viscosity import ln_unset

STEPS = 180
LAST_STEP_RATIO = 5.0  # the last step against the first: what happens happens early
MOST_TIMES = 5  # as many steps again at the last length, until it is done
SETTLES = 12 / 60  # of the steps, before which nothing is judged done
TRAY_START_C = 25.0
GAS_LAG_S = 20.0
COOLED_SHARE = 0.98  # a cooled cookie's dense volume against the hot one's
BROWN_C, BROWN_WIDTH_K, UNDER_COOLER_K = 140.0, 14.0, 8.0
COLUMNS = 8
BIAS = 0.8  # the first-order step leaves a bias of the times that shrinks with the number of steps


@compiled
def profile(c: Any, radius: float) -> float:
    """Mean over greatest height, which moves from its raw to its baked value as the piece spreads."""
    moved = 1 - math.exp(-1.5 * max(radius / c.radius_m - 1, 0.0))
    return float(c.profile_raw + (c.profile_baked - c.profile_raw) * moved)


@compiled
def footprint(c: Any, radius: float) -> float:
    """m2 covered by the piece."""
    return float(radius * (c.area_square * radius + c.area_linear))


@compiled
def move_between(values: Any, gained: float, outer: float) -> None:
    """As the profile changes, dough crosses from one column to the other and mixes there."""
    for j in range(LAYERS):
        apart = values[0, j] - values[1, j]
        if gained > 0:
            values[1, j] += gained / outer * apart
        else:
            values[0, j] += gained / (1 - outer) * apart


@compiled
def ahead_of(now: float, before: float, first: bool) -> float:
    """A value half a step ahead, by its last step."""
    return now if first else max(1.5 * now - 0.5 * before, 0.5 * now)


@compiled
def browning_rate(surface_c: float) -> float:
    """Browning index a minute."""
    return math.exp((surface_c - BROWN_C) / BROWN_WIDTH_K)


@compiled
def air_c(c: Any, air: Any, seconds: float) -> float:
    """The oven's air. As it was measured: `air` has rows of s since the door was shut and °C. Without any, the door's loss, made good within a few minutes."""
    if len(air) == 0:
        return float(c.oven_c - 0.12 * (c.oven_c - 25) * math.exp(-seconds / 200))
    after = int(np.searchsorted(air[:, 0], seconds))
    if after == 0:
        return float(air[0, 1])
    if after == len(air):
        return float(air[-1, 1])
    part = (seconds - air[after - 1, 0]) / (air[after, 0] - air[after - 1, 0])
    return float(air[after - 1, 1] + part * (air[after, 1] - air[after - 1, 1]))


NO_AIR = np.empty((0, 2))


@compiled
def simulate(c: Any, ends: Any, steps: int, history: Any, air: Any) -> int:
    """Bake one column until it is past every way of being done, and write its history; returned is how many rows it has. `air` is as in `air_c`.

    history: (MOST_TIMES * steps, 8): time s, radius m, core °C, mean moisture kg/kg, cooled volume m3, browning index, and the surface
    °C underneath and at the rim.
    """
    temp, moisture, gas = (
        np.full((2, LAYERS), c.dough_c),
        np.full((2, LAYERS), c.water),
        np.full((2, LAYERS), c.gas_start),
    )
    share, dissolved = np.zeros((2, LAYERS)), np.zeros((2, LAYERS))
    after, soft, share_after = np.empty((2, LAYERS)), np.empty((2, LAYERS)), np.empty((2, LAYERS))
    vapour, flux, slope = np.empty((2, LAYERS)), np.empty((2, LAYERS)), np.empty((2, LAYERS))
    conducts, conducts_last, aims = np.empty((2, LAYERS)), np.empty((2, LAYERS)), np.empty((2, LAYERS))
    up, diagonal, force = np.empty(LAYERS), np.empty(LAYERS + 1), np.empty(LAYERS + 1)
    column, layer_kg, side, swollen = np.empty(2), np.empty(2), np.zeros(2), np.empty(2)
    tray, bottom_c, top_c = np.full(2, TRAY_START_C), np.empty(2), np.empty(2)
    dense = c.mass_kg * c.specific_m3
    radius, volume = c.radius_m, dense * (1 + c.gas_start)
    slab = c.slab > 0
    outer = c.edge_share if slab else 0.5 ** (1 / c.profile_raw)
    growth = math.log(LAST_STEP_RATIO) / (steps - 1)
    whole = 0.0
    for i in range(steps):
        whole += math.exp(growth * i)
    time, browned, brown_before, height_before, rate_before = 0.0, 0.0, 0.0, 0.0, 0.0
    done_s = np.full(len(ends), NEVER)
    for i in range(MOST_TIMES * steps):
        first = i == 0
        dt = c.span_s * math.exp(growth * min(i, steps - 1)) / whole
        time += dt
        oven = air_c(c, air, time - 0.5 * dt)
        height_now = volume / footprint(c, radius)
        height = ahead_of(height_now, height_before, first)
        height_before = height_now
        area = volume / height
        if slab:
            for k in range(2):
                column[k], layer_kg[k] = height, c.mass_kg / area / LAYERS
            side[1] = c.edge_side * height
        else:
            outer_now = 0.5 ** (1 / profile(c, radius))
            if not first:
                gained = outer_now - outer
                move_between(temp, gained, outer_now)
                move_between(moisture, gained, outer_now)
                move_between(gas, gained, outer_now)
                move_between(share, gained, outer_now)
            outer = outer_now
            for k in range(2):
                held = 2 - 2 * outer if k == 0 else 2 * outer
                column[k], layer_kg[k] = height * held, c.mass_kg / area / LAYERS * held
            side[1] = c.side_area * column[1] / radius
        for k in range(2):
            swollen[k] = 1 + gas[k].sum() / LAYERS
        evaporate(c, temp, moisture, swollen, column, side, layer_kg, dt, vapour, flux, slope)
        conductivities(c, swollen, vapour, conducts_last, conducts, first)
        middle = conducts[0, LAYERS // 2]
        for k in range(2):
            across = c.across * height / (radius * radius) / LAYERS * middle
            if slab:
                across = (c.edge_across if k == 1 else c.middle_across) * height / LAYERS * middle
            tray[k], bottom_c[k], top_c[k] = conduct(
                c, k, tray[k], temp, moisture, conducts, column[k], radius, side[k], across, flux, slope, oven, layer_kg[k],
                dt, up, diagonal, force, after,
            )  # fmt: skip
            for j in range(LAYERS):
                gone = max(flux[k, j] + slope[k, j] * force[j + 1], 0.0)
                lost = dt * gone / (layer_kg[k] * max(moisture[k, j], 1e-6))
                moisture[k, j] /= 1 + lost * (1 + lost)
        core, sixths = 1e9, 0.0
        for k in range(2):
            for j in range(LAYERS):
                t = after[k, j]
                if k == 0 or not slab:
                    core = min(core, t)
                solids, fat, all_sugar, sugar, free, coarse = split(c, t, moisture[k, j], dissolved[k, j])
                dissolved[k, j] = sugar
                soft[k, j] = ln_unset(c, t, solids, fat, all_sugar, free, coarse)
                share_after[k, j] = max(1 / (1 + math.exp(-(t - c.set_c) / c.set_width_k)), share[k, j])
                sixths += math.exp((soft[k, j] + c.set_gain * share_after[k, j]) / 6)
        # A power mean in which the stiffest layers weigh most: a cold core or a set crust holds the whole.
        ln_viscosity = 6 * math.log(sixths / (2 * LAYERS))
        rate_now = rate(c, ln_viscosity, height, radius, volume)
        flow = dt * (rate_now if first else 0.5 * (rate_now + rate_before))
        rate_before = rate_now
        gas_kept = 0.0
        swell = 0.0
        wet = 0.0
        lag = 1 - math.exp(-dt / GAS_LAG_S)
        for k in range(2):
            weight = (outer if k == 1 else 1 - outer) / LAYERS
            for j in range(LAYERS):
                aim_now = wanted(c, after[k, j], vapour[k, j], soft[k, j], gas[k, j])
                aim = aim_now if first else 0.5 * (aim_now + aims[k, j])
                aims[k, j] = aim_now
                open_share = 1 - 0.5 * (share_after[k, j] + share[k, j])
                gas[k, j] += open_share * max(aim - gas[k, j], 0.0) * lag
                share[k, j] = share_after[k, j]
                temp[k, j] = after[k, j]
                swell += weight * gas[k, j]
                gas_kept += weight * gas[k, j] * (c.keeps_unset + (1 - c.keeps_unset) * share[k, j])
                wet += weight * moisture[k, j]
        grown = dense * (1 + swell)
        gives = c.lateral / (1 + math.exp(0.5 * (ln_viscosity - c.ln_gives)))
        radius *= math.exp(c.moves * (flow / (1 + 4 * flow) + gives * math.log(grown / volume)))
        volume = grown
        hot = browning_rate(max(top_c[0], bottom_c[0] - UNDER_COOLER_K))
        rim_c = max(top_c[1], bottom_c[1] - UNDER_COOLER_K)
        if not slab:
            hot = 0.5 * (hot + browning_rate(rim_c))
        browned += dt / 60 * c.browns * (hot if first else 0.5 * (hot + brown_before))
        brown_before = hot
        history[i, TIME], history[i, RADIUS], history[i, CORE], history[i, MOISTURE] = time, radius, core, wet
        history[i, COOLED], history[i, BROWNED] = dense * (1 + gas_kept) * COOLED_SHARE, browned
        history[i, UNDER], history[i, RIM] = 0.5 * (bottom_c[0] + bottom_c[1]), rim_c
        if i > SETTLES * steps:
            ready = True
            for e in range(len(ends)):
                if ends[e].weight > 0:
                    done_s[e] = min(done_s[e], time) if is_over(ends[e], core, wet, browned) else NEVER
                    ready = ready and time >= 1.04 * done_s[e]
            if ready:
                return i + 1
    return MOST_TIMES * steps


@compiled
def browned_at(c: Any, history: Any, surface: int, row: int, part: float) -> float:
    """The browning index of a surface between two rows: minutes of exp((T - 140)/14), by the trapezium rule."""
    before, now = 0.0, 0.0
    for i in range(1, row + 1):
        before = now
        minutes = (history[i, TIME] - history[i - 1, TIME]) / 60
        now += 0.5 * minutes * c.browns * (browning_rate(history[i, surface]) + browning_rate(history[i - 1, surface]))
    return before * (1 - part) + now * part


@compiled
def row_at(history: Any, rows: int, seconds: float) -> tuple[int, float]:
    """The row of a history after a moment, and how far between it and the one before the moment lies."""
    row = 0
    for i in range(rows):
        if history[i, TIME] < seconds:
            row += 1
    row = min(max(row, 1), rows - 1)
    part = (seconds - history[row - 1, TIME]) / (history[row, TIME] - history[row - 1, TIME])
    return row, min(max(part, 0.0), 1.0)


@compiled
def measure(c: Any, ends: Any, steps: int, history: Any, rows: int, out: Any) -> None:
    """What a baker measures, into `out`: width and height (mm, cooled), loss (%), first done and last good (min), browning underneath and
    at the rim, whether it was reached. The ways of being done are blended in the logarithm of their minutes; sizes are those in the
    middle of the window."""
    ln_first, ln_last, reached = 0.0, 0.0, 1.0
    for e in range(len(ends)):
        if ends[e].weight > 0:
            first_s, last_s, hit = window(ends[e], history, rows)
            ln_first += ends[e].weight * math.log(first_s)
            ln_last += ends[e].weight * math.log(last_s)
            if not hit:
                reached = 0.0
    first_s, last_s = math.exp(ln_first), math.exp(ln_last)
    when = 0.5 * (first_s + last_s)
    row, part = row_at(history, rows, when)
    radius = history[row - 1, RADIUS] * (1 - part) + history[row, RADIUS] * part
    volume = history[row - 1, COOLED] * (1 - part) + history[row, COOLED] * part
    wet = history[row - 1, MOISTURE] * (1 - part) + history[row, MOISTURE] * part
    minutes = (1 - BIAS / steps) / 60
    out[0] = 2000 * radius
    out[1] = 1000 * volume / footprint(c, radius) / profile(c, radius)
    out[2] = 100 * (c.water - wet) + 1.2 * wet * wet / (wet * wet + 0.0016)  # a last bit of water leaves while it cools
    out[3], out[4] = first_s * minutes, last_s * minutes
    out[5], out[6] = browned_at(c, history, UNDER, row, part), browned_at(c, history, RIM, row, part)
    out[7] = reached


@compiled
def bake_columns(columns: Any, ends: Any, steps: int, out: Any) -> None:
    """Every column by itself; `out` has a row of eight for each."""
    history = np.empty((MOST_TIMES * steps, COLUMNS))
    for b in range(len(columns)):
        rows = simulate(columns[b], ends[b], steps, history, NO_AIR)
        measure(columns[b], ends[b], steps, history, rows, out[b])
