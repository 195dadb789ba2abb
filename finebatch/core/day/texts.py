"""What is said at each step of a load."""

from ..base import Value


class Texts(Value):
    """What the steps of one load are called: the verb of shaping, what to look for, the hot work, the finish."""

    shape: str
    look: str = ""
    hot: str = ""
    ice: str = ""
    unit: str = "cookies"
    dial: str = ""
    chill_as: str = "a block or portions"
    first_look_s: int = 0
    store: str = ""
