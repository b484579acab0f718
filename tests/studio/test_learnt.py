"""What the log shows over time, by hand-worked figures; the demo's season; tables for a sheet."""

import csv
import io
from dataclasses import replace
from datetime import date
from pathlib import Path

import pytest

from tests.studio.test_book_store import ENTRY
from tests.studio.test_kept import IDA, LINEN, REMNANT
from wickel.cloth import Reserved
from wickel.job.state import State
from wickel.job.work import drafted_job
from wickel.lay import Labour
from wickel.studio import DEMO_CLIENTS, orders
from wickel.studio.book import Fact, open_book
from wickel.studio.filling import fill_with_season
from wickel.studio.folder import StudioFolder
from wickel.studio.learnt import (
    LEAST_JOBS,
    minutes_factor,
    minutes_of,
    remnants_by_month,
    saved_by_month,
    share_by_way,
    tables,
    taken_mm,
    value_on_shelf,
)
from wickel.studio.listing import Listing
from wickel.studio.season import CLIENTS, CLOTHS, ENTRIES, JOBS, REMNANTS, season

DAY, DAY_PATH = date(2026, 12, 1), Path("coat.wickel.json")


def entry(k=0, **values):
    return replace(ENTRY, id=f"e{k}", **values)


def test_what_was_taken_is_used_or_bought_or_planned():
    assert taken_mm(entry(used_mm=1500.0)) == 1500.0
    assert taken_mm(entry(used_mm=None)) == 1600.0
    assert taken_mm(entry(used_mm=None, bought_mm=None)) == 1480.5


def test_cloth_saved_is_summed_by_month_and_from_the_beginning():
    found = saved_by_month(
        (
            entry(1, day="2026-03-20", rule_mm=2000.0, used_mm=1500.0),
            entry(2, day="2026-01-02", rule_mm=1000.0, used_mm=1200.0),
            entry(3, day="2026-03-01", rule_mm=3000.0, used_mm=None, bought_mm=2600.0),
            entry(4, day="2026-02-01", rule_mm=None),
        )
    )
    assert [(own.month, own.saved_mm, own.all_mm) for own in found] == [
        ("2026-01", -200.0, -200.0),
        ("2026-03", 900.0, 700.0),
    ]
    assert saved_by_month(()) == ()


def test_shares_are_means_by_way_the_best_first():
    rows = (
        entry(1, way="open", used_share=0.8),
        entry(2, way="open", used_share=0.9),
        entry(3, way="four", used_share=0.9),
        entry(4, way="", used_share=0.1),
        entry(5, way="open", used_share=None),
    )
    assert share_by_way(rows) == {"four": (0.9, 1), "open": (pytest.approx(0.85), 2)}


def test_minutes_scale_only_from_ten_jobs_on():
    rows = tuple(
        entry(k, planned_minutes=20.0, minutes=30.0 if k else 20.0) for k in range(LEAST_JOBS)
    )
    assert minutes_factor(minutes_of(rows)) == pytest.approx((9 * 30 + 20) / 200)
    assert minutes_factor(minutes_of(rows[1:])) == 1.0
    more = (*rows, entry(20, minutes=None), entry(21, planned_minutes=0.0, minutes=5.0))
    assert minutes_of(more) == minutes_of(rows)


def test_remnants_and_value_are_counted():
    used = Reserved(job="j", name="x", mm=600.0, cut=True, day="2026-03-05")
    shelf = (
        LINEN,
        replace(REMNANT, since="2026-02-01"),
        replace(REMNANT, since="2026-03-01", reserved=(used,), at_hand_mm=0.0),
    )
    assert remnants_by_month(shelf) == {"2026-02": (1, 0), "2026-03": (1, 1)}
    assert value_on_shelf(shelf) == pytest.approx(5.2 * 20.0)


def test_everything_comes_as_tables_and_no_cell_is_a_formula():
    rows = tables(
        (entry(job="=SUM(A1)", note='a "b"\nc'),),
        (IDA,),
        (LINEN, REMNANT),
        (Listing(path=DAY_PATH, name="Coat", client="Ida", labour=Labour(line_mm=12.5 * 1500.0)),),
    )
    read = {name: list(csv.reader(io.StringIO(text))) for name, text in rows.items()}
    assert set(read) == {"log.csv", "clients.csv", "shelf.csv", "jobs.csv"}
    head, line = read["log.csv"]
    assert len(head) == len(line)
    assert not line[head.index("job")].startswith("=")
    assert line[head.index("note")] == 'a "b"\nc'
    measured = {row[3]: row[4] for row in read["clients.csv"][1:]}
    assert measured["bust"] == str(IDA.bodies[0]["bust"])
    assert measured["front-length"] == "20.0"
    assert [row[0] for row in read["shelf.csv"][1:]] == ["Ash linen", "Ash linen, remnant"]
    assert read["jobs.csv"][1][:4] == ["Coat", "Ida", "", "asked for"]


# --- the season ---------------------------------------------------------------------------------


def test_the_season_is_the_same_for_the_same_day_and_has_what_it_says():
    made = season(DAY, len(orders()))
    assert made == season(DAY, len(orders()))
    assert made != season(DAY, len(orders()), seed=8)
    assert len(made.clients) == CLIENTS
    assert len(made.jobs) + len(orders()) == JOBS
    assert {job.state for job in made.jobs} == set(State)
    assert sum(own.is_remnant for own in made.shelf) == REMNANTS
    assert len(made.shelf) == CLOTHS + REMNANTS
    assert len({own.name for own in made.shelf}) == len(made.shelf)
    assert len(made.log) == ENTRIES
    assert {client.name for client in DEMO_CLIENTS} <= {client.name for client in made.clients}
    assert any(own.reserved_mm for own in made.shelf)
    assert any(client.adjustments for client in made.clients)


@pytest.mark.long
def test_every_job_of_the_season_can_be_cut():
    for job in season(DAY, len(orders())).jobs:
        assert drafted_job(job)[1], job.name


def test_the_season_is_put_into_a_studio_once(tmp_path):
    folder = StudioFolder(tmp_path / "studio")
    folder.fill_with_demo(fresh=False)
    book, _ = open_book(folder.path / "book", "2026-12-01")
    book.clients.keep(replace(IDA, name="Wenda Fell", notes="mine"))
    assert fill_with_season(book, folder, DAY)
    assert len(folder.all()) == JOBS
    assert len(book.clients.all()) == CLIENTS
    assert book.clients.one("Wenda Fell").notes == "mine"
    assert len(book.log.entries()) == ENTRIES
    assert book.facts.one("rule:Box dress") == Fact(key="rule:Box dress", value={"mm": 2600.0})
    assert folder.jobs("archive")
    before = folder.all()
    assert not fill_with_season(book, folder, DAY)
    assert folder.all() == before
