"""SVG and PDF of lays: at 1:1, nothing mirrored, every name escaped, figures as bought, borders
where they run."""

import re
import xml.etree.ElementTree as ET
from dataclasses import replace
from datetime import date
from io import BytesIO
from itertools import combinations

import pytest
from pypdf import PdfReader
from reportlab.pdfbase import pdfmetrics

import wickel
from tests.lay.shapes import BOX, ELL, job, piece
from wickel.body import size_body
from wickel.cloth import Border, BorderAt, Design
from wickel.cutting import Studio, ToCut
from wickel.drawing import Layer, lay_drawing
from wickel.files import svg_text
from wickel.files.drawings.pdf_out import full_pdf
from wickel.files.job_file import job_of
from wickel.files.papers.cut_plan import CutPapers, CutPart, cut_pdf
from wickel.files.papers.lay_sheet import lay_pdf, sheet_words
from wickel.files.papers.sheet import REGULAR, Paper
from wickel.files.papers.table import Page, table_pdf
from wickel.files.papers.tiles import tiles_pdf
from wickel.geometry import Bounds as Box
from wickel.job import Garment, Job, cut_pieces
from wickel.lay import Finding, Level, Search, make_lay
from wickel.units import Unit

SVG = "{http://www.w3.org/2000/svg}"


def lay_of(*pieces, way="open", **cloth):
    made = job_of(job(*pieces, **cloth))
    return make_lay(cut_pieces(made), made.cloths[0], way, search=Search(effort=1))


def text_of(lay, unit=Unit.CM, title="Market dress", words=()):
    return PdfReader(BytesIO(lay_pdf(lay, title, unit, words))).pages[0].extract_text()


def path_points(element):
    return [
        tuple(map(float, pair.split(",")))
        for pair in re.findall(r"[-\d.]+,[-\d.]+", element.get("d"))
    ]


def turn_of(points):
    following = [*points[1:], points[0]]
    return sum(a[0] * b[1] - a[1] * b[0] for a, b in zip(points, following, strict=True))


def test_an_svg_is_at_full_size_with_one_group_a_layer():
    lay = lay_of(piece("ell", ELL))
    root = ET.fromstring(svg_text(lay_drawing(lay), "A lay"))
    wide, high = (float(root.get(name).removesuffix("mm")) for name in ("width", "height"))
    assert root.get("viewBox") == f"0 0 {wide:.4f} {high:.4f}"
    assert (wide, high) == pytest.approx((lay.table_mm + 10, 1400 + 10))
    layers = [group.get("id") for group in root.iter(f"{SVG}g")]
    assert layers == [layer.value for layer in Layer if layer.value in layers]
    assert {"cloth", "cut", "name"} <= set(layers)


def test_an_l_shaped_single_keeps_its_hand_on_paper():
    """y runs down on paper: what goes round one way in the piece goes round the other way there,
    and only so."""
    lay = lay_of(piece("ell", ELL))
    root = ET.fromstring(svg_text(lay_drawing(lay), ""))
    (cut,) = [
        path
        for path in root.iter(f"{SVG}path")
        if path.get("data-of") == "ell/1" and len(path_points(path)) == 6
    ]
    drawn = path_points(cut)
    placed = lay.placements[0]
    assert not placed.mirrored
    assert turn_of(drawn) * turn_of(placed.shape.outline) < 0
    assert abs(turn_of(drawn)) == pytest.approx(abs(turn_of(placed.shape.outline)), rel=1e-3)


@pytest.mark.parametrize("name", ["<b>&\"'</b>", "]]>", "Ärmel–½", "a\x00b\x1b", "</svg><script>"])
def test_names_are_words_in_an_svg_and_never_marks(name):
    lay = lay_of(piece(name, ELL))
    text = svg_text(lay_drawing(lay), name)
    root = ET.fromstring(text)
    assert root.find(f"{SVG}script") is None
    assert "\x00" not in text
    shown = "".join(sign for sign in name if sign.isprintable())
    assert root.find(f"{SVG}title").text == shown


@pytest.mark.parametrize(
    ("unit", "buy", "lay"), [(Unit.CM, "0.40 m", "0.30 m"), (Unit.INCH, "1/2 yd", "11 3/4 in")]
)
def test_the_sheet_has_the_four_figures_in_the_maker_s_unit(unit, buy, lay):
    # 300 mm of lay, 25 squaring at both ends, 350 to buy, rounded up to 400
    text = text_of(lay_of(piece("ell", ELL), width=220), unit)
    for words in (buy, lay, "to buy", "used", "Market dress", "ell", "start of the cloth"):
        assert words in text


