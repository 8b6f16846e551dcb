"""Climate normals, growth, windows of the year and nitrogen release."""
