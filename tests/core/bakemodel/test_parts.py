"""The bake model's parts, each alone: shapes, mixes, phases, heat, water, flow, gas, end points."""

import dataclasses
import itertools
import math
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bakemodel.bakeware import END_POINT, EndStyle
from finebatch.core.bakemodel.case import Case, Shift, only
from finebatch.core.bakemodel.column import COLUMN, packed
from finebatch.core.bakemodel.endpoints import BROWNED, CORE, MOISTURE, RADIUS, crossing, ends_of, limits
from finebatch.core.bakemodel.gas import wanted
from finebatch.core.bakemodel.heat import IMPLICIT, LAYERS, solve_tridiagonal, vapour_pressure, water_activity
from finebatch.core.bakemodel.mix import AIR, DENSITY, FatState, Material, Mixing, material, mix_of
from finebatch.core.bakemodel.outcome import bake, column_of
from finebatch.core.bakemodel.parameters import fitted
from finebatch.core.bakemodel.phases import binding_water, set_temperature, split
from finebatch.core.bakemodel.shapes import Flow, Shape, ball, disc, flattened, log, mound, pan, pressed, sheet
from finebatch.core.bakemodel.simulate import MOST_TIMES, NO_AIR, footprint, profile, simulate
from finebatch.core.bakemodel.spread import rate
from finebatch.core.bakemodel.viscosity import ln_unset
from finebatch.core.ingredients.catalogue import catalogue
from finebatch.core.kitchen.bakeware import Liner, TrayKind
from tests.kit import bake_cases, case_of, generic_materials

M = generic_materials()
P = fitted()
DROP = case_of(bake_cases()[2], M)


def record(case: Case) -> Any:
    """The case as the time loop reads it."""
    return packed([column_of(case, P)])[0]


def with_mix(**grams: float) -> Case:
    mix = mix_of([(M[name], g) for name, g in grams.items()])
    return Case(mix, mound(40, mix.density_kg_m3), 180, only(EndStyle.SOFT))


# --- shapes ----------------------------------------------------------------------------------------------------

masses, densities = st.floats(2, 300), st.floats(500, 1400)


@given(masses, densities)
def test_mounds_and_balls_hold_their_volume(mass_g: float, density: float) -> None:
    volume = mass_g / 1000 / density
    for shape in (mound(mass_g, density), ball(mass_g, density)):
        assert shape.volume_m3 == pytest.approx(volume)
        assert shape.mass_kg == pytest.approx(mass_g / 1000)
    assert mound(mass_g, density).radius_m == pytest.approx((3 * volume / (2.1 * math.pi)) ** (1 / 3))
    assert ball(mass_g, density).diameter_mm == pytest.approx(1000 * (6 * volume / math.pi) ** (1 / 3))


@given(st.floats(20, 150), st.floats(2, 20), densities)
def test_a_disc_is_as_thick_and_wide_as_it_was_cut(diameter: float, thickness: float, density: float) -> None:
    shape = disc(diameter, thickness, density)
    assert shape.diameter_mm == pytest.approx(diameter)
    assert shape.height_mm * shape.mean_to_max == pytest.approx(thickness)
    assert shape.mass_kg == pytest.approx(density * math.pi / 4 * (diameter / 1000) ** 2 * thickness / 1000)


@given(masses, densities, st.floats(0.5, 2))
def test_a_heavier_piece_grows_as_its_kind_does(mass_g: float, density: float, factor: float) -> None:
    assert mound(mass_g, density).heavier(factor).radius_m == pytest.approx(mound(mass_g * factor, density).radius_m)
    flat = flattened(mass_g, 10, density)
    assert flat.heavier(factor).height_mm == pytest.approx(flat.height_mm)
    assert disc(50, 5, density).heavier(factor).diameter_mm == pytest.approx(50)
    rod = log(mass_g, 40, 200, density)
    assert rod.heavier(factor).length_m == rod.length_m
    assert pan(200, 200, 15, density).heavier(factor).radius_m == pan(200, 200, 15, density).radius_m


