"""Open formats in and out: job and lay files, SVG, PDF."""

from wickel.files.drawing import Drawing, Label, Layer, Stroke, lay_drawing, piece_drawing
from wickel.files.job_file import JobRecord, job_of, job_record, job_text, read_job, save_job
from wickel.files.lay_file import LayFileRecord, lay_record, lay_text, read_lays, save_lays
from wickel.files.reading import UnreadableFile, parsed_json, read_json
from wickel.files.saving import dumped, saved
from wickel.files.svg import svg_text

__all__ = [
    "Drawing",
    "JobRecord",
    "Label",
    "LayFileRecord",
    "Layer",
    "Stroke",
    "UnreadableFile",
    "dumped",
    "job_of",
    "job_record",
    "job_text",
    "lay_drawing",
    "lay_record",
    "lay_text",
    "parsed_json",
    "piece_drawing",
    "read_job",
    "read_json",
    "read_lays",
    "save_job",
    "save_lays",
    "saved",
    "svg_text",
]
