"""A client goes out as one file and is taken out of the studio: no name, no measurement is left in
book, jobs or zip, and the copies that still hold them are named."""

import json
import struct
import zipfile
from dataclasses import replace

import pytest

from wickel.body import Adjustment, Client, size_body, with_measurement
from wickel.cloth import Cloth, OnShelf, Reserved
from wickel.draft import Plus
from wickel.files import job_of, job_record, read_job, save_job
from wickel.job.adjusting import adjusted
from wickel.job.job import Picture
from wickel.job.work import drafted_job
from wickel.lay import Search, cut_from, kept_lay_of, make_lay
from wickel.studio import orders
from wickel.studio.book import LogEntry, open_book
from wickel.studio.folder import StudioFolder
from wickel.studio.handing_out import client_file, studio_zip
from wickel.studio.nameless import nameless, without_name
from wickel.studio.removing import remove_client

NAME, MARK = "Philippa Zwingel", 917.3141
BODY = replace(
    with_measurement(with_measurement(size_body("92"), "bust", MARK), "neck_to_knee", MARK + 100),
    name=NAME,
    taken="2026-11-03",
)


def bytes_of_the_marks():
    return (
        NAME.encode(),
        b"zwingel",
        b"Zwingel",
        b"philippa",
        repr(MARK).encode(),
        struct.pack("<d", MARK),
        struct.pack(">d", MARK),
        repr(MARK + 100).encode(),
    )


def holding(data):
    return [own for own in bytes_of_the_marks() if own in data]


@pytest.fixture
def studio(tmp_path):
    """A studio with a job of the client's, laid, and words about them everywhere."""
    folder = StudioFolder(tmp_path / "studio")
    folder.fill_with_demo(fresh=False)
    book, _ = open_book(folder.path / "book", "2026-12-01")
    client = Client(
        name=NAME,
        bodies=(BODY,),
        notes="Philippa likes pockets",
        consent="2026-11-03",
        adjustments=(Adjustment(change="front-length", mm=20.0),),
    )
    book.clients.keep(client)
    job = orders()[1]
    job = replace(
        job,
        name="Zwingel's dress",
        client=NAME,
        book_id="j1",
        notes="For Philippa's party",
        waits_for="Philippa",
        pictures=(Picture(name="zwingel.png", data=b"\x89PNG"),),
        garments=(replace(job.garments[0], body=BODY),),
    )
    job = adjusted(job, job.garments[0], client.adjustments, NAME).job
    pieces = cut_from(drafted_job(job)[1], job.cloths[0])
    lay = make_lay(pieces, job.cloths[0], "lengthwise", search=Search(effort=5))
    job = job.with_on(
        job.cloths[0].id, replace(job.on_cloth(job.cloths[0].id), lay=kept_lay_of(lay))
    )
    path = folder.path / "09-philippa-zwingel.wickel.json"
    save_job(job, path)
    save_job(job, path)
    book.log.keep(
        LogEntry(
            id="j1",
            day="2026-11-20",
            job="Zwingel's dress",
            client=NAME,
            planned_mm=1234.5,
            fitting=(("bust", 8.0),),
            note="philippa is left-handed",
        )
    )
    book.shelf.keep(
        OnShelf(
            cloth=Cloth(id="a", usable_width_mm=1400, name="Ash"),
            origin="Zwingel's dress",
            reserved=(Reserved(job="j1", name="Zwingel's dress", mm=100.0),),
        )
    )
    book.jobs.listed(folder.all())
    return folder, book, path


def test_all_that_is_known_of_a_client_goes_out_as_one_file(studio):
    _folder, book, path = studio
    record = json.loads(client_file(book, (path,), NAME))
    assert record["client"]["bodies"][0]["measurements_mm"]["bust"] == MARK
    assert record["client"]["consent"] == "2026-11-03"
    assert [job["name"] for job in record["jobs"]] == ["Zwingel's dress"]
    assert [entry["planned_mm"] for entry in record["log"]] == [1234.5]
    with pytest.raises(KeyError):
        client_file(book, (), "Nobody")


def test_after_a_client_was_removed_no_byte_of_them_is_left(studio):
    folder, book, _path = studio
    before = studio_zip(book, folder)
    found = remove_client(book, folder, NAME)
    assert len(found.jobs) == 1
    assert found.entries == 1
    book.store.close()
    for own in sorted(folder.path.rglob("*")):
        assert own.is_dir() or own in found.copies or not holding(own.read_bytes()), own
        assert "zwingel" not in own.name
    assert found.copies == ()
    book, _ = open_book(folder.path / "book", "2026-12-01")
    out = studio_zip(book, folder)
    (folder.path / "check.zip").write_bytes(out)
    with zipfile.ZipFile(folder.path / "check.zip") as packed:
        for name in packed.namelist():
            assert not holding(packed.read(name)), name
    assert before != out


