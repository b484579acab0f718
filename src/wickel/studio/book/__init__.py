"""The studio's book: one database beside the jobs, of what the studio alone knows.

The job file is the truth of a job; the book finds jobs again and owns clients, shelf, remnants,
schools and log. Rows become frozen dataclasses here; nothing outside this folder sees the database.

entries      what the log says of a job
tables       the rows
store        opening, backups, and what goes wrong; migrating brings an older book up to date
place        where it stands: on this machine, or on a network disk
copies       dated copies, looked into and put back
jobs         the index of job files
log          reading and writing the log
kept         what is kept under a name: clients, shelf, schools, facts
merging      what two windows have changed, brought together
taking_over  the files in which it was kept before there was a book
book         all of it, open
"""

from wickel.studio.book.book import Book, open_book
from wickel.studio.book.copies import BookCopy, copies, put_back
from wickel.studio.book.entries import COMMON_NEXT, COMMON_WRONG, LogEntry, caught_up, drawn_up
from wickel.studio.book.jobs import JobIndex
from wickel.studio.book.kept import Fact, Kept
from wickel.studio.book.log import Log
from wickel.studio.book.merging import Clash, merged
from wickel.studio.book.store import BookTrouble, Store, open_store

__all__ = [
    "COMMON_NEXT",
    "COMMON_WRONG",
    "Book",
    "BookCopy",
    "BookTrouble",
    "Clash",
    "Fact",
    "JobIndex",
    "Kept",
    "Log",
    "LogEntry",
    "Store",
    "caught_up",
    "copies",
    "drawn_up",
    "merged",
    "open_book",
    "open_store",
    "put_back",
]
