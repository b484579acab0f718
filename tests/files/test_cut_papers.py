"""The papers for the table, read as a cutter reads them: the lay is rebuilt from the printed
figures alone, and tiled pages are put together again."""

from __future__ import annotations

import math
import re

import pypdfium2 as pdfium
import pypdfium2.raw as raw
import pytest
from shapely.geometry import LineString, Point, Polygon

from tests.cutting.jobs import demo_work
from tests.often import usual
from wickel.cutting import Studio, cautions, guide, on_table_again
from wickel.drawing import grain_line
from wickel.files.papers.cut_plan import CUT_PART_NAMES, CutPapers, CutPart, cut_pdf
from wickel.files.papers.sheet import Paper
from wickel.files.papers.tiles import PAGE_MARGIN_MM, Roll, tiles_pdf
from wickel.geometry import placing
from wickel.lay import on_table
from wickel.units import MM_PER_INCH, Unit
from wickel.wording import show_in

STEP_MM = {Unit.CM: 1.0, Unit.INCH: MM_PER_INCH / 8}
NUMBER = r"(−?\d+(?:\.\d)?(?: \d/\d)?|\d/\d)"
ROW = re.compile(
    r"(?:^| )(\d+) ([^\d].*?) "
    + " ".join([NUMBER] * 4)
    + r" (head .*?), (printed side up|turned over) "
    r"(the one ply|both plies|all \d plies|ply [\d, and]+ of \d)"
)
TURNS = {
    "head to the start": 0.0,
    "head towards you": 90.0,
    "head to the end": 180.0,
    "head away from you": 270.0,
}


def printed(work, *parts, **more):
    show_in(work.job.unit)
    data = cut_pdf(work, CutPapers(studio=Studio(), parts=parts or tuple(CutPart), **more))
    return pdfium.PdfDocument(data)


def text_of(pdf):
    words = " ".join(page.get_textpage().get_text_range() for page in pdf)
    return re.sub(r"\s+", " ", words.replace("\ufffe", "").replace("\x02", ""))


def mm_of(text, unit):
    whole, _, part = text.rpartition(" ") if "/" in text else (text, "", "")
    value = float(whole or 0)
    if part or "/" in text:
        top, _, below = (part or text).partition("/")
        value += int(top) / int(below)
    return value * (MM_PER_INCH if unit is Unit.INCH else 10.0)


def plies_of(words, count):
    if words in ("the one ply", "both plies") or words.startswith("all"):
        return tuple(range(count))
    return tuple(int(n) - 1 for n in re.findall(r"\d+", words.partition(" of ")[0]))


@pytest.mark.parametrize(
    ("number", "way", "width"),
    [
        (0, "open", 0.0),
        (0, "lengthwise", 0.0),
        (0, "partial", 0.0),
        (0, "crosswise", 0.0),
        (0, "turned", 0.0),
        (0, "lengthwise+open", 0.0),
        (1, "lengthwise", 0.0),
        (2, "lengthwise", 0.0),
        (2, "open", 0.0),
        (3, "lengthwise", 0.0),
        (4, "open", 1800.0),
        (4, "to-middle", 1800.0),
        (4, "two-folds", 1800.0),
        (4, "lengthwise-twice", 1800.0),
        (4, "four", 1800.0),
    ],
)
def test_the_lay_is_rebuilt_from_the_figures_on_paper(number, way, width):
    work = demo_work(number, way, width)
    unit = work.job.unit
    for lay in work.lays:
        from dataclasses import replace

        own = replace(work, lays=(lay,))
        text = text_of(printed(own, CutPart.LAY_OUT))
        text = text[text.index("Lay-out list") :]
        chapters = re.split(r"Section (\d+) ", text)
        sections = (
            [(0, text)]
            if len(chapters) == 1
            else [(int(n) - 1, t) for n, t in zip(chapters[1::2], chapters[2::2], strict=True)]
        )
        found = 0
        for section_number, part in sections:
            section = lay.spread.sections[section_number]
            for table in re.split(r"(?=no\. piece head end)", part)[1:]:
                edge = re.search(r"head end, (from the (?:far fold|fold|near selvage))", table)[1]
                for row in ROW.finditer(table.partition("how it lies plies")[2]):
                    found += 1
                    check_row(row, edge, lay, section, unit)
        assert found == len(lay.placements)


