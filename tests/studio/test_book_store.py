"""The studio's book on the disk: nothing acknowledged is lost, and what goes wrong is said."""

import os
import random
import signal
import sqlite3
import subprocess
import sys
from dataclasses import replace

import pytest

from tests.often import usual
from wickel.studio.book import BookTrouble, Log, LogEntry, open_book, open_store
from wickel.studio.book.store import NAME, backed_up

ENTRY = LogEntry(
    id="a1",
    day="2026-11-29",
    job="Market dress",
    client="Odile Marrow",
    styles=("Box dress",),
    cloths=("Moss linen",),
    planned_mm=1480.5,
    bought_mm=1600.0,
    used_mm=None,
    minutes=42.5,
    wrong=("short",),
    next_time=("longer", "buy-more"),
    note="Länger – 3 cm",
)


@pytest.fixture
def folder(tmp_path):
    return tmp_path / "book"


def test_an_entry_comes_back_as_it_was_put_down(folder):
    store = open_store(folder, "2026-11-29")
    log = Log(store)
    log.keep(ENTRY)
    store.close()
    again = Log(open_store(folder, "2026-11-30"))
    assert again.entry("a1") == ENTRY
    assert again.entries() == (ENTRY,)
    again.keep(replace(ENTRY, used_mm=1500.0, note=""))
    assert again.entry("a1").over_mm == pytest.approx(100.0)
    again.drop("a1")
    assert again.entries() == ()
    assert again.entry("a1") is None


def test_the_last_day_comes_first_and_a_clock_going_back_does_no_harm(folder):
    log = Log(open_store(folder, "2026-11-29"))
    for id, day in (("a", "2026-11-29"), ("b", "2020-01-01"), ("c", "2027-03-01")):
        log.keep(replace(ENTRY, id=id, day=day))
    assert [own.id for own in log.entries()] == ["c", "a", "b"]


def test_what_was_learnt_comes_back_for_the_same_client_style_or_cloth(folder):
    log = Log(open_store(folder, "2026-11-29"))
    for entry in (
        ENTRY,
        replace(ENTRY, id="b", client="Else", styles=("Coat",), cloths=("Twill",)),
        replace(ENTRY, id="c", note="", wrong=(), next_time=()),
        replace(ENTRY, id="d", client="Someone", styles=("Box dress, long",), cloths=("Silk",)),
    ):
        log.keep(entry)

    def alike(client="", styles=(), cloths=(), most=9):
        found = log.alike(client=client, styles=styles, cloths=cloths, most=most)
        return [own.id for own in found]

    assert alike(styles=("Box dress",)) == ["a1"]
    assert alike(client="Else") == ["b"]
    assert alike(cloths=("Silk",)) == ["d"]
    assert alike(cloths=("Moss linen", "Twill", "Silk")) == ["a1", "b", "d"]
    assert alike(cloths=("Moss linen", "Twill", "Silk"), most=2) == ["a1", "b"]
    assert alike() == []


def test_words_are_searched_whatever_their_capitals(folder):
    log = Log(open_store(folder, "2026-11-29"))
    log.keep(ENTRY)
    log.keep(replace(ENTRY, id="b", note="100 % wool_cloth", day="2026-12-01"))

    def found(asked, most=9):
        return [own.id for own in log.found(asked, most)]

    assert found("") == ["b", "a1"]
    assert found("MARROW box") == ["b", "a1"]
    assert found("länger") == ["a1"]
    assert found("LÄNGER") == ["a1"]
    assert found("100 %") == ["b"]
    assert found("wool_") == ["b"]
    assert found("%") == ["b"]
    assert found("nobody") == []
    assert found("", most=1) == ["b"]


def test_two_windows_see_each_others_changes(folder):
    one, other = (Log(open_store(folder, "2026-11-29")) for _ in range(2))
    one.keep(ENTRY)
    assert other.entry("a1") == ENTRY
    other.keep(replace(ENTRY, note="theirs"))
    assert one.entry("a1").note == "theirs"


WRITER = """
import sys
from dataclasses import replace
from pathlib import Path
from wickel.body import Client
from wickel.cloth import Cloth, OnShelf
from wickel.studio.book import LogEntry, open_book
book, _ = open_book(Path(sys.argv[1]), "2026-11-29")
name, shared = sys.argv[2], "shared"
for k in range(int(sys.argv[3])):
    if k % 3 == 0:
        book.log.keep(LogEntry(id=f"{name}-{k}", day="2026-11-29", job="j" * 200))
    elif k % 3 == 1:
        def noted(own):  # one row that the other process writes too
            before = "" if own is None else own.notes
            return replace(own or Client(name=shared), notes=f"{before}{name}{k} ")

        book.clients.change(shared, noted)
    else:
        book.shelf.keep(OnShelf(cloth=Cloth(id="a", usable_width_mm=900, name=f"{name}-{k}")))
    print(k, flush=True)
"""


def writer(folder, name, count):
    return subprocess.Popen(
        [sys.executable, "-c", WRITER, str(folder), name, str(count)],
        stdout=subprocess.PIPE,
        text=True,
    )


def kept(folder):
    """What stands in a book, by the number of the change that put it there."""
    book, _ = open_book(folder, "2026-11-29")
    shared = book.clients.one("shared")
    return {
        *(own.id for own in book.log.entries()),
        *(own.name for own in book.shelf.all()),
        *("" if shared is None else shared.notes).split(),
    }


