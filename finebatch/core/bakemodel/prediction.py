"""What the model says of one bake, with ranges."""

from ..base import Interval, Value

Z90 = 1.645
MISSED_LN_DENSITY = 0.03


class Prediction(Value):
    """One cookie, baked and cooled; minutes from loading to first done and to last good."""

    diameter_mm: Interval
    height_mm: Interval
    spread_ratio: Interval
    loss_pct: Interval
    first_done_min: Interval
    last_good_min: Interval
    under: Interval  # browning index of the underside, and of the rim
    rim: Interval
