"""The app for `make dev`: data folder from FINEBATCH_DATA; the interface is served by its own dev server."""

import os
from pathlib import Path

from .app import create_app

app = create_app(Path(os.environ.get("FINEBATCH_DATA", "var/dev")), web=Path("var/none"))
