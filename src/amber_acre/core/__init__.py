"""The agronomy: pure functions and frozen values in SI units, no interface, no store, no clock."""
