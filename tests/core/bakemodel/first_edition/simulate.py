"""The bake itself: one loop over time that lets heat, water, setting, flow and gas act on each other."""

from dataclasses import dataclass

import numpy as np

from finebatch.core.bakemodel.parameters import Parameters

from .batch import Array, Batch, sigmoid
from .endpoints import limits
from .gas import Gas
from .heat import LAYERS, Conduction, Drying, Geometry, mean_over_layers
from .phases import Phases, binding_water, set_temperature
from .spread import Spread
from .viscosity import Rheology

STEPS = 60
TRAY_START_C = 25.0
GAS_LAG_S = 20.0
TEMP, MOISTURE, GAS, SET = range(4)  # rows of the state block
COOLED = 0.98  # a cooled cookie's dense volume against the hot one's


@dataclass(frozen=True)
class History:
    """Series of shape (steps, B): time s, radius m, core °C, mean moisture kg/kg, cooled volume m3, browning index, and
    the surface °C underneath and at the rim."""

    time: Array
    radius: Array
    core: Array
    moisture: Array
    cooled_volume: Array
    browning: Array
    under: Array
    rim: Array


def footprint(b: Batch, radius: Array) -> Array:
    """m2 covered by the piece."""
    result: Array = radius * (b.area_square * radius + b.area_linear)
    return result


def mean_to_max(b: Batch, radius: Array) -> Array:
    """Mean over greatest height, which moves from its raw to its baked value as the piece spreads."""
    moved = 1 - np.exp(-1.5 * np.maximum(radius / b.radius0 - 1, 0))
    result: Array = b.mean_to_max0 + (b.mean_to_max1 - b.mean_to_max0) * moved
    return result


def time_span_s(b: Batch) -> Array:
    """How long to simulate: thick pieces, cool ovens and crisp styles take longer."""
    height = b.volume0 / footprint(b, b.radius0)
    thickness = np.where(b.fixed, 1.25, np.where(b.planar, 0.9, 0.55)) * 1100 * height
    result: Array = (60 * (11 + thickness) * (117 / (b.oven - 60)) * b.span * 1.55 + 60) * b.time_factor
    return result


