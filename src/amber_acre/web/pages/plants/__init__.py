"""Pages of one feature: the plant catalogue."""
