"""Pages of one feature: the site sheet."""
