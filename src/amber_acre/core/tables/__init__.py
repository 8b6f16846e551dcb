"""Published tables as typed rows with source keys; no logic."""