def check_row(row, edge, lay, section, unit):
    """One printed row against the lay: the piece put down by it lies within a printed step, and
    side, plies and fold are exact."""
    number, called, *figures, head, side, plies = row.groups()
    assert int(number) >= 1
    hx, hy, tx, ty = (mm_of(text, unit) for text in figures)
    step = STEP_MM[unit]
    name = called.partition(",")[0]
    mirrored = side == "turned over"
    close = []
    for placement in lay.placements:
        piece, zone = lay.piece(placement.piece), lay.zone(placement)
        if piece.name != name or lay.spread.sections[placement.section] is not section:
            continue
        turn = TURNS[head]
        base = placing(grain_deg=piece.grain_deg, turn_deg=turn, mirrored=mirrored)
        wanted = on_table_again((hx, hy), section, zone)
        (ax, ay), (bx, by) = base.all(grain_line(piece.cut_line, piece.grain_deg))
        dx, dy = wanted[0] - ax, wanted[1] - ay
        rebuilt = [(x + dx, y + dy) for x, y in base.all(placement.shape.outline)]
        there = on_table(placement, piece).outline
        off = max(math.dist(p, q) for p, q in zip(rebuilt, there, strict=True))
        tail = on_table_again((tx, ty), section, zone)
        tail_off = math.dist(tail, (bx + dx, by + dy))
        close.append((off, tail_off, placement, zone))
    off, tail_off, placement, zone = min(close, key=lambda own: own[0])
    folds = {fold.name for fold in zone.folds}
    assert (edge == "from the far fold") is ("high" in folds and "low" not in folds)
    assert off <= step * math.sqrt(0.5) + 1e-6
    assert tail_off <= step * math.sqrt(2) + 1e-6
    assert placement.mirrored is mirrored
    assert plies_of(plies, len(zone.plies)) == tuple(sorted(placement.cut_plies))
    assert ("on fold" in called) is placement.on_fold


def test_every_part_is_there_and_only_what_is_chosen():
    work = demo_work(1, "lengthwise")
    text = text_of(printed(work))
    for words in (
        "Everything to buy",
        "Before cutting",
        "Cut plan",
        "How to fold",
        "Lay-out list",
        "Check list",
        "Chalk lists",
        "Order of cutting",
        "Joining card: Box dress",
        "neck → Front facing",
    ):
        assert words in text
    only = text_of(printed(work, CutPart.ORDER))
    assert "Order of cutting" in only
    assert "Chalk lists" not in only
    assert set(CUT_PART_NAMES) == set(CutPart)


def test_cautions_stand_on_paper_as_on_screen():
    work = demo_work(0)
    show_in(work.job.unit)
    for rotary in (False, True):
        studio = Studio(rotary=rotary)
        pdf = pdfium.PdfDocument(cut_pdf(work, CutPapers(studio=studio, parts=(CutPart.CAUTIONS,))))
        text = text_of(pdf)
        for caution in cautions(work, studio):
            assert str(caution.words) in text
        assert ("Rotary cutter" in text) is rotary
        assert ("Shears:" in text) is not rotary


@pytest.mark.parametrize(
    ("what", "words"),
    [
        ("child", "local rules for children's clothes"),
        ("corset", "never so tight that breathing"),
        ("rotary", "cut-resistant glove"),
        ("train", "The hem reaches the floor"),
    ],
)
def test_each_kind_of_job_shows_its_caution_on_screen_and_paper_and_no_other(what, words):
    from tests.cutting.test_cautions import garment_work
    from wickel.body import size_body

    body = size_body("92")
    to_floor = body["neck_to_floor"] - body["neck_to_knee"] - 10.0
    cloths = ("moss-linen", "firm-interfacing", "plum-lining")
    work = {
        "child": lambda: garment_work("box-dress", "H116"),
        "corset": lambda: garment_work("corset", cloths=cloths),
        "rotary": lambda: demo_work(0),
        "train": lambda: garment_work("box-dress", below_knee_mm=to_floor),
    }[what]()
    show_in(work.job.unit)
    studio = Studio(rotary=what == "rotary")
    told = " ".join(
        str(own.words) for step in guide(work, studio, Unit.CM) for own in step.cautions
    )
    papers = CutPapers(studio=studio, parts=(CutPart.CAUTIONS,))
    on_paper = text_of(pdfium.PdfDocument(cut_pdf(work, papers)))
    others = {
        "For a child:": "child",
        "Tight lacing": "corset",
        "Rotary cutter": "rotary",
        "The hem reaches": "train",
    }
    for said in (told, on_paper):
        assert words in said
        assert {kind for start, kind in others.items() if start in said} == {what}


@pytest.mark.parametrize("paper", [Paper.A4, Paper.A3, Paper.LETTER])
def test_each_paper_has_its_size(paper):
    pdf = printed(demo_work(0), CutPart.LAY_OUT, CutPart.LABELS, paper=paper)
    for page in pdf:
        assert page.get_size() == pytest.approx(paper.points, abs=0.1)


