"""The buying list in words: every row by hand, in both units, with what is doubtful said."""

from dataclasses import replace

import pytest

from tests.lay.shapes import BOX, job, piece
from wickel.cloth import Cloth, OnShelf, Reserved, Spreading, Stock
from wickel.draft import Notion
from wickel.files.job_file import job_of
from wickel.job import (
    BuyingList,
    ClothLine,
    NotionLine,
    buying_list,
    cost_words,
    cut_pieces,
    shopping_rows,
)
from wickel.job.shopping import HEADS, cloth_row, notion_row
from wickel.lay import Finding, Level, Search, make_lay
from wickel.units import Unit
from wickel.yardage import StripPlan, need_of, off_the_shelf

LINEN = Cloth(id="linen", usable_width_mm=1500, name="Linen", price=20.0)


@pytest.fixture(scope="module")
def lay():
    made = job_of(job(piece("a", BOX, 2, symmetric=True)))
    return make_lay(cut_pieces(made), made.cloths[0], "lengthwise", search=Search(effort=1))


def cloth_line(lay, cloth=LINEN, length=1234.0, **more):
    needed = need_of(length, cloth, complete=True)
    return ClothLine(cloth=cloth, jobs=("Coat", "Dress"), lays=(lay,), need=needed, **more)


def notion_line(**notion):
    return NotionLine(
        job="Coat",
        garment="coat",
        notion=Notion(**{"count": 1, "name": "Thing", "kind": "x", **notion}),
    )


def test_a_cloth_has_its_width_its_length_and_its_cost(lay):
    # 1234 and 2 · 25 squaring are 1284, bought as 1300; 1.3 m at 20
    row = cloth_row(cloth_line(lay), Unit.CM)
    assert row.words == (
        "Linen, 150 cm",
        "1.30 m",
        "Coat, Dress",
        f"laid {Spreading('lengthwise').name.lower()}",
        "26.00",
    )
    assert len(row.words) == len(HEADS)


def test_a_cloth_in_yards_and_one_in_fixed_lengths(lay):
    by_the_eighth = replace(LINEN, step_mm=114.3)
    assert cloth_row(cloth_line(lay, by_the_eighth), Unit.INCH).much == "1 1/2 yd"
    in_lengths = replace(LINEN, sold_length_mm=914.4)
    row = cloth_row(cloth_line(lay, in_lengths, length=800.0), Unit.INCH)
    assert row.much == "1 × 1 yd"
    assert row.what == "Linen, 59 in"


def test_what_laying_together_saves_and_what_is_unlike_is_said(lay):
    line = replace(cloth_line(lay), apart_mm=1500.0, unlike="the print")
    note = cloth_row(line, Unit.CM).note
    assert "laid together saves 0.20 m" in note
    assert "not laid with the other of its name: the print differs" in note


def test_a_lay_that_breaks_a_rule_says_so_and_one_that_is_not_there_says_why(lay):
    broken = replace(
        lay,
        findings=(Finding(level=Level.BROKEN, code="c", text="The sleeve is short of a copy."),),
    )
    assert "short of a copy" in cloth_row(replace(cloth_line(lay), lays=(broken,)), Unit.CM).note
    refused = ClothLine(
        cloth=LINEN, jobs=("Coat",), lays=(), need=None, refusal="It is too narrow."
    )
    assert cloth_row(refused, Unit.CM).words == (
        "Linen, 150 cm",
        "–",
        "Coat",
        "It is too narrow.",
        "",
    )


@pytest.mark.parametrize(
    ("notion", "unit", "much"),
    [
        ({"kind": "buttons", "count": 7}, Unit.CM, "7"),
        ({"kind": "zip", "long_mm": 220.0}, Unit.CM, "1 × 22 cm"),
        ({"kind": "zip", "long_mm": 558.8}, Unit.INCH, "1 × 22 in"),
        (
            {"kind": "elastic", "count": 2, "long_mm": 200.0, "wide_mm": 25.0},
            Unit.CM,
            "2 × 20 cm, 2.5 cm wide",
        ),
        ({"kind": "thread", "count": 3, "long_mm": 250_000.0}, Unit.CM, "3"),
        (
            {"kind": "binding", "count": 2, "long_mm": 900.0, "wide_mm": 40.0},
            Unit.CM,
            "1.80 m, 4 cm wide",
        ),
        (
            {"kind": "binding", "count": 1, "long_mm": 914.4, "wide_mm": 38.1},
            Unit.INCH,
            "1 yd, 1 1/2 in wide",
        ),
    ],
)
def test_small_things_by_hand(notion, unit, much):
    row = notion_row(notion_line(**notion), unit)
    assert row.much == much
    assert row.use == "Coat: coat"
    assert row.cost is None


