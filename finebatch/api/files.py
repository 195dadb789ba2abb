"""Answers that are files: what they are to be called."""

import re
import unicodedata
from datetime import datetime
from urllib.parse import quote


def as_file(name: str, ending: str) -> dict[str, str]:
    """The header that names a file: in plain letters for old readers, and in its own script (RFC 6266, RFC 5987)."""
    own = re.sub(r"[^\w]+", "-", unicodedata.normalize("NFC", name).lower()).strip("-")[:80] or "fine-batch"
    plain = re.sub(r"[^a-z0-9]+", "-", unicodedata.normalize("NFKD", own).encode("ascii", "ignore").decode()).strip("-")
    parts = ["attachment", f'filename="{plain or "fine-batch"}.{ending}"']
    if plain != own:
        parts.append(f"filename*=UTF-8''{quote(own)}.{ending}")
    return {"Content-Disposition": "; ".join(parts)}


def dated_file(name: str, ending: str) -> dict[str, str]:
    """The same, with today's date in its name."""
    return as_file(f"{name} {datetime.now():%Y-%m-%d}", ending)
