"""Pages of one feature: shelf."""
