"""Where in its window the baker takes a cookie out."""

from enum import StrEnum


class Doneness(StrEnum):
    """Where in its window the baker takes a cookie out."""

    SOFT = "soft"
    USUAL = "usual"
    CRISP = "crisp"
