"""Drawings in and out: SVG, DXF, PDF at 1:1 and HPGL."""
