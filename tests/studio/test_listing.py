"""Jobs in a list: read without being built, hung by the day they are due, found again when their
files move; a quick question; a client's last job again."""

import json
import shutil
from dataclasses import replace
from datetime import date
from pathlib import Path

import pytest

from wickel.body import Client, size_body
from wickel.cloth import Cloth, Print
from wickel.draft import Length
from wickel.files import save_job
from wickel.job import Job, cell_of
from wickel.job.state import State, at_least, is_in_work, is_to_cut
from wickel.job.work import drafted_job
from wickel.lay import Labour, Search, labour_in_one_ply, labour_of, make_lay
from wickel.studio import new_order, orders
from wickel.studio.again import for_client_again, last_jobs
from wickel.studio.book import open_book
from wickel.studio.folder import StudioFolder, begun_again
from wickel.studio.glance import glance
from wickel.studio.listing import (
    ListedCloth,
    Listing,
    is_late,
    load_until,
    on_rails,
    read_listing,
    shared_cloths,
    week_of,
    why_late,
)
from wickel.studio.quick import Question, quick_cell, quick_job, who_for

TUESDAY = date(2026, 12, 1)
LINEN = ListedCloth(name="Ash linen", colour="#AABBCC", width_mm=1400.0)


def listed(name="Coat", **values):
    return Listing(path=Path(f"{name}.wickel.json"), name=name, **values)


def test_a_listing_says_what_the_file_says(tmp_path):
    path = tmp_path / "a.wickel.json"
    job = replace(orders()[3], state=State.SEWING, waits_for="a zip", book_id="j7", notes="Hooks")
    save_job(job, path)
    own = read_listing(path)
    assert (own.name, own.client, own.due) == (job.name, job.client, job.due)
    assert (own.state, own.waits_for, own.id, own.garments) == (
        State.SEWING,
        "a zip",
        "j7",
        ("Trousers",),
    )
    assert [cloth.name for cloth in own.cloths] == ["Figured twill", "Firm interfacing"]
    assert not own.laid
    for word in ("hooks", "zip", "twill", "trousers"):
        assert word in own.words


@pytest.mark.parametrize(
    "value",
    [
        {},
        {"state": "eaten", "cloths": 3, "garments": [7]},
        {"state": 1, "cloths": [{"usable_width_mm": "x"}]},
        {"cloths": [], "due": {"a": 1}, "waits_for": None},
    ],
)
def test_a_strange_file_is_listed_all_the_same(tmp_path, value):
    path = tmp_path / "x.wickel.json"
    path.write_text(json.dumps(value))
    own = read_listing(path)
    assert (own.state, own.trouble, own.laid) == (State.ASKED, "", False)
    path.write_text("[")
    assert read_listing(path).trouble


def test_jobs_hang_by_the_day_they_are_due():
    jobs = (
        listed("Later", due="2026-12-31"),
        listed("Sunday", due="2026-12-06"),
        listed("Today", due="2026-12-01"),
        listed("Yesterday", due="2026-11-30"),
        listed("Done", due="2026-11-30", state=State.DONE),
        listed("Next", due="2026-12-13"),
        listed("Never"),
        listed("Nonsense", due="soon"),
    )
    hung = {name: [own.name for own in found] for name, found in on_rails(jobs, TUESDAY)}
    assert hung == {
        "Late": ["Yesterday"],
        "This week": ["Today", "Sunday"],
        "Next week": ["Next"],
        "Later": ["Later"],
        "Due on no day": ["Never", "Nonsense"],
        "Done": ["Done"],
    }
    assert week_of(TUESDAY) == (date(2026, 11, 30), date(2026, 12, 6))
    assert on_rails((), TUESDAY) == ()


def test_what_is_late_says_by_how_much_and_why():
    late = listed(due="2026-11-27", state=State.BOUGHT)
    assert why_late(late, TUESDAY) == "4 days late: not cut yet"
    assert why_late(replace(late, waits_for="the lining"), TUESDAY) == (
        "4 days late: waits for the lining"
    )
    assert why_late(replace(late, due="2026-11-30"), TUESDAY).startswith("1 day late")
    for own in (replace(late, state=State.DONE), replace(late, due="2026-12-01"), listed()):
        assert not is_late(own, TUESDAY)
        assert why_late(own, TUESDAY) == ""


def of_minutes(minutes):
    return Labour(line_mm=1500.0 * minutes)


