"""What the book keeps under a name: the old files taken over with nothing lost, two windows brought
together, what clashes left to the maker."""

import json
from dataclasses import replace

import pytest

from wickel.body import Adjustment, Client, size_body
from wickel.cloth import Cloth, OnShelf, Reserved, with_cut_off, with_reserved
from wickel.draft import Allowances, Length, Plus, School
from wickel.files import save_clients, save_schools, save_shelf
from wickel.studio.book import BookTrouble, Clash, Fact, merged, open_book
from wickel.studio.book.migrating import ScriptDirectory
from wickel.studio.book.store import HEAD

TODAY = "2026-12-01"
BODY = replace(size_body("92"), name="Ida", taken="2026-11-03")
IDA = Client(
    name="Ida",
    bodies=(BODY,),
    consent="2026-11-03",
    notes="Left-handed.\nLikes pockets.",
    adjustments=(Adjustment(change="front-length", mm=20.0, day="2026-11-20", job="Coat"),),
)
LINEN = OnShelf(
    cloth=Cloth(id="x", usable_width_mm=1450, name="Ash linen", price=20.0),
    at_hand_mm=5200.0,
    place="rack 2",
    since="2026-10-01",
    counted="2026-11-30",
    care="wash at 40",
    notes="the blue runs",
    photo="ash.jpg",
    reserved=(Reserved(job="j1", name="Coat", mm=1800.0),),
)
REMNANT = OnShelf(
    cloth=Cloth(
        id="r",
        usable_width_mm=400,
        name="Ash linen, remnant",
        length_at_hand_mm=600,
        remnant=((0, 0), (600, 0), (500, 400), (0, 400)),
    ),
    at_hand_mm=600.0,
    of="Ash linen",
    origin="Market dress",
)
SCHOOL = School(
    id="river",
    name="River way",
    options={"ease_mm": 80},
    allowances=Allowances(own_mm={"hem": 40}),
    figures={"shoulder.slope": Plus(-5.0), "waist.down": Length(390.0)},
)


@pytest.fixture
def folder(tmp_path):
    return tmp_path / "book"


def opened(folder):
    book, refused = open_book(folder, TODAY)
    return book, [str(reason) for reason in refused]


def old_files(folder):
    save_clients((IDA, Client(name="Oda")), folder / "clients.json")
    save_shelf((LINEN, REMNANT), folder / "cloths.json")
    save_schools((SCHOOL,), folder / "schools.json")


def test_the_old_files_are_taken_over_once_with_nothing_lost(folder):
    old_files(folder)
    book, refused = opened(folder)
    assert refused == []
    assert book.clients.all() == (IDA, Client(name="Oda"))
    assert book.shelf.all() == (LINEN, REMNANT)
    assert book.schools.all() == (SCHOOL,)
    kept = sorted(path.name for path in folder.iterdir() if "taken" in path.name)
    assert kept == [f"{name}.json.taken-over" for name in ("clients", "cloths", "schools")]
    book.clients.drop("Oda")
    assert [own.name for own in opened(folder)[0].clients.all()] == ["Ida"]


def test_files_as_they_were_before_are_taken_over_too(folder):
    folder.mkdir()
    old = {"id": "own-ash", "name": "Ash", "usable_width_mm": 1400.0, "print": "any"}
    (folder / "cloths.json").write_text(
        json.dumps({"format": "wickel-cloths", "version": 1, "cloths": [old]})
    )
    bodies = [{"taken": "2026-01-01", "measurements_mm": {"bust": 900.0}}]
    (folder / "clients.json").write_text(
        json.dumps(
            {
                "format": "wickel-clients",
                "version": 1,
                "clients": [{"name": "Ida", "bodies": bodies}],
            }
        )
    )
    book, refused = opened(folder)
    assert refused == []
    assert [own.cloth.usable_width_mm for own in book.shelf.all()] == [1400.0]
    assert book.clients.one("Ida").latest["bust"] == 900.0


def test_what_the_book_holds_already_stands_and_new_days_are_added(folder):
    book, _ = opened(folder)
    book.clients.keep(replace(IDA, notes="mine"))
    book.shelf.keep(replace(LINEN, place="mine"))
    earlier = replace(BODY, taken="2025-05-05")
    save_clients(
        (replace(IDA, bodies=(earlier, replace(BODY, name="x"))),), folder / "clients.json"
    )
    save_shelf((LINEN,), folder / "cloths.json")
    book, _ = opened(folder)
    assert book.clients.one("Ida") == replace(IDA, notes="mine", bodies=(earlier, BODY))
    assert book.shelf.one("Ash linen").place == "mine"