def test_pans_and_logs_report_their_height() -> None:
    assert pan(200, 200, 16, 1000).height_mm * 0.97 == pytest.approx(16)
    assert pan(200, 200, 16, 1000, rounded=True).height_mm * 0.97 == pytest.approx(16)
    assert log(500, 50, 250, 1000).height_mm == pytest.approx(1000 * 0.0005 / (0.05 * 0.25) / 0.8)
    assert Shape(Flow.ROUND, 0.03, 5e-5, 0.05, 0.9).diameter_mm == pytest.approx(60)


# --- mixes -----------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("id", sorted(catalogue()))
def test_every_catalogue_ingredient_becomes_a_material(id: str) -> None:
    found = material(catalogue()[id])
    parts = [getattr(found, name) for name in DENSITY]
    assert sum(parts) == pytest.approx(1, abs=1e-6)
    assert 1 / 2200 < found.volume_m3_per_kg < 1 / 900
    assert 0 <= found.fat_held_share <= 1
    assert found.inclusion in ("", "choc", "solid", "flake", "brittle")


@given(st.floats(0.2, 5))
def test_a_mix_does_not_depend_on_how_much_is_made(factor: float) -> None:
    parts = [(M["flour"], 250.0), (M["butter"], 150.0), (M["sugar"], 150.0), (M["egg"], 50.0), (M["nuts"], 60.0)]
    small, large = mix_of(parts), mix_of([(m, g * factor) for m, g in parts])
    for name in ("water", "fat", "sugar", "starch", "specific_m3", "air_share", "network_protein", "inclusions"):
        assert getattr(large, name) == pytest.approx(getattr(small, name))


def test_beating_brings_air_and_melting_takes_it() -> None:
    parts = [(M["flour"], 250.0), (M["butter"], 150.0), (M["sugar"], 150.0), (M["egg"], 50.0)]
    air = {mixing: mix_of(parts, mixing).air_share for mixing in Mixing}
    assert air[Mixing.CREAMED_HEAVY] > air[Mixing.CREAMED_LIGHT] > air[Mixing.ONE_STAGE] > air[Mixing.MELTED]
    assert mix_of(parts, Mixing.CREAMED_LIGHT, FatState.COLD).air_share < air[Mixing.CREAMED_LIGHT]
    assert set(AIR) == set(Mixing)


def test_inclusions_stay_out_of_the_matrix() -> None:
    plain, chips = with_mix(flour=250, butter=150, sugar=150), with_mix(flour=250, butter=150, sugar=150, chips=200)
    assert chips.mix.inclusions == pytest.approx(200 / 750)
    assert chips.mix.fat == pytest.approx(plain.mix.fat * 550 / 750)
    assert chips.mix.choc_m3 > 0
    assert plain.mix.matrix_share == 1


def test_polyols_average_by_the_logarithm() -> None:
    both = mix_of([(M["erythritol"], 50.0), (M["xylitol"], 50.0)])
    assert both.polyol_solubility == pytest.approx(math.sqrt(0.60 * 1.75), rel=1e-6)
    assert mix_of([(M["flour"], 1.0)]).polyol_solubility == 1


@given(st.floats(60, 500), st.floats(60, 500), st.floats(4, 30), densities)
def test_a_slabs_edge_is_a_strip_of_it(width: float, length: float, thickness: float, density: float) -> None:
    for shape in (
        sheet(width, length, thickness, density),
        pan(width, length, thickness, density),
        pan(width, 1, thickness, density, rounded=True),
    ):
        assert shape.edge is not None
        assert 0 < shape.edge.share < 1
        assert shape.edge.strip_m <= 2 * thickness / 1000 + 1e-12
        assert shape.mass_kg == pytest.approx(shape.area_m2 * thickness / 1000 * density)
    assert not sheet(width, length, thickness, density).edge.walls  # type: ignore[union-attr]


@given(masses, densities)
def test_a_ball_is_pressed_without_a_jump(mass_g: float, density: float) -> None:
    """From the ball to the flat round: never narrower than the ball, wider the more it is pressed."""
    across = ball(mass_g, density).diameter_mm
    widths = [pressed(mass_g, across * (1 - 0.008 * i), density).diameter_mm for i in range(100)]
    assert widths[0] == pytest.approx(across)
    assert all(b >= a - 1e-9 for a, b in itertools.pairwise(widths))
    assert max(b / a for a, b in itertools.pairwise(widths)) < 1.03
    flat = pressed(mass_g, across * 0.5, density)
    assert flat.diameter_mm == pytest.approx(1000 * 2 * math.sqrt(flat.volume_m3 / (math.pi * across / 2000 * 0.88)))


