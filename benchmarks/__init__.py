"""Measured ratios."""
