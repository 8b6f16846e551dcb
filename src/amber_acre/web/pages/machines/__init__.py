"""Spreaders and sprayers of the firm, and what was caught from them."""
