"""A colour as the eye measures it (CIE L*a*b*, D65) and as a screen shows it (sRGB)."""

Lab = tuple[float, float, float]

_WHITE = (0.95047, 1.0, 1.08883)  # D65, 2 degrees
_TO_LINEAR = (
    (3.2404542, -1.5371385, -0.4985314),
    (-0.9692660, 1.8760108, 0.0415560),
    (0.0556434, -0.2040259, 1.0572252),
)
_CUT = 6 / 29


def hex_of(lab: Lab) -> str:
    """The screen's colour (#rrggbb) of a Lab colour; what no screen can show is shown as near as it can.

    By the usual CIE 15 and IEC 61966-2-1 formulas.

    >>> hex_of((100.0, 0.0, 0.0))
    '#ffffff'
    >>> hex_of((53.39, 0.0, 0.0))
    '#808080'
    """
    lightness, a, b = lab
    fy = (lightness + 16) / 116
    x, y, z = (
        white * (f**3 if f > _CUT else 3 * _CUT**2 * (f - 4 / 29))
        for white, f in zip(_WHITE, (fy + a / 500, fy, fy - b / 200), strict=True)
    )
    linear = (row[0] * x + row[1] * y + row[2] * z for row in _TO_LINEAR)
    return "#" + "".join(f"{round(255 * _curved(min(1.0, max(0.0, value)))):02x}" for value in linear)


def _curved(value: float) -> float:
    return 12.92 * value if value <= 0.0031308 else 1.055 * value ** (1 / 2.4) - 0.055


def mixed(one: Lab, other: Lab, share: float) -> Lab:
    """`share` of the other colour in the one, 0 to 1.

    >>> mixed((80.0, 0.0, 20.0), (40.0, 10.0, 20.0), 0.5)
    (60.0, 5.0, 20.0)
    """
    return (
        one[0] + share * (other[0] - one[0]),
        one[1] + share * (other[1] - one[1]),
        one[2] + share * (other[2] - one[2]),
    )
