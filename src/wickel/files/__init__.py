"""Open formats in and out: job and lay files, styles, the studio's book, SVG, PDF."""

from wickel.files.book import read_clients, read_schools, save_clients, save_schools
from wickel.files.drawing import Drawing, Label, Layer, Stroke, lay_drawing, piece_drawing
from wickel.files.job_file import JobRecord, job_of, job_record, job_text, read_job, save_job
from wickel.files.lay_file import LayFileRecord, lay_record, lay_text, read_lays, save_lays
from wickel.files.own_file import StyleFileRecord, read_style, save_style
from wickel.files.reading import UnreadableFile, parsed_json, read_json
from wickel.files.saving import csv_text, dumped, saved
from wickel.files.svg import svg_text
from wickel.files.swatch import border_svg, tile_mm, tile_svg
from wickel.files.table_store import TableStore

__all__ = [
    "Drawing",
    "JobRecord",
    "Label",
    "LayFileRecord",
    "Layer",
    "Stroke",
    "StyleFileRecord",
    "TableStore",
    "UnreadableFile",
    "border_svg",
    "csv_text",
    "dumped",
    "job_of",
    "job_record",
    "job_text",
    "lay_drawing",
    "lay_record",
    "lay_text",
    "parsed_json",
    "piece_drawing",
    "read_clients",
    "read_job",
    "read_json",
    "read_lays",
    "read_schools",
    "read_style",
    "save_clients",
    "save_job",
    "save_lays",
    "save_schools",
    "save_style",
    "saved",
    "svg_text",
    "tile_mm",
    "tile_svg",
]
