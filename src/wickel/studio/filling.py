"""The demo studio's season put into a book and a folder, once."""

from __future__ import annotations

from datetime import date

from wickel.files import save_job, slug
from wickel.job.state import State
from wickel.studio.book.book import Book
from wickel.studio.book.kept import Fact
from wickel.studio.folder import ENDING, PLACES, StudioFolder
from wickel.studio.season import season

_DONE = "demo-season"


def fill_with_season(book: Book, folder: StudioFolder, today: date) -> bool:
    """Put the season into a studio as it would stand today, and whether it was: it is put there
    once. What is there under the same names stays.

    Raises:
        BookTrouble: the book cannot be written.
        OSError: a job cannot be written.
    """
    if book.facts.one(_DONE) is not None:
        return False
    made = season(today, len(folder.orders()))
    for number, job in enumerate(made.jobs, start=len(folder.orders()) + 1):
        name = f"{number:02}-{slug(job.name)}{ENDING}"
        if not any((folder.path / place / name).exists() for place in PLACES):
            save_job(job, folder.path / name)
            if job.state is State.HANDED_OVER and number % 2:
                folder.put_away(folder.path / name)
    book.clients.add_new(made.clients)
    book.shelf.add_new(made.shelf)
    book.log.add_new(made.log)
    rules = (Fact(key=f"rule:{name}", value={"mm": mm}) for name, mm in made.rules_mm.items())
    worth = (Fact(key=f"value:{month}", value={"worth": v}) for month, v in made.values.items())
    book.facts.add_new((*rules, *worth, Fact(key=_DONE, value={"day": f"{today:%Y-%m-%d}"})))
    return True
