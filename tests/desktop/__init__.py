"""The program on the desktop."""
