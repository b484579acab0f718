"""The studio as one zip: out, and into an empty or a filled studio; hostile ones write nothing."""

import contextlib
import io
import json
import os
import tracemalloc
import zipfile
from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest

from tests.studio.test_book_store import ENTRY
from tests.studio.test_kept import IDA, LINEN, REMNANT, SCHOOL
from wickel.files import UnreadableFile, read_job, save_job, save_style
from wickel.studio import FERRY_APRON, orders
from wickel.studio.book import Fact, open_book
from wickel.studio.folder import StudioFolder
from wickel.studio.handing_out import MOST_FILES, bring_in, studio_zip, zip_bytes_of


def studio(path):
    folder = StudioFolder(path)
    folder.path.mkdir(parents=True, exist_ok=True)
    return open_book(folder.path / "book", "2026-12-01")[0], folder


@pytest.fixture
def filled(tmp_path):
    book, folder = studio(tmp_path / "one")
    folder.fill_with_demo(fresh=False)
    folder.put_aside(folder.orders()[-1])
    book.clients.keep(IDA)
    for own in (LINEN, REMNANT):
        book.shelf.keep(own)
    book.schools.keep(SCHOOL)
    book.facts.keep(Fact(key="rule:coat", value={"mm": 4000.0}))
    book.log.keep(replace(ENTRY, fitting=(("bust", 8.0),), photos=("a.jpg",), used_share=0.8))
    save_style(FERRY_APRON, folder.path / "book" / "styles" / "apron.wickel-style.json")
    (folder.path / "book" / "photos").mkdir()
    (folder.path / "book" / "photos" / "a.jpg").write_bytes(b"picture")
    return book, folder


def whole(book, folder):
    return (
        book.clients.all(),
        book.shelf.all(),
        book.schools.all(),
        book.facts.all(),
        book.log.entries(),
        [(folder.place_of(path), path.name, read_job(path)) for path in folder.all()],
        sorted(own.name for own in (folder.path / "book").rglob("*") if own.parent.name != "book"),
    )


def test_a_studio_comes_into_an_empty_one_as_it_was(filled, tmp_path):
    data = studio_zip(*filled)
    other = studio(tmp_path / "two")
    found = bring_in(data, *other)
    assert whole(*other) == whole(*filled)
    assert found.known == {}
    assert found.left_out == ()
    assert found.new["jobs"] == len(orders())


def test_what_is_there_already_is_recognised(filled):
    before = whole(*filled)
    found = bring_in(studio_zip(*filled), *filled)
    assert whole(*filled) == before
    assert found.new == {}
    assert found.known["jobs"] == len(orders())


def test_what_is_there_stands_and_new_days_and_jobs_are_added(filled, tmp_path):
    data = studio_zip(*filled)
    book, folder = studio(tmp_path / "two")
    later = replace(IDA.bodies[0], taken="2026-12-24")
    book.clients.keep(replace(IDA, notes="mine", bodies=(later,)))
    book.shelf.keep(replace(LINEN, place="mine"))
    save_job(replace(orders()[0], name="Mine"), folder.path / "01-market-dress.wickel.json")
    found = bring_in(data, book, folder)
    assert [body.taken for body in book.clients.one("Ida").bodies] == ["2026-11-03", "2026-12-24"]
    assert book.clients.one("Ida").notes == "mine"
    assert book.shelf.one("Ash linen").place == "mine"
    assert found.new["jobs"] == len(orders())
    assert read_job(folder.path / "01-market-dress.wickel.json").name == "Mine"
    assert read_job(folder.path / "01-market-dress-2.wickel.json").name == "Market dress"


def packed(files):
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w") as out:
        for name, text in files.items():
            out.writestr(name, text)
    return made.getvalue()


HEAD = json.dumps({"format": "wickel-studio", "version": 1})


