"""Small parts of the window used by several stages."""
