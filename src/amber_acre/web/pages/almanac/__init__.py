"""Pages of one feature: almanac."""
