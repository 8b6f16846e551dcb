"""Pages of one feature: programme."""
