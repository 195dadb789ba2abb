"""A plan mended after a change."""
