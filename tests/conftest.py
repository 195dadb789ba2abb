"""Shared by all tests: hypothesis runs the same examples everywhere and never fails on a slow machine."""

# pytest.approx looks at numpy as soon as anybody has begun to load it: an app's warming up in another thread must not be that.
import numpy  # noqa: F401
from hypothesis import HealthCheck, settings

settings.register_profile(
    "all", derandomize=True, deadline=None, max_examples=60, suppress_health_check=[HealthCheck.too_slow], database=None
)
settings.load_profile("all")
