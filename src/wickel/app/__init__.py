"""The window: shows the core, computes nothing."""