def simulate(b: Batch, p: Parameters, steps: int = STEPS) -> History:
    """Bake the batch until every piece is past its last good moment, or the time span ends."""
    water = binding_water(b, p)
    phases, rheology = Phases(b, p, water), Rheology(b, p, water)
    spread, gas, drying, heat = Spread(b, p, rheology.reference), Gas(b, p), Drying(b, p), Conduction(b, p)
    end = limits(b, p)
    set_c = set_temperature(b, p, water)
    set_gain = 1 / p.wset
    tray = np.full((2, b.size), TRAY_START_C)
    # One block of state, so that dough crossing between the columns takes all four with it.
    state = np.zeros((4, LAYERS, 2, b.size))
    state[TEMP], state[MOISTURE], state[GAS] = b.dough_c, b.water0, gas.start
    dense = b.mass * b.specific_m3
    radius, volume = b.radius0.copy(), dense * (1 + gas.start)
    side = np.zeros((2, b.size))
    profile = b.mean_to_max0
    outer = 0.5 ** (1 / profile)
    side_area = np.where(b.fixed, 0.0, np.where(b.round, 4.0, 2.0)) * p.side
    lateral = np.where(b.round, 1 / 3, np.where(b.planar, 0.5, 0.0)) * p.fL
    moves = np.where(b.fixed, 0.0, 1.0)
    browns = (1 - 0.7 * b.polyol / (b.polyol + b.sugar + 0.02)) * (1 + 6 * b.invert)
    weights = np.exp(np.linspace(0, np.log(5.0), steps))
    shares = weights / weights.sum()
    span = time_span_s(b)
    time, browning = np.zeros(b.size), np.zeros(b.size)
    height_last = rate_last = target_last = brown_last = None
    done_at = np.full(b.size, np.inf)
    rows: list[tuple[Array, ...]] = []
    for i in range(steps):
        dt = span * shares[i]
        time = time + dt
        # The door's loss, made good within a few minutes.
        oven = b.oven - 0.12 * (b.oven - 25) * np.exp(-(time - 0.5 * dt) / 200)
        height_now = volume / footprint(b, radius)
        height = (
            height_now if height_last is None else np.maximum(1.5 * height_now - 0.5 * height_last, 0.5 * height_now)
        )
        height_last = height_now
        area = volume / height
        profile = mean_to_max(b, radius)
        outer_new = 0.5 ** (1 / profile)
        if i:
            _move_between_columns(state, outer_new - outer, outer_new)
        outer = outer_new
        share = np.array([2 - 2 * outer, 2 * outer])
        column = height * share
        side[1] = side_area * column[1] / radius
        geo = Geometry(height, radius, column, side)
        layer_kg_m2 = b.mass / area / LAYERS * share
        expanded = 1 + mean_over_layers(state[GAS])
        wet = drying.rates(state[TEMP], state[MOISTURE], expanded, geo, layer_kg_m2, dt)
        after = heat.step(tray, state[TEMP], state[MOISTURE], expanded, geo, wet, oven, layer_kg_m2, dt)
        tray, layers = after.temp[0], after.temp[1:]
        loss = dt * after.flux / (layer_kg_m2 * np.maximum(state[MOISTURE], 1e-6))
        moisture = state[MOISTURE] / (1 + loss * (1 + loss))
        split = phases.split(layers, moisture)
        unset = rheology.unset(layers, split)
        set_before = state[SET]
        set_share = np.maximum(set_before, sigmoid((layers - set_c) * set_gain))
        stiff = rheology.of_piece(unset, set_share)
        rate = spread.rate(stiff, height, radius, volume)
        flow = dt * (rate if rate_last is None else 0.5 * (rate + rate_last))
        rate_last = rate
        expansion = state[GAS]
        target = gas.target(layers, wet.vapour_pa, unset, expansion)
        aim = target if target_last is None else 0.5 * (target + target_last)
        target_last = target
        grows = (1 - 0.5 * (set_share + set_before)) * np.maximum(aim - expansion, 0)
        expansion = expansion + grows * (1 - np.exp(-dt / GAS_LAG_S))
        swollen = dense * (1 + _over_columns(mean_over_layers(expansion), outer))
        gives = lateral / (1 + np.exp(0.5 * (stiff - p.lnEx)))
        radius = radius * np.exp(moves * (flow / (1 + 4 * flow) + gives * np.log(swollen / volume)))
        volume = swollen
        surface = np.maximum(after.top_surface, after.bottom_surface - 8)
        hot = np.exp((surface - 140) / 14)
        hot = 0.5 * (hot[0] + hot[1])
        browning = browning + dt / 60 * browns * (hot if brown_last is None else 0.5 * (hot + brown_last))
        brown_last = hot
        kept = expansion * (p.kp + (1 - p.kp) * set_share)
        cooled = dense * (1 + _over_columns(mean_over_layers(kept), outer)) * COOLED
        core = layers.min(axis=(0, 1))
        mean_moisture = _over_columns(mean_over_layers(moisture), outer)
        under = 0.5 * (after.bottom_surface[0] + after.bottom_surface[1])
        rows.append((time, radius, core, mean_moisture, cooled, browning, under, surface[1]))
        state[TEMP], state[MOISTURE], state[GAS], state[SET] = layers, moisture, expansion, set_share
        if i > 12:
            inside = (core >= end.core_last) | ((mean_moisture <= end.water_last) & b.crisp)
            over = (inside & (browning >= end.brown_first)) | (browning >= 1.3 * end.brown_last)
            done_at = np.where(over, np.minimum(done_at, time), np.inf)
            if (time >= 1.04 * done_at).all():
                break
    return History(*(np.array(series) for series in zip(*rows, strict=True)))


def _over_columns(values: Array, outer: Array) -> Array:
    """Mean of inner and outer column, by the mass each holds."""
    result: Array = (1 - outer) * values[0] + outer * values[1]
    return result


def _move_between_columns(state: Array, gained: Array, outer: Array) -> None:
    """As the profile changes, dough crosses from one column to the other and mixes there; changes `state`."""
    difference = state[:, :, 0] - state[:, :, 1]
    state[:, :, 1] += np.maximum(gained, 0) / outer * difference
    state[:, :, 0] -= np.maximum(-gained, 0) / (1 - outer) * difference
