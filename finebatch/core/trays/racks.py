"""Which rack?"""


def rack_note(two_racks: bool, positions: int, loads: int) -> str:
    """Which rack: the school of one tray in the middle, or of two with a swap."""
    if two_racks and positions > 1 and loads > 1:
        return "Two at a time, in the upper and lower third: swap and turn them at half time."
    return "One at a time, on the middle rack; turn it at half time."
