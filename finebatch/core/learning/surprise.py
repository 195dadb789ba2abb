"""How far what is said lies from what all the rest expects, how much it is therefore believed, and what a bound comes to."""

import math

import numpy as np

from .unknowns import Array

TAIL = 4.0  # degrees of freedom of a bake's noise
BLUNDER_Z2, BLUNDER = 16.0, 0.05  # beyond 4 sd it is a forgotten tray or inches for centimetres, not noise
WRONG_SHARE, WRONG_SD = 0.08, 0.60  # of claims so many are plainly wrong, and then by so much


def weight_of_bakes(gap: Array, free: Array) -> Array:
    """Student's weight: 1 for what was expected, less the farther off."""
    z2 = gap**2 / free
    weight = np.minimum(1.0, (TAIL + 1) / (TAIL + z2))
    return np.where(z2 > BLUNDER_Z2, BLUNDER * weight, weight)


def weight_of_claims(gap: Array, cavity: Array, base: Array) -> Array:
    """How likely a claim is one of the right ones."""
    right = (1 - WRONG_SHARE) * _density(gap, cavity + base)
    wrong = WRONG_SHARE * _density(gap, cavity + WRONG_SD**2)
    return right / np.maximum(right + wrong, 1e-300)


def noise_of_claims(weight: Array, base: Array) -> Array:
    """The noise of the two kinds together."""
    return 1 / (weight / base + (1 - weight) / WRONG_SD**2)


def _density(gap: Array, var: Array) -> Array:
    found: Array = np.exp(-0.5 * gap * gap / var) / np.sqrt(2 * math.pi * var)
    return found


def site(mean: float, var: float, low: float, high: float, soft: float) -> tuple[float, float]:
    """The measurement (value, variance) that does to N(mean, var) what "between low and high", with edges `soft` wide, does: its first
    two moments.

    >>> value, variance = site(0.0, 1.0, 0.5, math.inf, 0.05)
    >>> value > 0.5, variance < 10
    (True, True)
    """
    s = math.sqrt(var + soft * soft)
    a, b = (low - mean) / s, (high - mean) / s
    mass = max(share_below(b) - share_below(a), 1e-9)
    first = (_phi(a) - _phi(b)) / mass
    second = ((a * _phi(a) if math.isfinite(a) else 0.0) - (b * _phi(b) if math.isfinite(b) else 0.0)) / mass
    new_mean = mean + var / s * first
    new_var = var + var * var / (s * s) * (second - first * first)
    new_var = min(max(new_var, 1e-4 * var), var * (1 - 1e-6))
    site_var = 1 / (1 / new_var - 1 / var)
    return site_var * (new_mean / new_var - mean / var), min(site_var, 1e6)


def _phi(z: float) -> float:
    return math.exp(-0.5 * z * z) / math.sqrt(2 * math.pi) if abs(z) < 38 else 0.0


def share_below(z: float) -> float:
    """Of a normal spread, the share below z sds."""
    return 0.5 * math.erfc(-z / math.sqrt(2))
