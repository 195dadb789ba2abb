"""What two halves of one tray told, in a sentence; and the marks laid beside them."""

from finebatch.core.notebook.difference import difference
from finebatch.core.notebook.halves import half_marks, told_by_halves
from finebatch.core.notebook.record import Bake
from tests.core.notebook.kit import bake, known
from tests.kit import drop_dough

PLAIN = drop_dough()
COLD = drop_dough(making=PLAIN.making.but(chill_h=12.0))


def halves(
    left_mm: float | None, right_mm: float | None, minutes: tuple[float, float] | None = None
) -> tuple[Bake, Bake]:
    def half(letter: str, width_mm: float | None, oven_min: float | None) -> Bake:
        spec = PLAIN if letter == "A" else COLD
        one = bake(spec, widths_mm=() if width_mm is None else (width_mm,) * 4, oven_min=oven_min, verdict="right")
        return one.but(tray="try 1", half=letter)

    left, right = minutes or (None, None)
    return half("A", left_mm, left), half("B", right_mm, right)


def test_what_shows_is_said_with_what_was_foretold_and_the_noise() -> None:
    said = told_by_halves(difference(*halves(96, 84), known()))
    assert said.startswith("With the change they are 12.0 mm narrower (foretold ")
    assert said.endswith("mm: it was the change.")
    assert "min" not in said


def test_what_is_less_than_the_noise_is_said_to_be_so() -> None:
    found = difference(*halves(90, 89.8), known())
    assert found.width
    said = told_by_halves(found)
    assert f"may differ by {found.width.noise:.1f} mm" in said
    assert said.endswith("less than can be seen.")


def test_halves_of_one_tray_are_noisier_apart_than_together() -> None:
    left, right = halves(90, 88)
    together = difference(left, right, known()).width
    apart = difference(left.but(tray=""), right.but(tray=""), known()).width
    assert together
    assert apart
    assert together.noise < 0.8 * apart.noise


def test_minutes_are_told_too_and_nothing_where_nothing_was_measured() -> None:
    assert "longer" in told_by_halves(difference(*halves(None, None, (11, 16)), known()))
    assert "nothing to tell yet" in told_by_halves(difference(*halves(None, None), known()))


def test_the_marks_say_which_is_which_at_their_true_size() -> None:
    marks = half_marks("15% less sugar (30 g), and a good deal more of something else")
    words = [mark.text for mark in marks.marks if mark.kind == "word"]
    assert words[:2] == ["A", "left"]
    assert "B" in words
    assert "15% less sugar (30 g), and a good deal" in words
    assert marks.width_mm == 130
