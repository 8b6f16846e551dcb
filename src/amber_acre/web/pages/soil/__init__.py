"""Soil of an area: evidence and reading, pH up and down, physical amendments, pale leaves, water."""
