"""A wheel holds the built interface, so that whoever installs it needs no Node; an editable install needs none yet."""

from pathlib import Path
from typing import Any

from hatchling.builders.hooks.plugin.interface import BuildHookInterface


class InterfaceHook(BuildHookInterface[Any]):
    """Puts web/dist into the package."""

    def initialize(self, version: str, build_data: dict[str, Any]) -> None:
        """Called by hatchling before it builds."""
        if version != "standard":
            return
        if not (Path(self.root) / "web" / "dist" / "index.html").is_file():
            raise FileNotFoundError("the interface is not built yet: run `make wheel`, which builds it first")
        build_data["force_include"]["web/dist"] = "finebatch/web"
