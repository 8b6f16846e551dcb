"""Pages of one feature: the guided walk."""
