"""The bake day: what has to be done, when, where, and how good that plan is."""

from . import solve
from .job import DayJob, DayRequest, When, job_for
from .plan import Plan, PlanRefusedError, make_plan
from .step import Heat, Kind, Place, Step

__all__ = [
    "DayJob", "DayRequest", "Heat", "Kind", "Place", "Plan", "PlanRefusedError", "Step", "When", "job_for", "make_plan", "solve",
]  # fmt: skip