# --- phases and viscosity --------------------------------------------------------------------------------------


@given(st.floats(0, 110))
def test_solids_are_a_share_and_melt_away(temp: float) -> None:
    c = record(DROP)
    solids, fat, sugars, sucrose, free, coarse = split(c, temp, c.water, 0.0)
    assert 0 < solids < 1
    assert 0 <= coarse < 0.75
    assert free > 0
    _, later_fat, later_sugars, _, _, _ = split(c, temp + 20, c.water, sucrose)
    assert later_fat <= fat + 1e-12
    assert later_sugars >= sugars - 1e-12


def unset(c: Any, temp: float) -> float:
    solids, fat, sugars, _, free, coarse = split(c, temp, c.water, 0.0)
    return ln_unset(c, temp, solids, fat, sugars, free, coarse)


@given(st.floats(20, 60), st.floats(1, 30))
def test_dough_thins_as_it_warms(temp: float, by: float) -> None:
    c = record(DROP)
    assert unset(c, temp + by) < unset(c, temp)


def set_c(case: Case) -> float:
    return set_temperature(case.mix, P, binding_water(case.mix, 0.0, P))


def test_sugar_raises_and_egg_lowers_the_setting_temperature() -> None:
    plain = with_mix(flour=250, butter=150, sugar=100, water=50)
    assert set_c(with_mix(flour=250, butter=150, sugar=250, water=50)) > set_c(plain)
    assert set_c(with_mix(flour=250, butter=150, sugar=100, egg=66)) < set_c(plain)
    assert set_c(with_mix(flour=250, butter=150, sugar=100, water=50, soda=5)) > set_c(plain)
    assert 60 < set_c(plain) < 110


def test_starch_swamped_with_sugar_hardly_sets_and_other_doughs_do_not_know_of_it() -> None:
    lace, drop = with_mix(flour=50, butter=100, sugar=190), with_mix(flour=250, butter=150, sugar=200, egg=50)
    without = dataclasses.replace(P, laceK=0.0)
    for case, least, most in ((lace, 15.0, 22.0), (drop, 0.0, 0.4)):
        added = set_c(case) - set_temperature(case.mix, without, binding_water(case.mix, 0.0, P))
        assert least <= added <= most


def test_flour_takes_up_water_as_it_rests() -> None:
    parts = [(M["flour"], 250.0), (M["oats"], 100.0), (M["butter"], 150.0)]
    fresh, rested = (binding_water(mix_of(parts, rest_h=hours), 0.0, P) for hours in (0.25, 24))
    assert rested.capacity > fresh.capacity
    assert 0.8 < fresh.hydration < rested.hydration <= 1


def test_gluten_remembers_its_shape_and_dough_without_it_does_not() -> None:
    plain, strong = (
        with_mix(flour=250, butter=150, sugar=100, water=50),
        with_mix(breadflour=250, butter=150, sugar=100, water=50),
    )
    without = with_mix(starch=250, butter=150, sugar=100, water=50)
    assert record(without).stiffens == 0
    assert 0 < record(plain).stiffens < record(strong).stiffens < 2 * P.stiffens


# --- heat and water --------------------------------------------------------------------------------------------


@pytest.mark.parametrize(("celsius", "pascal"), [(20, 2339), (60, 19_940), (100, 101_325), (120, 198_500)])
def test_vapour_pressure_of_water_is_the_handbooks(celsius: float, pascal: float) -> None:
    assert vapour_pressure(float(celsius), 1.0) == pytest.approx(pascal, rel=0.015)


