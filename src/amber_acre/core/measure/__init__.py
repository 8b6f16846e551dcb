"""From what the tape says to square metres."""