def written(name, count):
    return {f"{name}{k}" if k % 3 == 1 else f"{name}-{k}" for k in range(count)}


@pytest.mark.long
def test_two_processes_on_one_book_lose_nothing(folder):
    open_store(folder, "2026-11-29").close()
    with writer(folder, "a", 60) as one, writer(folder, "b", 60) as other:
        one.stdout.read()
        other.stdout.read()
    assert (one.returncode, other.returncode) == (0, 0)
    assert kept(folder) == written("a", 60) | written("b", 60)


@pytest.mark.parametrize("seed", usual(range(300), (0,)))
def test_killed_at_any_point_it_keeps_what_it_acknowledged(folder, seed):
    open_store(folder, "2026-11-29").close()
    with writer(folder, "k", 10_000) as process:
        last = -1
        for _ in range(random.Random(seed).randrange(1, 60)):
            last = int(process.stdout.readline())
        os.kill(process.pid, signal.SIGKILL)
        last = max([last, *(int(line) for line in process.stdout if line.endswith("\n"))])
    found = kept(folder)
    assert written("k", last + 1) <= found <= written("k", last + 2)


def test_a_damaged_book_is_said_and_left_alone(folder):
    store = open_store(folder, "2026-11-29")
    Log(store).keep(ENTRY)
    store.close()
    path = folder / NAME
    path.write_bytes(b"not a book at all" * 500)
    before = path.read_bytes()
    with pytest.raises(BookTrouble, match="damaged"):
        open_store(folder, "2026-11-29")
    assert path.read_bytes() == before


def test_a_newer_book_is_refused_politely(folder):
    open_store(folder, "2026-11-29").close()
    with sqlite3.connect(folder / NAME) as connection:
        connection.execute("UPDATE alembic_version SET version_num = '9999'")
    with pytest.raises(BookTrouble, match="newer Wickel"):
        open_store(folder, "2026-11-29")


def test_a_book_that_is_written_by_another_is_said(folder, monkeypatch):
    monkeypatch.setattr("wickel.studio.book.store._WAIT_MS", 50)
    log = Log(open_store(folder, "2026-11-29"))
    with sqlite3.connect(folder / NAME, isolation_level=None) as other:
        other.execute("BEGIN IMMEDIATE")
        with pytest.raises(BookTrouble, match="another window"):
            log.keep(ENTRY)
        assert log.entries() == ()  # who only looks waits for nobody
        other.execute("ROLLBACK")
    log.keep(ENTRY)
    assert log.entry("a1") == ENTRY


def test_a_full_disk_loses_nothing_that_was_kept(folder):
    store = open_store(folder, "2026-11-29")
    log = Log(store)
    log.keep(ENTRY)
    with store._engine.connect() as connection:
        pages = connection.exec_driver_sql("PRAGMA page_count").scalar()
    with store._sessions() as session:
        session.connection().exec_driver_sql(f"PRAGMA max_page_count={pages}")
        raw = session.connection().connection.dbapi_connection
        with pytest.raises(sqlite3.OperationalError, match="full"):
            raw.execute("UPDATE log SET note = ?", ("x" * 2_000_000,))
        session.rollback()
    assert log.entry("a1") == ENTRY


@pytest.mark.skipif(os.geteuid() == 0, reason="root writes everywhere")
def test_a_read_only_folder_is_said(folder):
    folder.mkdir()
    folder.chmod(0o500)
    with pytest.raises(BookTrouble):
        open_store(folder, "2026-11-29")


def test_a_folder_that_cannot_be_is_said(tmp_path):
    (tmp_path / "file").write_text("")
    with pytest.raises(BookTrouble):
        open_store(tmp_path / "file" / "book", "2026-11-29")


def test_a_copy_a_day_is_kept_and_holds_what_the_book_held(folder):
    for day in range(1, 20):
        store = open_store(folder, f"2026-11-{day:02}")
        Log(store).keep(replace(ENTRY, id=f"e{day}"))
        store.close()
        open_store(folder, f"2026-11-{day:02}").close()  # no second copy on one day
    copies = sorted(path.name for path in folder.glob("book-*.sqlite"))
    assert copies == [f"book-2026-11-{day:02}.sqlite" for day in range(6, 20)]
    with sqlite3.connect(folder / "book-2026-11-19.sqlite") as copy:
        assert copy.execute("SELECT count(*) FROM log").fetchone() == (18,)


def test_before_it_is_brought_up_to_date_it_is_copied(folder):
    store = open_store(folder, "2026-11-29")
    Log(store).keep(ENTRY)
    store.close()
    with sqlite3.connect(folder / NAME) as connection:  # as an older Wickel would have left it
        connection.execute("DELETE FROM alembic_version")
        connection.execute("INSERT INTO alembic_version VALUES ('0001')")
    assert (folder / "book-2026-11-29.sqlite").exists()  # the copy of the day it was made on
    copy = backed_up(folder / NAME, "2026-11-29")
    assert copy.name == "book-2026-11-29-2.sqlite"
    with sqlite3.connect(copy) as connection:
        assert connection.execute("SELECT version_num FROM alembic_version").fetchall() == [
            ("0001",)
        ]
