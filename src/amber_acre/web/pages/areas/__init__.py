"""Pages of one feature: areas."""
