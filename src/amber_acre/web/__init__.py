"""Pages, forms and drawings."""
