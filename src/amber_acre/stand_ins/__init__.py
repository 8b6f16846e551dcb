"""Simulated devices with the interface a real one would have."""