@given(
    st.lists(st.floats(0.1, 5), min_size=LAYERS, max_size=LAYERS),
    st.lists(st.floats(-10, 10), min_size=LAYERS + 1, max_size=LAYERS + 1),
)
def test_the_tridiagonal_solver_solves(up: list[float], force: list[float]) -> None:
    coupling = IMPLICIT * np.array(up)
    diagonal = np.array([1 + sum(pair) for pair in zip([0, *coupling], [*coupling, 0], strict=True)])
    matrix = np.diag(diagonal) - np.diag(coupling, 1) - np.diag(coupling, -1)
    found = np.array(force)
    solve_tridiagonal(np.array(up), diagonal.copy(), found)
    assert found == pytest.approx(np.linalg.solve(matrix, force), abs=1e-9)


@given(st.floats(0.005, 0.4))
def test_water_activity_rises_with_water(moisture: float) -> None:
    c = record(DROP)
    assert 0 < water_activity(c, moisture) < water_activity(c, moisture * 1.2) < 1


def history_of(case: Case, steps: int = 180) -> np.ndarray:
    found = np.empty((MOST_TIMES * steps, 8))
    return found[: simulate(record(case), ends_of([case], P)[0], steps, found, NO_AIR)]


SLABS = (pan(200, 300, 14, 1150.0), pan(220, 1, 14, 1150.0, rounded=True), sheet(240, 330, 3, 1150.0))


@pytest.mark.parametrize(
    "shape", [DROP.shape, log(400, 50, 250, 1150.0), *SLABS], ids=["mound", "log", "pan", "round pan", "sheet"]
)
def test_no_water_appears_and_the_core_only_warms(shape: Shape) -> None:
    history = history_of(dataclasses.replace(DROP, shape=shape))
    assert (np.diff(history[:, MOISTURE]) <= 1e-9).all()
    assert history[0, MOISTURE] <= DROP.mix.water
    assert (np.diff(history[:, CORE]) >= -0.2).all()
    assert (np.diff(history[:, RADIUS]) >= -1e-12).all()
    assert (np.diff(history[:, BROWNED]) >= 0).all()
    assert history[:, CORE].max() < DROP.oven_c


@pytest.mark.parametrize("shape", SLABS, ids=["pan", "round pan", "sheet"])
def test_a_slab_stays_as_wide_and_its_rim_browns_first(shape: Shape) -> None:
    case = dataclasses.replace(DROP, shape=shape, ends=only(EndStyle.GOLDEN))
    history, baked = history_of(case), bake([case], P)
    assert (history[:, RADIUS] == shape.radius_m).all()
    middle = dataclasses.replace(
        case, shape=dataclasses.replace(shape, edge=dataclasses.replace(shape.edge, perimeter_m=0.0))
    )  # type: ignore[type-var]
    assert baked.rim_index[0] >= bake([middle], P).rim_index[0] - 1e-9


@pytest.mark.parametrize(("kind", "most"), [(pan, 0.03), (sheet, 0.01)])
def test_a_slab_twice_as_wide_bakes_alike_and_a_thicker_one_longer(kind: Any, most: float) -> None:
    style = only(EndStyle.PAN if kind is pan else EndStyle.GOLDEN)
    thick = 14 if kind is pan else 3
    small, large, thicker = (
        dataclasses.replace(DROP, shape=kind(side, 1.3 * side, high, 1150.0), ends=style, oven_c=165.0)
        for side, high in ((200, thick), (400, thick), (200, 1.25 * thick))
    )
    found = bake([small, large, thicker], P).first_min
    assert found[1] == pytest.approx(found[0], rel=most)
    assert found[2] > found[0]


def test_thick_pieces_and_cool_ovens_are_given_more_time() -> None:
    thick = dataclasses.replace(DROP, shape=DROP.shape.heavier(4))
    cool = dataclasses.replace(DROP, oven_c=150.0)
    assert record(thick).span_s > record(DROP).span_s
    assert record(cool).span_s > record(DROP).span_s


def test_ice_counts_for_what_comes_from_the_freezer_alone() -> None:
    heats = [record(dataclasses.replace(DROP, dough_c=c)).ice_j_k for c in (-18.0, -2.0, 4.0, 21.0)]
    assert heats == sorted(heats, reverse=True)
    assert heats[-1] < 1e-6 * heats[0]


# --- flow, gas, end points -------------------------------------------------------------------------------------


