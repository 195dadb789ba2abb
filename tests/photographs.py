"""Photographs for tests, as a telephone makes them: sideways, with the place and the camera written into them."""

import io

from PIL import Image

ORIENTATION, MODEL, GPS, LATITUDE = 0x0112, 0x0110, 0x8825, 2


def photograph(width: int = 1600, height: int = 900, kind: str = "JPEG") -> bytes:
    """Red above, blue below, as it is to be seen once turned by its own word (a quarter to the right)."""
    upright = Image.new("RGB", (height, width), (200, 30, 30))
    upright.paste((30, 30, 200), (0, width // 2, height, width))
    exif = Image.Exif()
    exif[ORIENTATION], exif[MODEL] = 6, "Pocket 9"
    exif.get_ifd(GPS)[LATITUDE] = (48.0, 8.0, 0.0)
    out = io.BytesIO()
    upright.transpose(Image.Transpose.ROTATE_90).save(out, kind, exif=exif)
    return out.getvalue()
