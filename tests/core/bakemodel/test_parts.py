"""The bake model's parts, each alone: shapes, mixes, phases, heat, water, flow, gas, end points."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bakemodel.bakeware import END_POINT, EndStyle
from finebatch.core.bakemodel.batch import Batch, sigmoid
from finebatch.core.bakemodel.case import Case, Shift
from finebatch.core.bakemodel.endpoints import crossing, limits, value_at
from finebatch.core.bakemodel.gas import Gas
from finebatch.core.bakemodel.heat import LAYERS, Drying, _solve_tridiagonal, mean_over_layers, vapour_pressure
from finebatch.core.bakemodel.mix import AIR, DENSITY, FatState, Material, Mixing, material, mix_of
from finebatch.core.bakemodel.parameters import fitted
from finebatch.core.bakemodel.phases import Phases, binding_water, set_temperature
from finebatch.core.bakemodel.shapes import Flow, Shape, ball, disc, flattened, log, mound, pan
from finebatch.core.bakemodel.simulate import footprint, mean_to_max, simulate, time_span_s
from finebatch.core.bakemodel.spread import Spread
from finebatch.core.bakemodel.viscosity import Rheology
from finebatch.core.ingredients.catalogue import catalogue
from finebatch.core.kitchen.bakeware import Liner, TrayKind
from tests.kit import bake_cases, case_of, generic_materials

M = generic_materials()
P = fitted()
DROP = case_of(bake_cases()[2], M)


def batch(*cases: Case) -> Batch:
    return Batch(list(cases))


def with_mix(**grams: float) -> Case:
    mix = mix_of([(M[name], g) for name, g in grams.items()])
    return Case(mix, mound(40, mix.density_kg_m3), 180, EndStyle.SOFT)


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
    assert pan(400, 15, density).heavier(factor).radius_m == pan(400, 15, density).radius_m


def test_pans_and_logs_report_their_height() -> None:
    assert pan(400, 16, 1000).height_mm * 0.97 == pytest.approx(16)
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


# --- phases and viscosity --------------------------------------------------------------------------------------


def layers(value: float, size: int = 1) -> np.ndarray:
    return np.full((LAYERS, 2, size), value)


@given(st.floats(0, 110))
def test_solids_are_a_share_and_melt_away(temp: float) -> None:
    b = batch(DROP)
    water = binding_water(b, P)
    phases = Phases(b, P, water)
    split = phases.split(layers(temp), layers(float(b.water0[0])))
    assert (split.solids > 0).all()
    assert (split.solids < 1).all()
    assert (split.free > 0).all()
    later = phases.split(layers(temp + 20), layers(float(b.water0[0])))
    assert (later.solid_fat <= split.solid_fat + 1e-12).all()
    assert (later.dissolved >= split.dissolved - 1e-12).all()


@given(st.floats(20, 60), st.floats(1, 30))
def test_dough_thins_as_it_warms(temp: float, by: float) -> None:
    b = batch(DROP)
    water = binding_water(b, P)
    rheology = Rheology(b, P, water)
    moisture = layers(float(b.water0[0]))
    cool = rheology.unset(layers(temp), Phases(b, P, water).split(layers(temp), moisture))
    warm = rheology.unset(layers(temp + by), Phases(b, P, water).split(layers(temp + by), moisture))
    assert (warm < cool).all()


def test_setting_stiffens_and_the_stiffest_layer_rules() -> None:
    b = batch(DROP)
    rheology = Rheology(b, P, binding_water(b, P))
    soft, none = layers(8.0), layers(0.0)
    assert rheology.of_piece(soft, none) == pytest.approx(8)
    assert rheology.of_piece(soft, layers(1.0))[0] > 15
    crust = none.copy()
    crust[-1] = 1.0
    assert 8 < rheology.of_piece(soft, crust)[0] < rheology.of_piece(soft, layers(1.0))[0]


def test_sugar_raises_and_egg_lowers_the_setting_temperature() -> None:
    def set_c(case: Case) -> float:
        b = batch(case)
        return float(set_temperature(b, P, binding_water(b, P))[0])

    plain = with_mix(flour=250, butter=150, sugar=100, water=50)
    assert set_c(with_mix(flour=250, butter=150, sugar=250, water=50)) > set_c(plain)
    assert set_c(with_mix(flour=250, butter=150, sugar=100, egg=66)) < set_c(plain)
    assert set_c(with_mix(flour=250, butter=150, sugar=100, water=50, soda=5)) > set_c(plain)
    assert 60 < set_c(plain) < 110


def test_flour_takes_up_water_as_it_rests() -> None:
    fresh = mix_of([(M["flour"], 250.0), (M["oats"], 100.0), (M["butter"], 150.0)], rest_h=0.25)
    rested = mix_of([(M["flour"], 250.0), (M["oats"], 100.0), (M["butter"], 150.0)], rest_h=24)
    b = batch(*(Case(mix, mound(40, mix.density_kg_m3), 180, EndStyle.SOFT) for mix in (fresh, rested)))
    water = binding_water(b, P)
    assert water.capacity[1] > water.capacity[0]
    assert 0.8 < water.hydration[0] < water.hydration[1] <= 1


# --- heat and water --------------------------------------------------------------------------------------------


@pytest.mark.parametrize(("celsius", "pascal"), [(20, 2339), (60, 19_940), (100, 101_325), (120, 198_500)])
def test_vapour_pressure_of_water_is_the_handbooks(celsius: float, pascal: float) -> None:
    assert vapour_pressure(np.array(celsius), np.array(1.0)) == pytest.approx(pascal, rel=0.015)


@given(st.lists(st.floats(0.1, 5), min_size=3, max_size=3), st.lists(st.floats(-10, 10), min_size=4, max_size=4))
def test_the_tridiagonal_solver_solves(coupling: list[float], force: list[float]) -> None:
    c = np.array(coupling)[:, None, None]
    diagonal = np.array([1 + sum(pair) for pair in zip([0, *coupling], [*coupling, 0], strict=True)])
    matrix = np.diag(diagonal) - np.diag(coupling, 1) - np.diag(coupling, -1)
    found = _solve_tridiagonal(c, diagonal[:, None, None].copy(), np.array(force)[:, None, None].copy())
    assert found[:, 0, 0] == pytest.approx(np.linalg.solve(matrix, force), abs=1e-9)


@given(st.floats(0.005, 0.4))
def test_water_activity_rises_with_water(moisture: float) -> None:
    drying = Drying(batch(DROP), P)
    low, high = drying.activity(np.array([moisture])), drying.activity(np.array([moisture * 1.2]))
    assert 0 < low[0] < high[0] < 1


def test_a_mean_over_layers_is_a_mean() -> None:
    values = np.arange(LAYERS * 2, dtype=float).reshape(LAYERS, 2)
    assert mean_over_layers(values) == pytest.approx(values.mean(axis=0))


def test_no_water_appears_and_the_core_only_warms() -> None:
    b = batch(DROP, with_mix(flour=250, butter=150, sugar=100, water=50))
    history = simulate(b, P)
    assert (np.diff(history.moisture, axis=0) <= 1e-9).all()
    assert (history.moisture[0] <= b.water0).all()
    assert (np.diff(history.core, axis=0) >= -0.2).all()
    assert (np.diff(history.radius, axis=0) >= -1e-12).all()
    assert (np.diff(history.browning, axis=0) >= 0).all()
    assert history.core.max() < b.oven.max()


def test_thick_pieces_and_cool_ovens_are_given_more_time() -> None:
    import dataclasses

    thick = dataclasses.replace(DROP, shape=DROP.shape.heavier(4))
    cool = dataclasses.replace(DROP, oven_c=150.0)
    usual, thicker, cooler = time_span_s(batch(DROP, thick, cool))
    assert thicker > usual
    assert cooler > usual


# --- flow, gas, end points -------------------------------------------------------------------------------------


@given(st.floats(4, 12), st.floats(0.1, 3))
def test_stiffer_dough_spreads_more_slowly(ln_viscosity: float, by: float) -> None:
    b = batch(DROP)
    spread = Spread(b, P, np.array([5.0]))
    height, radius, volume = np.array([0.02]), np.array([0.025]), np.array([3.4e-5])
    thin, stiff = (spread.rate(np.array([x]), height, radius, volume)[0] for x in (ln_viscosity, ln_viscosity + by))
    assert 0 < stiff < thin


def test_greased_trays_slip() -> None:
    import dataclasses

    b = batch(DROP, dataclasses.replace(DROP, liner=Liner.GREASED))
    rate = Spread(b, P, np.full(2, 5.0)).rate(np.full(2, 7.0), np.full(2, 0.01), np.full(2, 0.03), np.full(2, 3.4e-5))
    assert rate[1] > rate[0]


def test_gas_never_shrinks_and_grows_with_leavener() -> None:
    b = batch(
        with_mix(flour=250, butter=150, sugar=100, egg=50), with_mix(flour=250, butter=150, sugar=100, egg=50, bp=8)
    )
    gas = Gas(b, P)
    now = layers(0.1, 2)
    target = gas.target(layers(85.0, 2), layers(50_000.0, 2), layers(8.0, 2), now)
    assert (target >= now).all()
    assert (target[..., 1] > target[..., 0]).all()
    assert (gas.target(layers(85.0, 2), layers(0.0, 2), layers(-20.0, 2), now) == now).all()


def test_crossings_are_interpolated() -> None:
    time = np.array([[0.0], [10.0], [20.0]])
    series = np.array([[0.0], [5.0], [15.0]])
    when, hit = crossing(time, series, np.array([10.0]))
    assert (when[0], hit[0]) == (15.0, True)
    missed, hit = crossing(time, series, np.array([99.0]))
    assert (missed[0], hit[0]) == (20.0, False)
    falling, _ = crossing(time, -series, np.array([-2.5]), rising=False)
    assert falling[0] == 5
    assert value_at(time, series, np.array([5.0]))[0] == 2.5


@pytest.mark.parametrize("style", list(EndStyle))
def test_limits_are_in_order_and_fall_with_altitude(style: EndStyle) -> None:
    import dataclasses

    low = dataclasses.replace(DROP, style=style)
    high = dataclasses.replace(low, altitude_m=2000.0)
    found = limits(batch(low, high), P)
    assert set(END_POINT) == set(EndStyle)
    if style is EndStyle.CRISP:
        assert (found.water_last < found.water_first).all()
        return
    assert (found.core_first < found.core_last).all()
    assert (found.brown_first < found.brown_last).all()
    assert found.core_last[1] <= found.core_last[0] + 0.6


def test_footprints_and_profiles() -> None:
    rod = Case(DROP.mix, log(400, 50, 250, DROP.mix.density_kg_m3), 180, EndStyle.LOG_FIRST)
    dish = Case(DROP.mix, pan(400, 16, DROP.mix.density_kg_m3), 180, EndStyle.PAN)
    b = batch(DROP, rod, dish)
    area = footprint(b, b.radius0)
    assert area[0] == pytest.approx(math.pi * DROP.shape.radius_m**2)
    assert area[1] == pytest.approx(0.05 * 0.25)
    assert area[2] == pytest.approx(0.04)
    assert mean_to_max(b, b.radius0) == pytest.approx(b.mean_to_max0)
    assert (mean_to_max(b, 2 * b.radius0) != b.mean_to_max0).all()


def test_batches_know_only_their_fields() -> None:
    with pytest.raises(AttributeError):
        _ = batch(DROP).flavour
    assert sigmoid(np.array([0.0]))[0] == 0.5
    assert set(TrayKind) == {TrayKind.LIGHT, TrayKind.DARK, TrayKind.INSULATED, TrayKind.SILICONE}
    assert Shift() == DROP.shift
    assert isinstance(M["flour"], Material)