@given(st.floats(4, 12), st.floats(0.1, 3))
def test_stiffer_dough_spreads_more_slowly(ln_viscosity: float, by: float) -> None:
    c = record(DROP)
    thin, stiff = (rate(c, x, 0.02, 0.025, 3.4e-5) for x in (ln_viscosity, ln_viscosity + by))
    assert 0 < stiff < thin


def test_greased_trays_slip() -> None:
    dry, greased = record(DROP), record(dataclasses.replace(DROP, liner=Liner.GREASED))
    assert rate(greased, 7.0, 0.01, 0.03, 3.4e-5) > rate(dry, 7.0, 0.01, 0.03, 3.4e-5)


@given(st.floats(20, 105), st.floats(0, 90_000), st.floats(0, 1.5))
def test_gas_never_shrinks_and_grows_with_leavener(temp: float, vapour_pa: float, now: float) -> None:
    plain = record(with_mix(flour=250, butter=150, sugar=100, egg=50))
    risen = record(with_mix(flour=250, butter=150, sugar=100, egg=50, bp=8))
    assert wanted(risen, temp, vapour_pa, 8.0, now) >= wanted(plain, temp, vapour_pa, 8.0, now) >= now
    assert wanted(risen, temp, 0.0, -20.0, now) == pytest.approx(now, abs=0.005)


def test_crossings_are_interpolated() -> None:
    history = np.zeros((3, 8))
    history[:, 0], history[:, 2] = (0, 10, 20), (0, 5, 15)
    assert crossing(history, 3, 2, 10.0, 1.0) == (15.0, True)
    assert crossing(history, 3, 2, 99.0, 1.0) == (20.0, False)
    history[:, 2] *= -1
    assert crossing(history, 3, 2, -2.5, -1.0)[0] == 5


@pytest.mark.parametrize("style", list(EndStyle))
def test_limits_are_in_order_and_fall_with_altitude(style: EndStyle) -> None:
    low, high = limits(DROP, style, P), limits(dataclasses.replace(DROP, altitude_m=2000.0), style, P)
    assert set(END_POINT) == set(EndStyle)
    if style is EndStyle.CRISP:
        assert low[5] < low[4]
        return
    assert low[0] < low[1]
    assert low[2] < low[3]
    assert high[1] <= low[1] + 0.6


@given(st.floats(0, 1))
def test_between_two_ways_of_being_done_the_minutes_lie_between(weight: float) -> None:
    ends = ((EndStyle.SOFT, weight), (EndStyle.GOLDEN, 1 - weight))
    soft, golden, both = (
        bake([dataclasses.replace(DROP, ends=of)], P).first_min[0]
        for of in (only(EndStyle.SOFT), only(EndStyle.GOLDEN), ends)
    )
    assert math.log(both) == pytest.approx(weight * math.log(soft) + (1 - weight) * math.log(golden), abs=0.002)


def test_footprints_and_profiles() -> None:
    rod = Case(DROP.mix, log(400, 50, 250, DROP.mix.density_kg_m3), 180, only(EndStyle.LOG_FIRST))
    dish = Case(DROP.mix, pan(200, 300, 16, DROP.mix.density_kg_m3), 180, only(EndStyle.PAN))
    for case, area in ((DROP, math.pi * DROP.shape.radius_m**2), (rod, 0.05 * 0.25), (dish, 0.06)):
        c = record(case)
        assert footprint(c, c.radius_m) == pytest.approx(area) == pytest.approx(case.shape.area_m2)
        assert profile(c, c.radius_m) == pytest.approx(case.shape.mean_to_max)
        assert profile(c, 2 * c.radius_m) != case.shape.mean_to_max


def test_every_number_of_a_column_is_one_the_loop_can_read() -> None:
    column = column_of(DROP, P)
    c = record(DROP)
    assert {name: float(c[name]) for name in COLUMN.names} == dataclasses.asdict(column)
    assert set(TrayKind) == {TrayKind.LIGHT, TrayKind.DARK, TrayKind.INSULATED, TrayKind.SILICONE}
    assert Shift() == DROP.shift
    assert isinstance(M["flour"], Material)
