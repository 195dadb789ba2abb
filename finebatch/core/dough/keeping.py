"""How long does raw dough keep?"""


def keeping_raw(raw_egg: bool) -> str:
    """How long shaped dough keeps, from the process table's limits; local rules on raw egg come first."""
    days = "With egg: two to four days" if raw_egg else "Without egg: three to seven days"
    return f"{days} in the fridge, wrapped; shaped and frozen, one to three months. From the fridge they spread less; frozen ones need longer."


LONGEST_CHILL_S = {True: 2 * 86400, False: 3 * 86400}  # with egg, and without
