"""Sums of the bench: they need no client, and each tells its working."""