def test_jobs_keep_their_pieces_and_figures_of_cloth(studio):
    folder, book, path = studio
    old = read_job(path)
    pieces = drafted_job(old)[1]
    (there,) = remove_client(book, folder, NAME).jobs
    job = read_job(there)
    assert (job.client, job.garments, job.pictures) == ("", (), ())
    assert job.name == "a client's dress"
    assert {piece.id for piece in job.pieces} == {piece.id for piece in pieces}
    for piece, was in zip(job.pieces, pieces, strict=True):
        for one, other in zip(piece.cut_line, was.cut_line, strict=True):
            assert one == pytest.approx(other, abs=0.0051)
    assert drafted_job(job)[1]
    assert book.log.entry("j1").planned_mm == 1234.5
    assert book.log.entry("j1").fitting == ()
    assert book.clients.one(NAME) is None
    assert [own.name for own in book.shelf.one("Ash").reserved] == ["a client's dress"]


def test_photos_of_their_jobs_go_and_those_of_others_stay(studio):
    folder, book, _path = studio
    photos = folder.path / "book" / "photos"
    photos.mkdir()
    for name in ("theirs.jpg", "other.jpg"):
        (photos / name).write_bytes(b"picture")
    entry = book.log.entry("j1")
    book.log.keep(replace(entry, photos=("theirs.jpg",)))
    book.log.keep(replace(entry, id="j2", client="Somebody", photos=("other.jpg",)))
    remove_client(book, folder, NAME)
    assert [path.name for path in photos.iterdir()] == ["other.jpg"]
    assert book.log.entry("j2").photos == ("other.jpg",)


def test_other_people_s_jobs_stay_as_they_are(studio):
    folder, book, path = studio
    others = {own: own.read_bytes() for own in folder.all() if own != path}
    remove_client(book, folder, NAME)
    assert {own: own.read_bytes() for own in others} == others


def test_copies_that_still_hold_a_client_are_named(studio):
    folder, book, _path = studio
    copy = folder.path / "book" / "book-2026-11-30.sqlite"
    copy.write_bytes(b"x" * 100 + NAME.encode() + b"y" * 100)
    packed = folder.path / "all.zip"
    packed.write_bytes(studio_zip(book, folder))
    numbers = folder.path / "old.json"
    numbers.write_text(f'{{"bust": {MARK}}}')
    unread = folder.path / "10-odd.wickel.json"
    unread.write_text("{ half of " + NAME)
    found = remove_client(book, folder, NAME)
    assert set(found.copies) == {copy, packed, numbers, unread}
    assert found.unread == (unread,)


def test_a_job_whose_garment_cannot_be_drafted_loses_its_name_all_the_same(studio):
    _folder, _book, path = studio
    job = read_job(path)
    odd = replace(job.garments[0], figures={"hem.down": Plus(-1e4)})
    made = nameless(replace(job, garments=(odd,)), NAME)
    assert (made.client, made.garments, made.pieces) == ("", (), ())


@pytest.mark.parametrize(
    ("text", "left"),
    [
        ("ODILE's dress, for Odile Marrow", "a client's dress, for a client"),
        ("Marrowbone and odiles", "Marrowbone and odiles"),
        ("", ""),
    ],
)
def test_a_name_is_taken_out_of_words(text, left):
    assert without_name(text, "Odile Marrow") == left


def test_what_is_drawn_in_a_piece_stays_when_its_job_becomes_nameless():
    job = orders()[1]
    (done, *_), cut = drafted_job(job)
    bare = {piece.id: piece for piece in nameless(replace(job, client=NAME), NAME).pieces}
    for before in cut:
        after = bare[before.id]
        ids = {f"{done.garment.id}/{own.id}": own for own in done.pattern.pieces}
        drawn = ids[before.id]
        for one, other in zip(after.net_line, before.net_line, strict=True):
            assert one == pytest.approx(other, abs=0.006)
        assert len(after.inner_lines) == len(before.inner_lines) + len(drawn.notches)
    assert any(piece.inner_lines for piece in bare.values())
    # and in its file
    record = job_record(nameless(replace(job, client=NAME), NAME))
    again = {piece.id: piece for piece in job_of(record).pieces}
    assert {id: own.inner_lines for id, own in again.items()} == {
        id: own.inner_lines for id, own in bare.items()
    }
