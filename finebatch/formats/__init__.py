"""Open formats in and out. Every imported file is taken as hostile: sizes, depths and types are bounded."""

from .cards import to_csv, to_markdown, to_text
from .jsonld import read_jsonld, to_jsonld

__all__ = ["read_jsonld", "to_csv", "to_jsonld", "to_markdown", "to_text"]