def test_the_week_s_load_counts_what_is_still_to_be_cut():
    jobs = (
        listed("a", due="2026-12-02", labour=of_minutes(90.0)),
        listed("b", due="2026-11-20", labour=of_minutes(30.5)),
        listed("c", due="2026-12-04"),
        listed("d", due="2026-12-04", labour=of_minutes(500.0), state=State.CUT),
        listed("e", due="2026-12-07", labour=of_minutes(500.0)),
        listed("f", labour=of_minutes(500.0)),
    )
    load = load_until(jobs, week_of(TUESDAY)[1])
    assert (load.minutes, load.jobs, load.unknown) == (120.5, 3, 1)


def test_cloths_of_several_jobs_still_to_be_cut_are_found():
    other = replace(LINEN, width_mm=1500.0)
    jobs = (
        listed("a", cloths=(LINEN, LINEN)),
        listed("b", cloths=(LINEN,), state=State.CUT),
        listed("c", cloths=(LINEN,)),
        listed("d", cloths=(other,)),
    )
    assert {name: [own.name for own in own] for name, own in shared_cloths(jobs).items()} == {
        "Ash linen": ["a", "c"]
    }


def test_states_follow_one_another():
    assert at_least(State.ASKED, State.CUT) is State.CUT
    assert at_least(State.SEWING, State.CUT) is State.SEWING
    assert [own for own in State if is_to_cut(own)] == [State.ASKED, State.MEASURED, State.BOUGHT]
    assert [own for own in State if not is_in_work(own)] == [State.DONE, State.HANDED_OVER]


def test_a_job_like_an_old_one_begins_anew():
    old = replace(orders()[0], state=State.DONE, waits_for="x", due="2026-01-01", book_id="old")
    made = begun_again(old, "New")
    assert (made.name, made.state, made.waits_for, made.due, made.book_id) == (
        "New",
        State.ASKED,
        "",
        "",
        "",
    )
    assert made.garments == old.garments


# --- the index ----------------------------------------------------------------------------------


@pytest.fixture
def folder(tmp_path):
    made = StudioFolder(tmp_path / "studio")
    made.fill_with_demo(fresh=False)
    return made


@pytest.fixture
def index(folder):
    return open_book(folder.path / "book", "2026-12-01")[0].jobs


def test_nothing_is_read_twice_and_what_has_changed_is_read_anew(folder, index, monkeypatch):
    paths = folder.orders()
    assert index.known(paths, len(paths) - 1) is None
    first = index.listed(paths)
    assert first == tuple(read_listing(path) for path in paths)
    assert index.known(paths, 0) == first
    read = []
    monkeypatch.setattr(
        "wickel.studio.book.jobs.read_listing", lambda path: read.append(path) or read_listing(path)
    )
    again = open_book(folder.path / "book", "2026-12-01")[0].jobs
    assert again.listed(paths) == first
    assert read == []
    save_job(replace(orders()[0], client="Wenda"), paths[0])
    assert again.listed(paths)[0].client == "Wenda"
    assert read == [paths[0]]


def test_a_job_is_found_again_where_its_file_has_gone(folder, index):
    path = folder.orders()[0]
    save_job(replace(orders()[0], book_id="j1"), path)
    index.listed((path,))
    assert index.where("j1") == path
    there = folder.put_aside(path)
    assert index.where("j1") is None  # nobody has looked yet
    index.listed(folder.all())
    assert index.where("j1") == there
    index.forget_missing()
    assert index.where("j1") == there
    assert index.where("nobody's") is None


def test_minutes_stay_with_a_file_that_only_moves_and_go_when_it_changes(folder, index):
    path = folder.orders()[0]
    record = json.loads(path.read_text())
    record["book_id"] = "j1"
    record["cloths"][0]["lay"] = {}
    path.write_text(json.dumps(record))
    index.note_labour(path, of_minutes(42.5))
    assert index.listed((path,))[0].minutes == 42.5
    there = folder.put_aside(path)
    assert index.listed((there,))[0].minutes == 42.5
    record["name"] = "Another"
    there.write_text(json.dumps(record))
    assert index.listed((there,))[0].minutes is None


def test_a_file_that_goes_while_it_is_listed_says_so(folder, index):
    path = folder.orders()[0]
    index.listed((path,))
    path.unlink()
    assert index.listed((path,))[0].trouble


