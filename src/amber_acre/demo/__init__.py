"""The invented firm of the demo world."""
