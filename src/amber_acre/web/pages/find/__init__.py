"""Find anything by name."""
