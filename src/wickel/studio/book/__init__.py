"""The studio's book: one database beside the jobs, of what the studio alone knows.

The job file is the truth of a job; the book owns the log (clients, shelf and remnants still stand
in files beside it). Rows become frozen dataclasses here; nothing outside this folder sees the
database.

entries    what the log says of a job
tables     the rows
store      opening, backups, migrations, and what goes wrong
log        reading and writing the log
"""

from wickel.studio.book.entries import COMMON_NEXT, COMMON_WRONG, LogEntry, caught_up, drawn_up
from wickel.studio.book.log import Log
from wickel.studio.book.store import BookTrouble, Store, open_store

__all__ = [
    "COMMON_NEXT",
    "COMMON_WRONG",
    "BookTrouble",
    "Log",
    "LogEntry",
    "Store",
    "caught_up",
    "drawn_up",
    "open_store",
]
