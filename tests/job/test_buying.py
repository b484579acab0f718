"""The buying list: everything from the cut lists, several jobs together, what that saves; a bolt; a
length at hand."""

from dataclasses import replace

import pytest

from wickel.body import size_body
from wickel.cloth import Cloth, Print
from wickel.draft import STYLES, full_options, notions
from wickel.files.papers.table import Page, table_pdf
from wickel.job import (
    HEADS,
    Cell,
    Garment,
    Job,
    WayLine,
    buying_list,
    cost_words,
    drafted,
    fit_of,
    out_of_bolt,
    shopping_rows,
)
from wickel.lay import Search, exact_check
from wickel.units import Unit

LINEN = Cloth(id="linen", usable_width_mm=1500, print=Print.ANY, name="Linen", price=20.0)
FIRM = Cloth(id="firm", usable_width_mm=900, print=Print.ANY, name="Firm")
LINING = Cloth(id="lining", usable_width_mm=1400, print=Print.ANY, name="Lining", price=5.0)


@pytest.fixture(scope="module", autouse=True)
def two_ways():
    """Two ways to spread are enough here."""
    with pytest.MonkeyPatch.context() as patch:
        for room in ("laying", "buying", "at_hand"):
            patch.setattr(f"wickel.job.{room}.alone_ways", lambda: ("open", "lengthwise"))
        yield


def a_job(style, size, name, main=LINEN, **options):
    cloths = {"main": "linen", "interfacing": "firm", "lining": "lining", "contrast": "linen"}
    garment = Garment(
        id="d", style=style, body=size_body(size), size=size, cloths=cloths, options=options
    )
    return Job(cloths=(replace(main, id="linen"), FIRM, LINING), garments=(garment,), name=name)


def notions_of(style, size="100", **options):
    garment = Garment(id="d", style=style, body=size_body(size), options=options)
    done = drafted(garment)
    return notions(style, done.pattern, garment.body, full_options(STYLES[style], options))


# --- the small things, by hand ---


@pytest.mark.parametrize(
    ("style", "options", "kinds"),
    [
        ("box-dress", {}, {"thread"}),
        ("bodice", {"closing": "front"}, {"buttons", "thread"}),
        ("bodice", {"closing": "none"}, {"zip", "thread"}),
        ("trousers", {"waist": "elastic"}, {"elastic", "thread"}),
        ("trousers", {"waist": "darts"}, {"zip", "thread"}),
        ("cowl-top", {}, {"binding", "thread"}),
        ("corset", {}, {"boning", "eyelets", "cord", "binding", "thread"}),
    ],
)
def test_each_garment_wants_what_it_is_closed_and_held_with(style, options, kinds):
    assert {own.kind for own in notions_of(style, **options)} == kinds


def test_a_zip_is_the_next_length_that_is_sold():
    (own,) = [n for n in notions_of("pencil-skirt") if n.kind == "zip"]
    assert own.long_mm == 220  # marked at the hip, 210 mm below the waist, which it opens past
    (own,) = [n for n in notions_of("trousers") if n.kind == "zip"]
    assert own.long_mm == 180
    back = drafted(Garment(id="d", style="bodice", body=size_body("100"))).pattern.piece("back")
    long = back.edge("centre").start[0] - back.edge("centre").end[0]
    (own,) = [n for n in notions_of("bodice") if n.kind == "zip"]
    assert 0 <= own.long_mm - long < 100


def test_buttons_are_counted_once_for_both_fronts():
    pattern = drafted(Garment(id="d", style="coat", body=size_body("100"))).pattern
    marks = [notch for notch in pattern.piece("front").notches if notch.name.startswith("button")]
    (own,) = [n for n in notions_of("coat") if n.kind == "buttons"]
    assert own.count == len(marks) == 9


def test_elastic_is_nine_tenths_of_the_waist():
    (own,) = [n for n in notions_of("jumpsuit") if n.kind == "elastic"]
    waist = size_body("100").measurements_mm["waist"]
    assert own.long_mm == pytest.approx(0.9 * waist + 20)
    assert own.wide_mm == 20  # a casing of 25 less 5 to draw it through


def test_a_bone_for_every_panel_of_both_sides():
    bones = [n for n in notions_of("corset") if n.kind == "boning"]
    assert [own.count for own in bones] == [2] * 5
    assert all(200 < own.long_mm < 400 for own in bones)


# --- the list ---


@pytest.fixture(scope="module")
def both(two_ways):
    return buying_list(
        [a_job("corset", "92", "Stays"), a_job("box-dress", "92", "Frock")], search=Search(effort=4)
    )


def test_every_material_is_laid_on_its_own_cloth(both):
    assert [(line.cloth.name, line.jobs) for line in both.cloths] == [
        ("Linen", ("Stays", "Frock")),
        ("Firm", ("Stays",)),
        ("Lining", ("Stays",)),
    ]
    for line in both.cloths:
        (lay,) = line.lays
        assert exact_check(lay) == ()
        assert line.need.buy_mm >= lay.lay_length_mm
    assert len({own.id for own in both.cloths[0].lays[0].pieces}) == len(
        both.cloths[0].lays[0].pieces
    )


@pytest.mark.long
def test_what_laying_together_saves_is_what_would_be_bought_apart_less_that(both):
    line = both.cloths[0]
    apart = sum(
        buying_list([job], search=Search(effort=4)).cloths[0].need.buy_mm
        for job in (a_job("corset", "92", "Stays"), a_job("box-dress", "92", "Frock"))
    )
    assert line.apart_mm == pytest.approx(apart)
    assert line.saved_mm == pytest.approx(max(0.0, apart - line.need.buy_mm))
    assert both.cloths[1].apart_mm is None


