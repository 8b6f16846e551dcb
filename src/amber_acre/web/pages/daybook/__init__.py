"""Pages of one feature: daybook."""
