"""How long raw dough keeps: with egg never longer than without."""

from finebatch.core.dough.keeping import LONGEST_CHILL_S, keeping_raw


def test_with_egg_it_keeps_less_long() -> None:
    assert LONGEST_CHILL_S[True] < LONGEST_CHILL_S[False]
    assert "two to four days" in keeping_raw(True)
    assert "three to seven days" in keeping_raw(False)
    # What is planned stays within what is said.
    assert LONGEST_CHILL_S[True] <= 4 * 86400
    assert LONGEST_CHILL_S[False] <= 7 * 86400
