"""Care patterns: what a group of plants asks of its year, one module each, all with the face of ``pattern.py``."""
