"""A rule of the kitchen that a plan does not keep."""


class Broken(str):
    """A broken rule as a sentence; `soft` where a longest time is overstepped, which a repair may have to."""

    soft: bool

    def __new__(cls, text: str, soft: bool = False) -> "Broken":
        made = super().__new__(cls, text)
        made.soft = soft
        return made
