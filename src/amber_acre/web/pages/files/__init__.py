"""Pages of one feature: files in and out of a property."""
