"""Archives that were handed in and wait for the baker's word: beside the kitchen's file, for a day."""

import time
import uuid
from pathlib import Path

from ..faults import no_room
from ..revisions import NotThereError

INCOMING = "incoming"
KEPT_S = 86_400


def place_for(folder: Path) -> tuple[str, Path]:
    """A free place in the data folder and its name. What was left there for over a day goes. StoreFaultError where nothing can be put."""
    within = folder / INCOMING
    try:
        within.mkdir(exist_ok=True)
    except OSError as error:
        raise no_room(error, within) from error
    for old in within.glob("*.zip"):
        if abs(time.time() - old.stat().st_mtime) > KEPT_S:
            old.unlink(missing_ok=True)
    id = uuid.uuid4().hex
    return id, within / f"{id}.zip"


def place_of(folder: Path, id: str) -> Path:
    """Where the archive of that name lies. NotThereError if it does not."""
    path = folder / INCOMING / f"{id}.zip"
    if not id.isalnum() or not path.is_file():
        raise NotThereError("archive")
    return path
