"""What the interface is made from: `python -m finebatch.api.schema SCHEMA.json LIMITS.ts` writes the API's schema, and from it
the least, the most and the starting value of every field a request may have."""

import json
import sys
from pathlib import Path
from typing import Any

from .app import create_app

HEAD = """\
/** Least, most and starting value of every field that can be sent. Made from the API's schema by `make types`: not to be edited. */
export const LIMITS = """


def _named(node: Any) -> set[str]:
    """The schemas that a part of the whole speaks of."""
    if isinstance(node, dict):
        own = {node["$ref"].rsplit("/", 1)[-1]} if "$ref" in node else set()
        return own.union(*(_named(child) for child in node.values()))
    return set().union(*(_named(child) for child in node)) if isinstance(node, list) else set()


def _sent(schema: dict[str, Any]) -> set[str]:
    """The schemas that a request can hold."""
    bodies = [op["requestBody"] for ops in schema["paths"].values() for op in ops.values() if "requestBody" in op]
    names, more = set[str](), _named(bodies)
    while more - names:
        names |= more
        more = set().union(*(_named(schema["components"]["schemas"][name]) for name in names))
    return names


def _limits(field: dict[str, Any]) -> dict[str, Any]:
    """`min` (or `above`), `max` and `start` of one field, as far as it has them; an optional one starts as null."""
    kinds = [field, *field.get("anyOf", [])]
    optional = any(kind.get("type") == "null" for kind in kinds)
    found = {
        ours: kind[theirs]
        for kind in kinds
        for ours, theirs in (("min", "minimum"), ("max", "maximum"), ("above", "exclusiveMinimum"), ("max", "maxItems"))
        if theirs in kind
    }
    if "default" in field:
        found["start"] = field["default"]
    elif optional:
        found["start"] = None
    return found


def limits(schema: dict[str, Any]) -> dict[str, dict[str, dict[str, Any]]]:
    """`{schema: {field: {min, max, start}}}` for all that can be sent."""
    every = {
        name: {
            field: found
            for field, described in schema["components"]["schemas"][name].get("properties", {}).items()
            if (found := _limits(described))
        }
        for name in sorted(_sent(schema))
    }
    return {name: fields for name, fields in every.items() if fields}


if __name__ == "__main__":
    openapi = create_app(Path("var/none"), web=Path("var/none")).openapi()
    for target, text in (
        (Path(sys.argv[1]), json.dumps(openapi, indent=1) + "\n"),
        (Path(sys.argv[2]), HEAD + json.dumps(limits(openapi), indent=2, ensure_ascii=False) + " as const;\n"),
    ):
        target.parent.mkdir(parents=True, exist_ok=True)
        target.write_text(text, encoding="utf-8")
