"""Wickel: from body measurements to a cut plan and an exact length of cloth."""

__version__ = "0.1.0"
