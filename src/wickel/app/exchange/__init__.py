"""What comes in from other programs and goes out to them, and to a plotter, in the window."""
