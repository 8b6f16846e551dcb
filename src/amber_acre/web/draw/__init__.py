"""SVG geometry computed here and drawn by templates."""
