"""How the core speaks to a person about something wrong, unusual or dangerous."""

from enum import StrEnum

from .value import Value


class Severity(StrEnum):
    """`stop`: nothing sensible can be computed until it is answered. `ask`: unlikely to be meant. `note`: good to know."""

    STOP = "stop"
    ASK = "ask"
    NOTE = "note"


class Remedy(Value):
    """A change the baker can take with one tap: set `field` to `value`."""

    label: str
    field: str
    value: str


class Problem(Value):
    """One sentence for a person, at the `field` it is about (dotted path of the request, e.g. `oven.value`)."""

    field: str
    message: str
    severity: Severity
    remedy: Remedy | None = None


def stop(field: str, message: str, remedy: Remedy | None = None) -> Problem:
    """A problem that must be answered first."""
    return Problem(field=field, message=message, severity=Severity.STOP, remedy=remedy)


def ask(field: str, message: str, remedy: Remedy | None = None) -> Problem:
    """Something unlikely to be meant."""
    return Problem(field=field, message=message, severity=Severity.ASK, remedy=remedy)


def note(field: str, message: str) -> Problem:
    """Something good to know."""
    return Problem(field=field, message=message, severity=Severity.NOTE)


class Refusal(Exception):  # noqa: N818 - it is no error of the program's
    """What was asked cannot be done, and why. The one exception of the core that is told to the baker."""

    def __init__(self, problem: Problem) -> None:
        super().__init__(problem)
        self.problem = problem

    def __str__(self) -> str:
        return self.problem.message


def refusal(field: str, message: str, remedy: Remedy | None = None) -> Refusal:
    """A refusal at a field: `raise refusal("wish", "…")`."""
    return Refusal(stop(field, message, remedy))
