"""What is said at each step of a load."""

from ..base import Value


class Texts(Value):
    """What the steps of one load are called: the verb of shaping, what is done to how many with it, what it is made up of with the time of
        each, how large the first sheet is rolled out; what is brushed on just before the oven and made for it; what else is done to the raw pieces and to the tray before them; what to
        look for, the hot work, the finish; what half time is for, or what is done then beside turning the tray, and what becomes of the cookies after the tray. `batch` is the share it is of, or "small"
    for the second size's; what is due hot can be done for `hot_lasts_s`, and after that `hot_again` says what to do."""

    shape: str
    doing: str = ""
    visit: str = ""
    sheet: str = ""
    wash: str = ""
    wash_make: str = ""
    look: str = ""
    hot: str = ""
    ice: str = ""
    make: str = ""
    unit: str = "cookies"
    dial: str = ""
    chill_as: str = "a block or portions"
    first_look_s: int = 0
    store: str = ""
    on_raw: str = ""
    tray_first: str = ""
    half: str = ""
    at_half: str = ""
    off: str = ""
    batch: str = ""
    hot_lasts_s: int = 0
    hot_again: str = ""
