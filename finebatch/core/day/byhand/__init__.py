"""Plans as a baker by hand would make them, at once."""