@pytest.mark.long
def test_a_job_in_inches_says_no_centimetres():
    work = demo_work(2)
    text = text_of(printed(work))
    assert "(in)" in text
    assert not re.search(r"\d cm\b", text)


@pytest.mark.long
def test_no_page_is_all_but_empty():
    for number in range(5):
        for page in printed(demo_work(number)):
            drawn = sum(1 for _ in page.get_objects())
            assert drawn > 4 or len(page.get_textpage().get_text_range()) > 120


@pytest.mark.long
def test_a_long_list_of_labels_goes_on_over_several_sheets():
    from tests.cutting.jobs import work_of
    from wickel.job.edits import with_quantity
    from wickel.studio.demo import orders

    job = orders()[0]
    job = with_quantity(job, job.garments[0], {"92": 3})
    work = work_of(job, "open")
    pdf = printed(work, CutPart.LABELS)
    assert len(pdf) == 2  # 30 copies on sheets of 24
    assert text_of(pdf).count("Turn-up 1 of 2") + text_of(pdf).count("Turn-up 2 of 2") == 6


# --- full size ------------------------------------------------------------------------------------

MM = 72.0 / 25.4


def lines_of(page):
    """Every line that a page draws, in mm from its lower left corner, with its pen: width and
    whether it is dashed."""
    found = []
    for drawn in page.get_objects(filter=[raw.FPDF_PAGEOBJ_PATH]):
        points = []
        for k in range(raw.FPDFPath_CountSegments(drawn.raw)):
            segment = raw.FPDFPath_GetPathSegment(drawn.raw, k)
            x, y = pdfium.internal.utils.ctypes.c_float(), pdfium.internal.utils.ctypes.c_float()
            raw.FPDFPathSegment_GetPoint(segment, x, y)
            points.append((x.value / MM, y.value / MM))
        width = pdfium.internal.utils.ctypes.c_float()
        raw.FPDFPageObj_GetStrokeWidth(drawn.raw, width)
        dashes = raw.FPDFPageObj_GetDashCount(drawn.raw)
        found.append((round(width.value, 3), dashes, points))
    return found


def name_of(page):
    text = page.get_textpage().get_text_range()
    return re.search(r"\b([A-Z]+)(\d+)\s+(?:Blouse|Dress)", text).groups()


def cut_lines(pdf, tiling_wide, tiling_high, overlap):
    """The cut lines of all pages, put together by the pages' names: solid lines of the cut pen."""
    pages = {}
    for page in list(pdf)[1:]:
        row, column = name_of(page)
        at = (
            (int(column) - 1) * (tiling_wide - overlap) - PAGE_MARGIN_MM,
            (ord(row) - ord("A")) * (tiling_high - overlap) - PAGE_MARGIN_MM,
        )
        pages[row, column] = [
            [(x + at[0], y + at[1]) for x, y in points]
            for width, dashes, points in lines_of(page)
            if width == 0.9 and not dashes
        ]
    return pages


@pytest.mark.parametrize(
    "paper", usual((Paper.A4, Paper.A3, Paper.LETTER, Roll(900.0)), (Paper.LETTER, Roll(900.0)))
)
def test_tiled_pages_put_together_give_the_outlines(paper):
    from wickel.cutting.tiles import OVERLAP_MM, Tiling, pieces_tiled

    work = demo_work(4)
    show_in(work.job.unit)
    pdf = pdfium.PdfDocument(tiles_pdf(work, paper, "Blouse"))
    wide, high = (side / MM - 2 * PAGE_MARGIN_MM for side in pdf[1].get_size())
    lines = [line for own in cut_lines(pdf, wide, high, OVERLAP_MM).values() for line in own]
    drawn = [LineString(line) for line in lines if len(line) > 1]
    # where the packing put each piece is worked out anew, apart from the paper
    if isinstance(paper, Roll):
        tiling = Tiling(wide_mm=4980.0, high_mm=paper.wide_mm - 2 * PAGE_MARGIN_MM)
        sheet = pieces_tiled(work, tiling, either_way=False).drawing
    else:
        upright = Tiling(
            wide_mm=paper.points[0] / MM - 2 * PAGE_MARGIN_MM,
            high_mm=paper.points[1] / MM - 2 * PAGE_MARGIN_MM,
        )
        sheet = pieces_tiled(work, upright).drawing
    outlines = [stroke.points for stroke in sheet.strokes if stroke.layer.value == "cut"]
    assert len(outlines) == len(work.lays[0].pieces)
    from shapely.ops import unary_union

    together = unary_union(drawn)
    for outline in outlines:
        ring = LineString((*outline, outline[0]))
        for k in range(200):
            assert together.distance(ring.interpolate(k / 200, normalized=True)) < 0.2
    # and nothing else is drawn as a cut line
    rings = unary_union([LineString((*outline, outline[0])) for outline in outlines])
    for line in drawn:
        assert max(rings.distance(Point(point)) for point in line.coords) < 0.2
    # each outline is a piece of the job at its size
    areas = sorted(Polygon(outline).area for outline in outlines)
    wanted = sorted(Polygon(piece.cut_line).area for piece in work.lays[0].pieces)
    assert areas == pytest.approx(wanted, rel=1e-4)


