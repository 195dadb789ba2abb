"""What colour will the rim and the underside have? The browning index said as a baker sees it.

The index is the time integral of exp((surface - 140 °C)/14 K) in minutes (docs/model.md, section 7). The words are set
where the end points of the styles stand: tender cookies are done from 0.24, soft ones from 0.40, golden ones from 0.70.
"""

UNDER_LN_SD = 0.5  # judgement: contact with the tray is the least known of all; not fitted
SHADES = ((0.10, "white"), (0.30, "pale"), (0.75, "light gold"), (1.5, "golden"), (3.0, "brown"))
DARKEST = "dark"


def shade(index: float) -> str:
    """The word for a browning index.

    index: the model's browning, 0 raw; the limits of the words are judged (docs/model.md, section 6).

    >>> shade(0.0)
    'white'
    """
    return next((word for limit, word in SHADES if index < limit), DARKEST)
