"""Pages of one feature: planning."""