@pytest.mark.long
def test_the_test_squares_measure_what_they_say():
    work = demo_work(4)
    pdf = pdfium.PdfDocument(tiles_pdf(work, Paper.A4, "Blouse"))
    sides = []
    for width, _, points in lines_of(pdf[0]):
        if width == 0.5 and len(points) >= 4:
            xs, ys = [x for x, _ in points], [y for _, y in points]
            sides.append((max(xs) - min(xs), max(ys) - min(ys)))
    assert any(side == pytest.approx((50.0, 50.0), abs=0.005) for side in sides)
    assert any(side == pytest.approx((50.8, 50.8), abs=0.005) for side in sides)


@pytest.mark.long
def test_crosses_of_neighbours_stand_at_one_place():
    from wickel.cutting.tiles import OVERLAP_MM

    pdf = pdfium.PdfDocument(tiles_pdf(demo_work(0), Paper.A4, "Dress"))
    wide, high = (side / MM - 2 * PAGE_MARGIN_MM for side in pdf[1].get_size())
    crosses = {}
    for page in list(pdf)[1:]:
        row, column = name_of(page)
        at = (
            (int(column) - 1) * (wide - OVERLAP_MM),
            (ord(row) - ord("A")) * (high - OVERLAP_MM),
        )
        crosses[row, int(column)] = {
            (round(sum(x for x, _ in p) / 2 + at[0], 2), round(sum(y for _, y in p) / 2 + at[1], 2))
            for w, dashes, p in lines_of(page)
            if w == 0.4 and not dashes and len(p) == 2 and abs(math.dist(*p) - 8.0) < 0.01
        }
    assert len(crosses) > 4
    beside = [(k, (k[0], k[1] + 1)) for k in crosses if (k[0], k[1] + 1) in crosses]
    assert beside
    for one, other in beside:
        assert len(crosses[one] & crosses[other]) == 3


def test_only_pages_that_carry_something_are_printed():
    from wickel.cutting.tiles import Tiling, tiled
    from wickel.drawing import Drawing, Layer, through
    from wickel.geometry import Bounds

    corner = through(Layer.CUT, ((0.0, 0.0), (50.0, 0.0)))
    far = through(Layer.CUT, ((950.0, 950.0), (1000.0, 1000.0)))
    drawing = Drawing(box=Bounds(0, 0, 1000, 1000), strokes=(corner, far), labels=())
    made = tiled(drawing, Tiling(wide_mm=190.0, high_mm=277.0))
    assert (made.columns, made.rows) == (6, 4)
    assert [tile.name for tile in made.tiles] == ["A1", "D6"]


def test_a_piece_wider_than_the_roll_is_refused():
    from wickel.lay import LayRefused

    with pytest.raises(LayRefused, match="wider than this roll"):
        tiles_pdf(demo_work(0), Roll(150.0), "Dress")


def test_a_lay_at_full_size_has_what_its_papers_have():
    from wickel.cutting.tiles import lay_sheet
    from wickel.lay import marks_on_table

    for number, way in ((0, "open"), (1, "lengthwise")):
        work = demo_work(number, way)
        (lay,) = work.lays
        sheet = lay_sheet(lay, work)
        cut = [stroke.points for stroke in sheet.strokes if stroke.layer.value == "cut"]
        assert len(cut) == len(lay.placements)
        front = next(p for p in lay.placements if p.piece == "dress/front")
        net, _ = marks_on_table(front, lay.piece(front.piece))
        drawn = [LineString(s.points) for s in sheet.strokes if s.layer.value == "net"]
        middle = [p for p in net if not front.on_fold or p[1] > 1.0]
        assert all(min(line.distance(Point(p)) for line in drawn) < 0.2 for p in middle)
        assert {"net", "notch", "grain", "inner", "cut"} <= {s.layer.value for s in sheet.strokes}
        assert any(label.text == "1" for label in sheet.labels)


def test_a_lay_at_full_size_keeps_its_size():
    work = demo_work(0)
    (lay,) = work.lays
    pdf = pdfium.PdfDocument(tiles_pdf(work, Roll(1700.0), "Dress", lay))
    assert len(pdf) == 2
    wide, _ = pdf[1].get_size()
    assert wide / MM == pytest.approx(lay.table_mm + 2 * PAGE_MARGIN_MM, abs=2.01)
