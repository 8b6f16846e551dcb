"""One folder per feature; features do not import each other."""
