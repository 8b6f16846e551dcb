"""Pages of one feature: week."""