def test_a_binding_says_how_it_is_cut_by_itself():
    line = notion_line(kind="binding", name="Neck binding", long_mm=900.0, wide_mm=40.0)
    square = StripPlan(width_mm=40.0, strips_mm=(500.0, 450.0), square_mm=400.0)
    left = StripPlan(width_mm=40.0, strips_mm=(905.0,))
    row = notion_row(replace(line, square=square, left=left), Unit.CM)
    assert row.what == "Neck binding (in the lay)"
    assert (
        row.note
        == "or from a square of 40 cm: 50 + 45 cm, 1 join; or out of what the lay leaves: 90.5 cm"
    )
    assert notion_row(line, Unit.CM).note == ""


def test_cloths_come_first_and_the_cost_says_whether_it_is_all(lay):
    plain = replace(LINEN, id="b", name="Other", price=None)
    lines = (cloth_line(lay), cloth_line(lay, plain))
    found = BuyingList(cloths=lines, notions=(notion_line(kind="zip", long_mm=220.0, name="Zip"),))
    assert [row.what for row in shopping_rows(found, Unit.CM)] == [
        "Linen, 150 cm",
        "Other, 150 cm",
        "Zip",
    ]
    assert cost_words(found) == "The cloths cost 26.00 at least: not every cloth has a price."
    assert cost_words(replace(found, cloths=lines[:1])) == "The cloths cost 26.00."
    assert cost_words(replace(found, cloths=lines[1:])) == "No cloth on the list has a price."


def test_what_is_on_the_shelf_stands_on_the_line_and_what_is_reserved_is_not_bought(lay):
    def row(have, reserved):
        line = cloth_line(lay)
        stock = Stock(have_mm=have, reserved_mm=reserved)
        return cloth_row(replace(line, need=off_the_shelf(line.need, stock)), Unit.CM)

    laid = f"laid {Spreading('lengthwise').name.lower()}"
    assert row(5000.0, 1290.0).words[1:] == (
        "nothing",
        "Coat, Dress",
        f"5.00 m on the shelf, 1.29 m reserved; {laid}",
        "0.00",
    )
    assert row(5000.0, 0.0).words[1:4] == (
        "1.30 m",
        "Coat, Dress",
        f"5.00 m on the shelf; {laid}",
    )
    assert row(None, 900.0).note == f"0.90 m reserved; {laid}"
    assert row(None, 0.0).note == laid
    # a lay takes one length: 0.9 m that are there do not make 1.284 m
    assert row(None, 900.0).much == "1.30 m"


def test_a_list_of_jobs_counts_what_is_reserved_for_any_of_them(monkeypatch):
    monkeypatch.setattr("wickel.job.buying.alone_ways", lambda: ("open", "lengthwise"))
    made = job_of(job(piece("a", BOX, 2, symmetric=True)))
    jobs = [replace(made, name=name, book_id=name) for name in ("Coat", "Dress")]
    cloth = made.cloths[0]
    whole = buying_list(jobs, search=Search(effort=1)).cloths[0]

    def on_list(*reserved):
        shelf = (OnShelf(cloth=cloth, at_hand_mm=9000.0, reserved=reserved),)
        return buying_list(jobs, shelf=shelf, search=Search(effort=1)).cloths[0]

    half = whole.need.need_mm / 2
    one = Reserved(job="Coat", name="Coat", mm=half)
    assert on_list(one).need.buy_mm == whole.need.buy_mm
    both = on_list(one, replace(one, job="Dress"))
    assert both.need.is_reserved
    assert both.need.buy_mm == both.saved_mm == 0
    assert not on_list(replace(one, job="Another", mm=9000.0)).need.is_reserved