@pytest.mark.parametrize(
    "data",
    [
        b"",
        b"PK\x03\x04 half a zip",
        packed({"a.txt": "x"}),
        packed({"studio.json": "{"}),
        packed({"studio.json": "{}"}),
        packed({"studio.json": json.dumps({"format": "wickel-studio", "version": 9})}),
    ],
)
def test_what_is_no_studio_is_refused_and_nothing_is_written(tmp_path, data):
    book, folder = studio(tmp_path / "one")
    before = whole(book, folder)
    with pytest.raises(UnreadableFile):
        bring_in(data, book, folder)
    assert whole(book, folder) == before


def test_what_cannot_be_read_is_left_out_and_said_and_nothing_gets_out_of_the_folder(tmp_path):
    book, folder = studio(tmp_path / "deep" / "one")
    data = packed(
        {
            "studio.json": HEAD,
            "jobs/../../out.wickel.json": "{}",
            "styles/../../../out.txt": "out",
            "/photos/x": "x",
            "jobs/elsewhere/a.wickel.json": "{}",
            "jobs/a.wickel.json": "{ half",
            "log.json": json.dumps({"log": [{"id": "a", "day": "x", "job": "J"}, {"id": 1}, 7]}),
            "clients.json": json.dumps({"clients": [{"name": "A"}, {"name": ""}]}),
            "unknown/file": "x",
        }
    )
    found = bring_in(data, book, folder)
    assert [own.split(":")[0] for own in found.left_out] == [
        "clients.json",
        "jobs/a.wickel.json",
        "log.json",
        "log.json",
    ]
    assert [own.name for own in book.clients.all()] == ["A"]
    assert [own.id for own in book.log.entries()] == ["a"]
    outside = [own for own in tmp_path.rglob("out*")]
    assert outside == []


def test_a_zip_of_very_many_files_is_refused(tmp_path):
    book, folder = studio(tmp_path / "one")
    files = {"studio.json": HEAD} | {f"photos/{k}": "" for k in range(MOST_FILES)}
    with pytest.raises(UnreadableFile, match="larger"):
        bring_in(packed(files), book, folder)


def bomb(name, size):
    """A zip with one file that is all nothing, packed a thousand times smaller."""
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as out:
        out.writestr("studio.json", HEAD)
        with out.open(name, "w", force_zip64=True) as file:
            for _ in range(size // 1_000_000):
                file.write(bytes(1_000_000))
    return made.getvalue()


@pytest.mark.parametrize(
    ("name", "size"),
    [("photos/a.jpg", 60_000_000), ("photos/b.jpg", 20_000_000), ("log.json", 40_000_000)],
)
def test_what_swells_when_it_is_unpacked_is_left_out_unread(tmp_path, name, size):
    book, folder = studio(tmp_path / "one")
    data = bomb(name, size)
    assert len(data) < size / 500
    tracemalloc.start()
    found = bring_in(data, book, folder)
    peak = tracemalloc.get_traced_memory()[1]
    tracemalloc.stop()
    assert peak < 10_000_000
    assert list(found.left_out) == [f"{name}: larger than anything of its kind: it was left out."]
    assert not any(folder.path.rglob("*.jpg"))


def test_a_damaged_zip_is_refused_wherever_it_is_damaged(tmp_path):
    book, folder = studio(tmp_path / "one")
    good = packed({"studio.json": HEAD, "clients.json": json.dumps({"clients": [{"name": "A"}]})})
    rng = np.random.default_rng(3)
    for _ in range(200):
        data = bytearray(good)
        for at in rng.integers(0, len(data), 3):
            data[at] = rng.integers(0, 256)
        with contextlib.suppress(UnreadableFile):
            bring_in(bytes(data), book, folder)


def test_a_pipe_a_device_and_a_folder_are_not_read(tmp_path):
    os.mkfifo(tmp_path / "pipe.zip")
    for path in (tmp_path / "pipe.zip", Path("/dev/zero"), tmp_path):
        with pytest.raises(UnreadableFile):
            zip_bytes_of(path)
