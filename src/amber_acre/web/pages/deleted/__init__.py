"""What was deleted, and brought back."""
