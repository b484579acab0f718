"""Open formats in and out: job and lay files, styles, the studio's book, SVG, PDF."""

from wickel.files.book import (
    client_of,
    client_record,
    on_shelf_of,
    on_shelf_record,
    read_clients,
    read_schools,
    read_shelf,
    save_clients,
    save_schools,
    save_shelf,
    school_of,
    school_record,
)
from wickel.files.drawings.svg_out import svg_text
from wickel.files.job_file import JobRecord, job_of, job_record, job_text, read_job, save_job
from wickel.files.lay_file import LayFileRecord, lay_record, lay_text, read_lays, save_lays
from wickel.files.locks import OpenMark, Stamp, stamp
from wickel.files.names import JOB_ENDING, UniqueNames, free_path, plain_text, safe_name, slug
from wickel.files.own_file import StyleFileRecord, save_style
from wickel.files.reading import UnreadableFile, parsed_json, read_json
from wickel.files.rescue import keep_rescue, let_rescue_go, rescued, state_folder
from wickel.files.saving import csv_text, folder_lock, json_text, private_folder, save_file, sweep
from wickel.files.swatch import GROUND, border_svg, ground_of, tile_mm, tile_svg
from wickel.files.table_store import TableStore
from wickel.files.version_file import (
    VersionFileRecord,
    read_style,
    save_version,
)

__all__ = [
    "GROUND",
    "JOB_ENDING",
    "JobRecord",
    "LayFileRecord",
    "OpenMark",
    "Stamp",
    "StyleFileRecord",
    "TableStore",
    "UniqueNames",
    "UnreadableFile",
    "VersionFileRecord",
    "border_svg",
    "client_of",
    "client_record",
    "csv_text",
    "folder_lock",
    "free_path",
    "ground_of",
    "job_of",
    "job_record",
    "job_text",
    "json_text",
    "keep_rescue",
    "lay_record",
    "lay_text",
    "let_rescue_go",
    "on_shelf_of",
    "on_shelf_record",
    "parsed_json",
    "plain_text",
    "private_folder",
    "read_clients",
    "read_job",
    "read_json",
    "read_lays",
    "read_schools",
    "read_shelf",
    "read_style",
    "rescued",
    "safe_name",
    "save_clients",
    "save_file",
    "save_job",
    "save_lays",
    "save_schools",
    "save_shelf",
    "save_style",
    "save_version",
    "school_of",
    "school_record",
    "slug",
    "stamp",
    "state_folder",
    "svg_text",
    "sweep",
    "tile_mm",
    "tile_svg",
]
