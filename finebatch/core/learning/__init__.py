"""Every bake sharpens the next prediction; so do the card's words and what the trade knows. See docs/learning.md. What computes is loaded
when it is first used, as the bake model is."""

from .basis import Basis, Doubted, Evidence, Evidences, Source

__all__ = ["Basis", "Doubted", "Evidence", "Evidences", "Source"]
