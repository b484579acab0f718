"""Copies of the book: looked into, put back, also over a damaged book; a book of an older Wickel
brought up to date; network disks."""

import sqlite3
from dataclasses import replace

import pytest
from sqlalchemy import create_engine

from tests.studio.test_book_store import ENTRY
from tests.studio.test_kept import IDA, LINEN
from wickel.studio.book import BookTrouble, copies, open_book, put_back
from wickel.studio.book import place as place_of
from wickel.studio.book.store import HEAD, NAME

TODAY = "2026-12-01"


@pytest.fixture
def folder(tmp_path):
    return tmp_path / "book"


def filled(folder, day=TODAY):
    book, _ = open_book(folder, day)
    book.clients.keep(IDA)
    book.shelf.keep(LINEN)
    book.log.keep(ENTRY)
    return book


def test_a_copy_is_looked_into_and_put_back_and_the_book_of_now_is_kept(folder):
    filled(folder, "2026-11-29").store.close()
    book, _ = open_book(folder, "2026-11-30")  # its copy of the day has all of it
    book.clients.drop("Ida")
    book.log.keep(replace(ENTRY, id="b", job="Later"))
    other, _ = open_book(folder, "2026-11-30")
    first, second = copies(folder)
    assert (first.day, first.clients, first.shelf, first.log) == ("2026-11-30", 1, 1, 1)
    assert first.last == "2026-11-29, Market dress"
    assert (second.day, second.clients, second.log) == ("2026-11-29", 0, 0)
    book.store.close()
    before = put_back(folder, first.path, TODAY)
    book, _ = open_book(folder, TODAY)
    assert book.clients.all() == (IDA,)
    assert [own.id for own in book.log.entries()] == ["a1"]
    assert other.clients.all() == (IDA,)  # another window sees it
    with sqlite3.connect(before) as kept:
        assert kept.execute("SELECT count(*) FROM log").fetchone() == (2,)


def test_a_damaged_book_is_put_aside_and_the_copy_takes_its_place(folder):
    filled(folder, "2026-11-29").store.close()
    open_book(folder, "2026-11-30")[0].store.close()
    for ending in ("", "-wal", "-shm"):
        (folder / f"{NAME}{ending}").unlink(missing_ok=True)
    (folder / NAME).write_bytes(b"no book " * 900)
    with pytest.raises(BookTrouble):
        open_book(folder, TODAY)
    before = put_back(folder, copies(folder)[0].path, TODAY)
    assert before.read_bytes() == b"no book " * 900
    assert open_book(folder, TODAY)[0].clients.all() == (IDA,)


def test_a_copy_that_is_no_book_is_said_and_changes_nothing(folder):
    book = filled(folder)
    bad = folder / "book-2026-01-01.sqlite"
    bad.write_bytes(b"no book " * 900)
    assert copies(folder)[-1].trouble
    with pytest.raises(BookTrouble, match="damaged"):
        put_back(folder, bad, TODAY)
    assert book.clients.all() == (IDA,)


def test_other_files_are_no_copies(folder):
    filled(folder)
    (folder / "book-mine.sqlite").write_text("x")
    (folder / "notes-2026-01-01.sqlite").write_text("x")
    assert [own.path.name for own in copies(folder)] == [f"book-{TODAY}.sqlite"]


def test_a_book_of_every_shipped_state_is_brought_up_to_date_with_its_data(folder):
    from alembic import command
    from alembic.config import Config

    import wickel.studio.book as room

    folder.mkdir()
    engine = create_engine(f"sqlite:///{folder / NAME}")
    config = Config()
    config.set_main_option("script_location", f"{room.__path__[0]}/migrations")
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "0001")
        connection.exec_driver_sql(
            "INSERT INTO log VALUES ('a', 1, '2026-11-29', 'Coat', 'Ida', 'Wren', '[\"Coat\"]', "
            "'[\"Ash\"]', 1000.0, 1100.0, NULL, 0.0, 20.0, 25.5, '[\"short\"]', '[]', 'n', 'coat')"
        )
    engine.dispose()
    book, _ = open_book(folder, TODAY)
    (entry,) = book.log.entries()
    assert (entry.job, entry.client, entry.minutes, entry.wrong) == (
        "Coat",
        "Ida",
        25.5,
        ("short",),
    )
    assert (entry.fitting, entry.photos, entry.way, entry.rule_mm) == ((), (), "", None)
    assert book.clients.all() == ()
    with sqlite3.connect(folder / NAME) as raw:
        assert raw.execute("SELECT version_num FROM alembic_version").fetchone() == (HEAD,)
    assert [own.log for own in copies(folder)] == [1]  # before the migration


# --- network disks ------------------------------------------------------------------------------


MOUNTS = """\
/dev/sda1 / ext4 rw 0 0
server:/home /home nfs4 rw 0 0
/dev/sdb1 /home/local xfs rw 0 0
//nas/work /mnt/the\\040work cifs rw 0 0
"""


@pytest.mark.parametrize(
    ("where", "kind", "network"),
    [
        ("/home/ida/studio", "nfs4", True),
        ("/home/local/studio", "xfs", False),
        ("/homes", "ext4", False),
        ("/mnt/the work/book", "cifs", True),
    ],
)
def test_what_a_folder_is_on_is_read_from_the_mounts(monkeypatch, tmp_path, where, kind, network):
    mounts = tmp_path / "mounts"
    mounts.write_text(MOUNTS)
    monkeypatch.setattr(place_of, "_MOUNTS", mounts)
    assert place_of.file_system(where) == kind
    assert place_of.is_on_network(where) == network
    monkeypatch.setattr(place_of, "_MOUNTS", tmp_path / "none")
    assert not place_of.is_on_network(where)


def test_a_book_on_a_network_disk_is_opened_to_look_at_and_says_why(folder, monkeypatch):
    filled(folder).store.close()
    with sqlite3.connect(folder / NAME) as raw:  # what is still in the write-ahead log is seen too
        raw.execute("UPDATE log SET note = 'from the log'")
    before = sorted((path.name, path.stat().st_mtime_ns) for path in folder.iterdir())
    monkeypatch.setattr("wickel.studio.book.store.is_on_network", lambda _: True)
    book, said = open_book(folder, TODAY)
    assert "network disk" in str(said[0])
    assert book.clients.all() == (IDA,)
    assert book.log.entries() == (replace(ENTRY, note="from the log"),)
    for change in (
        lambda: book.clients.keep(replace(IDA, notes="x")),
        lambda: book.log.drop("a1"),
        lambda: book.shelf.drop("Ash linen"),
    ):
        with pytest.raises(BookTrouble, match="look at only"):
            change()
    book.store.close()
    assert sorted((path.name, path.stat().st_mtime_ns) for path in folder.iterdir()) == before


def test_an_old_or_missing_book_on_a_network_disk_is_left_alone(folder, monkeypatch):
    monkeypatch.setattr("wickel.studio.book.store.is_on_network", lambda _: True)
    with pytest.raises(BookTrouble):
        open_book(folder, TODAY)
    assert not folder.exists()
    monkeypatch.undo()
    filled(folder).store.close()
    with sqlite3.connect(folder / NAME) as raw:
        raw.execute("UPDATE alembic_version SET version_num = '0001'")
    monkeypatch.setattr("wickel.studio.book.store.is_on_network", lambda _: True)
    with pytest.raises(BookTrouble, match="another Wickel"):
        open_book(folder, TODAY)
