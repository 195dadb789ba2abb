"""Pictures are made small, the right way up, and tell nothing but what is seen."""

import base64
import io

import pytest
from PIL import Image

from finebatch.core.base.problems import Refusal
from finebatch.formats.pictures import LONGEST_PX, small_jpeg
from tests.photographs import photograph


def opened(data: bytes) -> Image.Image:
    return Image.open(io.BytesIO(data))


def made(data: bytes) -> bytes:
    return small_jpeg(base64.b64encode(data).decode())


@pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
def test_a_photograph_is_upright_and_small_and_knows_no_place(kind: str) -> None:
    taken = photograph(kind=kind)
    assert dict(opened(taken).getexif())  # it did know
    small = made(taken)
    seen = opened(small)
    assert seen.format == "JPEG"
    assert seen.size == (LONGEST_PX * 900 // 1600, LONGEST_PX)
    assert not dict(seen.getexif())
    assert set(seen.info) <= {"jfif", "jfif_version", "jfif_unit", "jfif_density"}
    assert b"Pocket" not in small
    top, bottom = seen.getpixel((100, 100)), seen.getpixel((100, seen.height - 100))
    assert isinstance(top, tuple)
    assert isinstance(bottom, tuple)
    assert top[0] > 150 > top[2]
    assert bottom[2] > 150 > bottom[0]


def test_a_small_one_is_not_made_larger_and_one_that_lets_through_is_seen_as_it_is() -> None:
    out = io.BytesIO()
    Image.new("RGBA", (80, 60), (10, 200, 10, 255)).save(out, "PNG")
    assert opened(made(out.getvalue())).size == (80, 60)


@pytest.mark.parametrize("wrong", ["no base64 !", base64.b64encode(b"GIF89a of no kind").decode(), "", "AAAA"])
def test_what_is_no_picture_is_refused(wrong: str) -> None:
    with pytest.raises(Refusal, match="no picture that can be read"):
        small_jpeg(wrong)


def test_a_cut_off_one_is_refused() -> None:
    with pytest.raises(Refusal):
        made(photograph()[:3000])


def test_one_of_too_many_dots_is_refused_unread() -> None:
    out = io.BytesIO()
    Image.new("1", (9000, 9000)).save(out, "PNG")
    with pytest.raises(Refusal, match="9000 × 9000 dots"):
        made(out.getvalue())