def test_an_old_file_that_cannot_be_read_is_said_stays_and_is_tried_again(folder):
    old_files(folder)
    (folder / "clients.json").write_text("{ not json")
    book, refused = opened(folder)
    assert len(refused) == 1
    assert "clients.json is not JSON" in refused[0]
    assert (folder / "clients.json").read_text() == "{ not json"
    assert book.shelf.all() == (LINEN, REMNANT)
    save_clients((IDA,), folder / "clients.json")
    assert opened(folder)[0].clients.all() == (IDA,)


def test_the_newest_migration_is_the_one_the_program_knows():
    import wickel.studio.book as room

    script = ScriptDirectory(f"{room.__path__[0]}/migrations")
    assert script.get_current_head() == HEAD


def test_two_windows_see_each_other_and_what_only_one_has_changed_is_kept(folder):
    (one, _), (other, _) = opened(folder), opened(folder)
    one.clients.keep(IDA)
    seen = other.clients.one("Ida")
    assert seen == IDA
    before = other.store.version()
    one.clients.keep(replace(IDA, notes="theirs"), seen)
    assert other.store.version() != before
    other.clients.keep(replace(IDA, consent="2026-12-01"), seen)
    assert one.clients.one("Ida") == replace(IDA, notes="theirs", consent="2026-12-01")


def test_what_both_have_changed_is_never_written_over(folder):
    (one, _), (other, _) = opened(folder), opened(folder)
    one.shelf.keep(LINEN)
    one.shelf.keep(replace(LINEN, place="rack 7", care="cold"), LINEN)
    mine = replace(LINEN, place="rack 9", notes="mine")
    with pytest.raises(Clash) as told:
        other.shelf.keep(mine, LINEN)
    assert told.value.names == ("place",)
    assert told.value.theirs.place == "rack 7"
    mine = replace(mine, care="cold")  # what only the other one has changed is in both
    assert told.value.mine == mine
    assert one.shelf.one("Ash linen").place == "rack 7"
    other.shelf.keep(mine, told.value.theirs)  # settled: mine over what was shown
    assert one.shelf.one("Ash linen") == mine


def test_values_are_brought_together_field_by_field():
    a, b = replace(IDA, notes="a"), replace(IDA, consent="b")
    assert merged(IDA, a, b) == replace(IDA, notes="a", consent="b")
    assert merged(IDA, a, a) == a
    assert merged(None, a, b) == a
    assert merged(IDA, a, None) == a
    with pytest.raises(Clash, match="notes"):
        merged(IDA, a, replace(IDA, notes="c"))


def test_a_new_name_takes_its_row_along(folder):
    book, _ = opened(folder)
    book.clients.keep(IDA)
    book.clients.keep(replace(IDA, name="Ida Fell"), IDA)
    assert [own.name for own in book.clients.all()] == ["Ida Fell"]


def test_words_find_what_stands_on_the_shelf(folder):
    book, _ = opened(folder)
    for own in (LINEN, REMNANT):
        book.shelf.keep(own)
    assert book.shelf.found("ASH rack") == (LINEN,)
    assert book.shelf.found("market") == (REMNANT,)
    assert book.shelf.found("") == (LINEN, REMNANT)
    assert book.shelf.found("silk") == ()


def test_a_row_that_cannot_be_read_is_named(folder):
    book, _ = opened(folder)
    book.facts.keep(Fact(key="hours", value={"week": 20}))
    assert book.facts.one("hours").value == {"week": 20}
    book.clients.keep(IDA)
    import sqlite3

    with sqlite3.connect(book.store.path) as raw:
        raw.execute("UPDATE client SET value = '{}'")
    with pytest.raises(BookTrouble, match="Ida"):
        book.clients.all()


def test_a_job_reserves_and_cutting_takes_off():
    assert (LINEN.free_mm, LINEN.value, LINEN.is_remnant) == (3400.0, pytest.approx(104.0), False)
    more = with_reserved(LINEN, "j2", "Smock", 4000.0)
    assert more.free_mm == -600.0
    assert with_reserved(more, "j2", "Smock", 0.0) == LINEN
    cut = with_cut_off(LINEN, "j1", "Coat", 1750.0)
    assert (cut.reserved_mm, cut.at_hand_mm, cut.free_mm) == (0.0, 3450.0, 3450.0)
    assert with_cut_off(cut, "j1", "Coat", 1750.0) == cut  # said twice, cut once
    assert with_cut_off(cut, "j1", "Coat", 1800.0).at_hand_mm == 3400.0
    assert with_reserved(cut, "j1", "Coat", 500.0) == cut
    back = with_cut_off(cut, "j1", "Coat", 0.0)
    assert (back.reserved, back.at_hand_mm) == ((), 5200.0)
    assert with_cut_off(LINEN, "j1", "Coat", 9000.0).at_hand_mm == 0.0
    unknown = replace(LINEN, at_hand_mm=None)
    assert (unknown.free_mm, unknown.value) == (None, None)
