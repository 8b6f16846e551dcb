"""Pages of one feature: looks at areas."""
