"""Pages of one feature: properties."""