def test_costs_are_of_the_cards_and_say_when_some_are_missing(both):
    priced = [line.need.cost for line in both.cloths if line.cloth.price is not None]
    assert both.cost == pytest.approx(sum(priced))
    assert "at least: not every cloth has a price" in cost_words(both)
    assert both.cloths[0].need.cost == pytest.approx(20 * both.cloths[0].need.buy_mm / 1000)


def test_a_binding_has_both_plans_and_everything_is_a_row(both):
    (own,) = [line for line in both.notions if line.notion.kind == "binding"]
    needed = own.notion.count * own.notion.long_mm
    assert own.square.length_mm >= needed
    if own.left is not None:
        assert own.left.length_mm >= needed
    rows = shopping_rows(both, Unit.CM)
    assert len(rows) == len(both.cloths) + len(both.notions)
    binding = next(row for row in rows if row.what.startswith("Binding"))
    assert "or from a square of" in binding.note
    assert all(row.what and row.much and row.use for row in rows)
    inches = shopping_rows(both, Unit.INCH)
    assert "yd" in inches[0].much or "in" in inches[0].much


def test_the_list_is_put_on_paper(both):
    from io import BytesIO

    from pypdf import PdfReader

    words = [
        (row.what, row.much, row.use, row.note, "") for row in shopping_rows(both, Unit.CM)
    ] * 6
    page = Page(title="To buy", about="Stays, Frock", head=HEADS, rows=words, notes=["A note."])
    pdf = PdfReader(BytesIO(table_pdf(page)))
    assert len(pdf.pages) > 1
    text = "".join(page.extract_text() for page in pdf.pages)
    assert "Linen" in text
    assert "A note." in text
    assert all("how much" in page.extract_text() for page in pdf.pages[:2])  # the head comes again


@pytest.mark.long
def test_cloth_in_fixed_lengths_has_a_lay_for_each():
    sold = replace(LINEN, sold_length_mm=1200.0)
    found = buying_list([a_job("box-dress", "92", "Frock", main=sold)], search=Search(effort=2))
    line = found.cloths[0]
    assert line.need.lengths == len(line.lays) > 1
    assert shopping_rows(found, Unit.CM)[0].much == f"{len(line.lays)} × 1.20 m"


def test_a_cloth_that_cannot_be_laid_says_why():
    short = replace(LINEN, sold_length_mm=500.0)
    found = buying_list([a_job("box-dress", "92", "Frock", main=short)], search=Search(effort=2))
    assert found.cloths[0].need is None
    assert "does not fit on a length" in shopping_rows(found, Unit.CM)[0].note
    assert not found.priced
    assert cost_words(found) == "No cloth on the list has a price."


def test_a_cloth_too_narrow_to_cut_from_is_refused_on_its_line_and_the_rest_is_bought():
    narrow = a_job("trousers", "92", "Slacks", main=replace(LINEN, usable_width_mm=200))
    cloth, band = buying_list([narrow], search=Search(effort=2)).cloths
    assert "no way of folding" in str(cloth.refusal)
    assert cloth.need is None
    assert band.need.buy_mm > 0


# --- a length at hand ---


def cell(**lengths):
    lines = tuple(WayLine(way=way, length_mm=mm, complete=mm > 0) for way, mm in lengths.items())
    return Cell(size="92", width_mm=1500, ways=lines)


def test_what_fits_counts_squaring_and_shrinkage():
    own = cell(open=1300.0, lengthwise=1400.0)
    assert fit_of(own, LINEN, 1350).ways == ("open",)  # 1300 + 2 · 25
    assert fit_of(own, LINEN, 1349).ways == ()
    assert fit_of(own, LINEN, 1349).short_mm == pytest.approx(1)
    assert fit_of(own, LINEN, 1450).ways == ("open", "lengthwise")
    shrinks = replace(LINEN, shrink_along=0.1)
    assert fit_of(own, shrinks, 1350).short_mm == pytest.approx(150)


def test_a_lay_that_breaks_a_rule_never_fits():
    lines = (
        WayLine(way="open", length_mm=900.0, complete=False),
        WayLine(way="turned", refusal="no"),
    )
    fit = fit_of(Cell(size="92", width_mm=1500, ways=lines), LINEN, 10_000)
    assert (fit.ways, fit.short_mm) == ((), None)


def test_as_many_come_out_of_a_bolt_as_its_lay_holds():
    job = a_job("circle-skirt", "92", "Skirts")
    asked = [(size, size_body(size)) for size in ("92", "80", "100")]
    one = out_of_bolt(job, "linen", asked[:1], 10_000, search=Search(effort=4))
    need = 10_000 - one.left_mm
    found = out_of_bolt(job, "linen", asked, 2 * need, search=Search(effort=4))
    assert len(found.sizes) + len(found.left_out) == 3
    assert found.sizes[0] == "80"  # the smallest first
    assert exact_check(found.lay) == ()
    assert found.left_mm >= -1e-6
    assert found.lay.lay_length_mm + 50 == pytest.approx(2 * need - found.left_mm)
    nothing = out_of_bolt(job, "linen", asked, 300, search=Search(effort=2))
    assert (nothing.sizes, nothing.lay, nothing.left_mm) == ((), None, 300)
    assert set(nothing.left_out) == {"80", "92", "100"}
