"""Simulated stand-ins for devices on the counter, behind the small protocol a real one would speak."""

from .scale import Scale, ScaleReading, SimulatedScale

__all__ = ["Scale", "ScaleReading", "SimulatedScale"]
