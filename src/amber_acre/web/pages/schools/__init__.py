"""One season under several schools, side by side."""
