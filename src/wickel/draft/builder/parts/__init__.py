"""The parts of a garment, a file for those that belong together. To add one, write a file here that
has ``PARTS``: nothing else needs to know of it."""
