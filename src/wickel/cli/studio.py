"""Commands for the studio's book: its jobs, its shelf, its log, all of it out and in."""

from __future__ import annotations

import json
from collections.abc import Iterable
from datetime import date
from pathlib import Path
from typing import TYPE_CHECKING, Annotated

import typer

from wickel.cli.common import UNUSABLE, AsJson, app, fail, write_file
from wickel.files import UnreadableFile, private_folder
from wickel.job.state import STATE_NAMES
from wickel.studio.folder import StudioFolder, data_folder
from wickel.studio.listing import listing_record, on_rails, why_late
from wickel.units import Unit, shown_cloth_length
from wickel.wording import tr

if TYPE_CHECKING:
    from wickel.studio.book import Book

Home = Annotated[
    Path | None,
    typer.Option("--studio", help="The studio's folder; without it the one the window opens."),
]


def opened_studio(home: Path | None) -> tuple[StudioFolder, Book]:
    """A studio that is there, and its book; ends when there is none or it cannot be opened."""
    from wickel.studio.book import BookTrouble, open_book  # a database loads slowly

    folder = StudioFolder(home or data_folder() / "studio")
    if not folder.path.is_dir():
        fail(f"{folder.path.name}: there is no studio there.", UNUSABLE)
    try:
        book, refused = open_book(folder.path / "book", f"{date.today():%Y-%m-%d}")
    except BookTrouble as reason:
        fail(reason, UNUSABLE)
    for sentence in refused:
        typer.echo(f"wickel: {sentence}", err=True)
    return folder, book


@app.command()
def jobs(studio: Home = None, as_json: AsJson = False) -> None:
    """List the studio's jobs by the day they are due."""
    folder, book = opened_studio(studio)
    found = book.jobs.listed(folder.jobs())
    if as_json:
        _print_json({**listing_record(own), "file": own.path.name} for own in found)
        return
    today = date.today()
    for name, hung in on_rails(found, today):
        print(f"{name}:")
        for own in hung:
            parts = [own.due or "-", own.name, own.client, ", ".join(own.garments)]
            parts.append(why_late(own, today) or STATE_NAMES[own.state])
            print("  " + " | ".join(part for part in parts if part))


@app.command()
def shelf(studio: Home = None, inches: bool = False, as_json: AsJson = False) -> None:
    """List what stands on the studio's shelf."""
    from wickel.files import on_shelf_record

    _, book = opened_studio(studio)
    found = book.shelf.all()
    if as_json:
        _print_json(map(on_shelf_record, found))
        return
    unit = Unit.INCH if inches else Unit.CM
    for own in found:
        length = "" if own.at_hand_mm is None else shown_cloth_length(own.at_hand_mm, unit)
        kept = shown_cloth_length(own.reserved_mm, unit)
        reserved = tr("{length} reserved", length=kept) if own.reserved_mm else ""
        print(" | ".join(part for part in (own.name, length, reserved, own.place) if part))


@app.command()
def log(
    words: Annotated[list[str] | None, typer.Argument(help="Words that must stand in it.")] = None,
    studio: Home = None,
    as_json: AsJson = False,
) -> None:
    """List the entries of the studio's log, the last first."""
    from wickel.studio.handing_out import entry_record  # a database loads slowly

    _, book = opened_studio(studio)
    found = book.log.found(" ".join(words or ()), _MOST_ENTRIES)
    if as_json:
        _print_json(map(entry_record, found))
        return
    for own in found:
        said = (own.day, own.job, own.client, *own.said, own.note)
        print(" | ".join(part for part in said if part))


_MOST_ENTRIES = 10_000


@app.command(name="studio-out")
def studio_out(
    target: Annotated[Path, typer.Argument(metavar="ZIP", help="The zip to write.")],
    studio: Home = None,
) -> None:
    """Write the whole studio into one zip of open files."""
    from wickel.studio.handing_out import studio_zip  # a database loads slowly

    folder, book = opened_studio(studio)
    write_file(target, studio_zip(book, folder))


@app.command(name="studio-in")
def studio_in(
    source: Annotated[Path, typer.Argument(metavar="ZIP", help="A zip of a studio.")],
    studio: Home = None,
) -> None:
    """Read a studio's zip into the studio; what is there already is recognised."""
    from wickel.studio.handing_out import bring_in, zip_bytes_of  # a database loads slowly

    home = studio or data_folder() / "studio"
    private_folder(home)
    folder, book = opened_studio(home)
    try:
        found = bring_in(zip_bytes_of(source), book, folder)
    except OSError as reason:
        fail(f"{source.name}: {reason.strerror}.", UNUSABLE)
    except UnreadableFile as reason:
        said = str(reason)
        fail(said if source.name in said else f"{source.name}: {said}", UNUSABLE)
    for kind, count in found.new.items():
        print(f"{kind}: {count}")
    for line in found.left_out:
        typer.echo(f"wickel: {line}", err=True)


@app.command(name="studio-csv")
def studio_csv(
    target: Annotated[Path, typer.Argument(metavar="FOLDER", help="Where to write the tables.")],
    studio: Home = None,
) -> None:
    """Write log, clients, shelf and jobs as tables."""
    from wickel.studio.learnt import tables  # a database loads slowly

    folder, book = opened_studio(studio)
    listed = book.jobs.listed(folder.all())
    made = tables(book.log.entries(), book.clients.all(), book.shelf.all(), listed)
    for name, text in made.items():
        write_file(target / name, text)


def _print_json(rows: Iterable[object]) -> None:
    print(json.dumps(list(rows), ensure_ascii=False))
