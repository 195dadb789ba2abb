"""A whole kitchen as one open file: a zip of JSON Lines with its pictures beside them (docs/archive.md)."""
