"""Write the API's schema, from which the interface's types are made: `python -m finebatch.api.schema FILE`."""

import json
import sys
from pathlib import Path

from .app import create_app

if __name__ == "__main__":
    target = Path(sys.argv[1])
    target.parent.mkdir(parents=True, exist_ok=True)
    app = create_app(Path("var/none"), web=Path("var/none"))
    target.write_text(json.dumps(app.openapi(), indent=1) + "\n", encoding="utf-8")
