"""Pages of one feature: the year of plantings and patches, their mulch, injection."""
