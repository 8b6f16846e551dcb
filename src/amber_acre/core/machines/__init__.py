"""Spreaders and sprayers: what a machine puts down, and how it is set."""