def test_an_index_that_cannot_be_read_is_made_anew(folder, index):
    paths = folder.orders()
    first = index.listed(paths)
    import sqlite3

    with sqlite3.connect(folder.path / "book" / "book.sqlite") as raw:
        raw.execute("UPDATE job SET value = '{\"nonsense\": 1}'")
    again = open_book(folder.path / "book", "2026-12-01")[0].jobs
    assert again.listed(paths) == first


# --- at a glance, a quick question, once more ----------------------------------------------------


def test_a_job_at_a_glance_has_its_drawing_and_its_minutes(folder):
    own = glance(folder.orders()[0])
    assert own.sketch is not None
    job = orders()[0]
    pieces = drafted_job(job)[1]
    assert own.labour == labour_in_one_ply(pieces, job.cloths[0])
    lay = make_lay(pieces, job.cloths[0], "open", search=Search(effort=2))
    assert own.labour.minutes() == pytest.approx(
        labour_of(lay).minutes()
    )  # open, every copy by itself
    broken = folder.path / "odd.wickel.json"
    job = orders()[0]
    figures = {"waist.down": Length(-5000.0)}
    save_job(
        replace(job, garments=(replace(job.garments[0], figures=figures),)),
        broken,
    )
    assert glance(broken).labour is None


def test_a_quick_question_asks_for_the_same_cell_as_a_job_would():
    (*_, size) = who_for("pencil-skirt", ())
    asked = Question(style="pencil-skirt", whom=size, width_mm=1400.0)
    key, task = quick_cell(asked)
    assert quick_cell(asked)[0] == key
    assert quick_cell(replace(asked, width_mm=1500.0))[0] != key
    assert quick_cell(replace(asked, one_way=True))[0] != key
    cell = cell_of(replace(task, search=replace(task.search, effort=2)))
    need = cell.need(task.cloth)
    assert need is not None
    assert need.buy_mm >= cell.best.length_mm
    job = quick_job(replace(asked, one_way=True))
    assert job.cloths[0].print is Print.ONE_WAY
    assert (job.garments[0].size, job.client) == (size.name, "")


def test_a_style_is_asked_for_clients_whose_measurements_suffice_and_sizes():
    whole = replace(size_body("92"), name="Ida", taken="2026-01-01")
    clients = (
        Client(name="Ida", bodies=(whole,)),
        Client(name="Oda", bodies=(replace(whole, measurements_mm={"bust": 900.0}),)),
        Client(name="Una"),
    )
    names = [whom.name for whom in who_for("box-dress", clients)]
    assert names[0] == "Ida"
    assert not {"Oda", "Una"} & set(names)
    asked = Question(style="box-dress", whom=who_for("box-dress", clients)[0], width_mm=1400.0)
    assert quick_job(asked).client == "Ida"


def test_the_last_job_of_each_client_comes_again_for_the_body_of_now():
    rows = (
        listed("Old", client="Ida", due="2026-01-01"),
        listed("New", client="Ida", due="2026-06-01"),
        listed("Broken", client="Oda", trouble="not JSON"),
        listed("Nobody's"),
    )
    assert {name: own.name for name, own in last_jobs(rows).items()} == {"Ida": "New"}
    first, bought = orders()[0], new_order("box-dress")
    job = replace(first, garments=(*first.garments, *bought.garments))
    now = replace(size_body("100"), name=first.client, taken="2026-11-01")
    made = for_client_again(job, Client(name=first.client, bodies=(now,)))
    assert [garment.body for garment in made.garments] == [now, bought.garments[0].body]
    assert (made.client, made.due) == (first.client, "")
    poor = replace(now, measurements_mm={"bust": 900.0})
    assert for_client_again(job, Client(name="x", bodies=(poor,))).garments == job.garments
    assert for_client_again(job, None).garments == job.garments


def test_a_copy_of_a_studio_is_the_same_studio(folder, index, tmp_path):
    index.listed(folder.orders())
    shutil.copytree(folder.path, tmp_path / "copy")
    copy = StudioFolder(tmp_path / "copy")
    found = open_book(copy.path / "book", "2026-12-01")[0].jobs.listed(copy.orders())
    assert [own.name for own in found] == [own.name for own in index.listed(folder.orders())]


def test_a_plain_job_without_garments_is_listed(tmp_path):
    path = tmp_path / "p.wickel.json"
    save_job(Job(name="Bags", cloths=(Cloth(id="a", usable_width_mm=900),)), path)
    own = read_listing(path)
    assert (own.name, own.garments, own.cloths[0].name) == ("Bags", (), "a")
