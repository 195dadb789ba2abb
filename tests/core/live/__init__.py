"""A day as it is run."""