def test_a_lay_that_is_not_good_says_at_least_and_why():
    lay = lay_of(piece("ell", ELL), width=220)
    broken = Finding(
        level=Level.BROKEN, code="overlap", text="Two pieces overlap.", way_out="Move one."
    )
    text = text_of(replace(lay, findings=(broken,)))
    assert "at least 0.40 m" in text
    assert "Two pieces overlap. Move one." in text
    assert "at least" not in text_of(lay).replace("must be at least", "")


def test_more_findings_than_there_is_room_for_do_not_run_off_the_page():
    lay = lay_of(piece("ell", ELL), width=220)
    many = tuple(
        Finding(level=Level.NOTE, code="n", text=f"Finding number {k}.") for k in range(30)
    )
    text = text_of(replace(lay, findings=many))
    assert "Finding number 0." in text
    assert "Finding number 20." not in text


@pytest.mark.parametrize(
    ("at", "way", "bands"),
    [
        (BorderAt.LOW, "open", 1),
        (BorderAt.BOTH, "open", 2),
        (BorderAt.HIGH, "lengthwise", 1),
        (BorderAt.ACROSS, "open", 0),
    ],
)
def test_borders_are_shaded_where_the_lowest_ply_has_them(at, way, bands):
    lay = lay_of(piece("box", BOX, 2, symmetric=True), way=way)
    border = Design(border=Border(at=at, width_mm=160, distance_mm=25))
    with_border = replace(lay, cloth=replace(lay.cloth, design=border))

    def filled(own):
        page = (
            PdfReader(BytesIO(lay_pdf(own, "x", Unit.CM)))
            .pages[0]
            .get_contents()
            .get_data()
            .decode("latin-1")
        )
        shade = ".937255 .890196 .768627 rg"
        return page.split(shade, 1)[1].split(" rg", 1)[0].count(" re f") if shade in page else 0

    assert filled(lay) == 0
    assert filled(with_border) == bands


def test_a_sheet_says_for_whom_only_what_is_known():
    body = size_body("92")
    garments = (
        Garment(id="one", style="box-dress", body=replace(body, name="Odile Marrow"), size=""),
        Garment(id="two", style="box-dress", body=body, size="92"),
        Garment(id="three", style="box-dress", body=body, size="124"),
    )
    lay = lay_of(piece("ell", ELL))
    one, two = (replace(lay.pieces[0], garment=own) for own in ("one", "two"))
    asked = Job(cloths=(), garments=garments, client="Bertrand Oake", due="2026-12-24")
    assert sheet_words(asked, replace(lay, pieces=(one,))) == (
        "for Bertrand Oake, Odile Marrow",
        "made to measure",
        "due 2026-12-24",
    )
    assert "size 92" in sheet_words(asked, replace(lay, pieces=(two,)), "2026-11-28")
    assert sheet_words(Job(cloths=()), lay) == ()


def papers_of(lay):
    """One of each kind of paper, by what it is."""
    work = ToCut.of_work(Job(cloths=(lay.cloth,), name="Market dress"), (), (lay,))
    return {
        "lay": lay_pdf(lay, "Market dress", Unit.CM),
        "plan": cut_pdf(work, CutPapers(studio=Studio(), parts=(CutPart.PLAN,))),
        "table": table_pdf(Page(title="Market dress", about="", head=("a", "b"), rows=())),
        "tiles": tiles_pdf(work, Paper.A4, "Market dress", lay),
        "drawing": full_pdf(lay_drawing(lay), "Market dress"),
    }


def test_every_paper_says_what_made_it_and_on_which_day_and_is_the_same_all_day():
    lay = lay_of(piece("box", BOX))
    first, again = papers_of(lay), papers_of(lay)
    for what, data in first.items():
        said = PdfReader(BytesIO(data)).metadata
        assert said.title == "Market dress", what
        assert said.creator == f"Wickel {wickel.__version__}", what
        assert not said.author, what
        assert said["/CreationDate"] == f"D:{date.today():%Y%m%d}", what
        assert data == again[what], what


def test_the_words_below_a_small_plan_stand_clear_of_each_other():
    for long in (40, 200, 900):
        lay = lay_of(piece("box", [[0, 0], [long, 0], [long, 120], [0, 120]]), width=1400)
        places = {}

        def note(text, _, at, font, size, places=places):
            for word in ("along this edge", "dot: head", "1:"):
                if text.startswith(word) or (word in text and word != "1:"):
                    wide = pdfmetrics.stringWidth(text.strip(), REGULAR, size)
                    places[word] = Box(at[4], at[5], at[4] + wide, at[5] + 0.7 * size)

        PdfReader(BytesIO(papers_of(lay)["plan"])).pages[0].extract_text(visitor_text=note)
        assert len(places) == 3
        for one, other in combinations(places.values(), 2):
            apart = one.max_x < other.min_x or other.max_x < one.min_x
            assert apart or abs(one.min_y - other.min_y) > 8.0, (long, places)
