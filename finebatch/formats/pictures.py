"""Pictures from a telephone or a camera, made small; where and with what they were taken is left out."""

import base64
import binascii
import io

from ..core.base import refusal

LONGEST_PX, QUALITY = 1280, 82
MOST_PIXELS = 60_000_000
FORMATS = ("JPEG", "PNG", "WEBP")


def small_jpeg(written: str, field: str = "picture") -> bytes:
    """A picture, base64, as a JPEG of at most LONGEST_PX either way, the right way up, with nothing in it but what is seen. Refusal at
    `field` for what is none."""
    from PIL import Image, ImageOps, UnidentifiedImageError

    try:
        with Image.open(io.BytesIO(base64.b64decode(written, validate=True)), formats=FORMATS) as image:
            if image.width * image.height > MOST_PIXELS:
                raise refusal(field, f"This picture has {image.width} × {image.height} dots. Make it smaller first.")
            upright = ImageOps.exif_transpose(image).convert("RGB")
            upright.thumbnail((LONGEST_PX, LONGEST_PX))
            # Only what is seen goes on: a new picture knows no place and no camera.
            plain = Image.new("RGB", upright.size)
            plain.paste(upright)
            written_to = io.BytesIO()
            plain.save(written_to, "JPEG", quality=QUALITY, optimize=True)
    except (
        UnidentifiedImageError,
        binascii.Error,
        OSError,
        ValueError,
        SyntaxError,
        Image.DecompressionBombError,
    ) as error:
        raise refusal(field, "This is no picture that can be read. Choose a JPEG, PNG or WebP.") from error
    return written_to.getvalue()
