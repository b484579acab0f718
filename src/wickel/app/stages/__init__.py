"""The stages of the work, one folder entry each."""
