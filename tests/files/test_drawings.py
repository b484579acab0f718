"""Drawings out and in: what goes out comes in again, what other programs write is read right."""

import io
import math

import ezdxf
import pytest
import shapely
from ezdxf import units

from tests.files.drawings import drafted, read, sheet
from wickel.files import UnreadableFile, svg_text
from wickel.files.drawings.dxf_out import dxf_bytes
from wickel.files.drawings.hpgl_out import UNITS_PER_MM, hpgl_text
from wickel.files.drawings.pdf_out import full_pdf
from wickel.files.drawings.reading_in import Stopped, read_drawing
from wickel.geometry import bounds, flatten
from wickel.job.importing import Meaning, proposed, read_pieces
from wickel.pattern import cut_line, net_line

OUT = {".svg": lambda drawing: svg_text(drawing, "a sheet"), ".dxf": dxf_bytes}


def off(one, other):
    """How far two outlines are from each other."""
    a, b = (shapely.LinearRing(line).segmentize(5.0) for line in (one, other))
    return shapely.hausdorff_distance(a, b)


@pytest.mark.parametrize("ending", OUT)
@pytest.mark.parametrize("style", ["box-dress", "bodice", "trousers", "panelled-skirt"])
def test_a_garment_goes_out_and_comes_in_the_same(tmp_path, style, ending):
    pattern = drafted(style)
    found = read(tmp_path, OUT[ending](sheet(pattern)), ending)
    done = read_pieces(found, proposed(found))
    assert not done.left_out
    assert [own.doubts for own in done.pieces] == [()] * len(pattern.pieces)
    by_name = {own.name: own for own in done.pieces}
    for piece in pattern.pieces:
        there = by_name[piece.name].drawn
        assert off(cut_line(piece), cut_line(there)) < 0.01
        assert off(net_line(piece), net_line(there)) < 0.01
        assert there.cuts == piece.cuts
        assert there.grain_deg == pytest.approx(piece.grain_deg)
        assert [(e.name, e.kind, e.wider) for e in there.edges] == [
            (e.name, e.kind, e.wider) for e in piece.edges
        ]
        assert [n.name for n in there.notches] == [n.name for n in piece.notches]
        assert [n.at_mm for n in there.notches] == pytest.approx(
            [n.at_mm for n in piece.notches], abs=0.01
        )
        assert [line.name for line in there.inner_lines] == [
            line.name for line in piece.inner_lines
        ]


@pytest.mark.parametrize("ending", OUT)
def test_the_same_drawing_gives_the_same_bytes(ending):
    drawing = sheet(drafted())
    assert OUT[ending](drawing) == OUT[ending](drawing)


def test_a_dxf_has_layers_by_meaning_blocks_for_pieces_and_curves():
    text = dxf_bytes(sheet(drafted())).decode()
    document = ezdxf.read(io.StringIO(text, newline=None))
    assert document.dxfversion == "AC1024"
    assert document.units == units.MM
    assert {"CUT", "NET", "NOTCH", "GRAIN", "FOLD"} <= {own.dxf.name for own in document.layers}
    front = document.blocks.get("DRESS-FRONT")
    assert {"CUT", "NET", "FOLD"} <= {entity.dxf.layer for entity in front}
    assert any(entity.dxftype() == "SPLINE" for entity in front)
    assert not document.audit().errors


def test_a_pdf_is_as_large_as_what_it_shows_and_its_paths_come_in(tmp_path):
    drawing = sheet(drafted())
    found = read(tmp_path, full_pdf(drawing, "a sheet"), ".pdf")
    assert found.mm_per_unit == pytest.approx(25.4 / 72)
    layers = proposed(found).layers
    assert Meaning.CUT in {own.meaning for own in layers.values()}
    points = [
        (x * found.mm_per_unit, y * found.mm_per_unit)
        for line in found.lines
        for x, y in flatten(line.path, 0.1)
    ]
    box = bounds(points)
    assert (box.width, box.height) == pytest.approx(
        (drawing.box.width, drawing.box.height), abs=0.1
    )
    assert "Front" in {text.text for text in found.texts}


def test_hpgl_draws_every_cut_line_in_units_of_a_fortieth_of_a_millimetre():
    drawing = sheet(drafted())
    rows = hpgl_text(drawing).splitlines()
    assert rows[0] == "IN;"
    assert rows[-3:] == ["PU;", "SP0;", "PG;"]
    assert all(row.endswith(";") for row in rows)
    places = [
        tuple(map(int, row[2:-1].split(",")))
        for row in rows
        if row[:2] in ("PU", "PD") and "," in row
    ]
    wide = max(x for x, _ in places) - min(x for x, _ in places)
    assert wide / UNITS_PER_MM == pytest.approx(drawing.box.width, abs=0.1)
    assert min(min(place) for place in places) >= 0


# --- files of other programs ------------------------------------------------------------------


def own_dxf(version, unit=units.MM):
    document = ezdxf.new(version)
    if version != "R12":
        document.units = unit
    else:
        document.header["$INSUNITS"] = unit
    return document, document.modelspace()


def as_bytes(document):
    stream = io.StringIO()
    document.write(stream)
    return stream.getvalue().encode(document.output_encoding, "replace")


@pytest.mark.parametrize("version", ["R12", "R2000", "R2004", "R2007", "R2010", "R2018"])
def test_dxf_of_several_versions_is_read(tmp_path, version):
    document, space = own_dxf(version, units.IN)
    block = document.blocks.new("SLEEVE")
    block.add_line((0, 0), (10, 0), dxfattribs={"layer": "CUT"})
    block.add_line((10, 0), (10, 4), dxfattribs={"layer": "CUT"})
    block.add_line((0, 4), (10, 4), dxfattribs={"layer": "CUT"})  # drawn the other way
    block.add_line((0, 4), (0, 0), dxfattribs={"layer": "CUT"})
    outer = document.blocks.new("SHEET")
    outer.add_blockref("SLEEVE", (5, 5), dxfattribs={"rotation": 90, "xscale": 2, "yscale": 2})
    space.add_blockref("SHEET", (1, 1), dxfattribs={"xscale": -1})
    found = read(tmp_path, as_bytes(document), ".dxf")
    (piece,) = read_pieces(found, proposed(found, 25.4)).pieces
    # the oldest version cannot say its unit
    assert found.mm_per_unit == (None if version == "R12" else pytest.approx(25.4, abs=1e-6))
    box = bounds(piece.outline)
    assert (box.width, box.height) == pytest.approx((8 * 25.4, 20 * 25.4), abs=0.01)
    assert piece.name == "SLEEVE"


def test_bulges_arcs_ellipses_and_splines_come_in_as_curves(tmp_path):
    document, space = own_dxf("R2010")
    space.add_lwpolyline(
        [(0, 0, 0, 0, 0), (100, 0, 0, 0, 1), (100, 200, 0, 0, 0), (0, 200, 0, 0, -0.5)],
        close=True,
        dxfattribs={"layer": "bulges"},
    )
    space.add_circle((500, 0), 1000, dxfattribs={"layer": "circle"})
    space.add_ellipse((0, 900), (300, 0), 0.5, dxfattribs={"layer": "ellipse"})
    found = read(tmp_path, as_bytes(document), ".dxf")
    areas = {line.layer: shapely.Polygon(flatten(line.path, 0.001)).area for line in found.lines}
    bulge_mm2 = 100 * 200 + math.pi * 100**2 / 2
    radius = 200 * (1 + 0.25) / (4 * 0.5)
    angle = 4 * math.atan(0.5)
    bulge_mm2 -= radius**2 / 2 * (angle - math.sin(angle))
    assert all(line.closed for line in found.lines)
    assert areas["bulges"] == pytest.approx(bulge_mm2, rel=1e-5)
    assert areas["circle"] == pytest.approx(math.pi * 1e6, rel=1e-5)
    assert areas["ellipse"] == pytest.approx(math.pi * 300 * 150, rel=1e-5)
    circle = next(line for line in found.lines if line.layer == "circle")
    reach = [math.dist((500, 0), point) for point in flatten(circle.path, 0.001)]
    assert max(abs(mm - 1000) for mm in reach) < 0.01


def test_what_a_dxf_has_besides_is_left_out_and_listed(tmp_path):
    document, space = own_dxf("R2010")
    space.add_lwpolyline([(0, 0), (100, 0), (100, 50)], close=True, dxfattribs={"layer": "CUT"})
    hidden = document.layers.add("OLD")
    hidden.off()
    space.add_line((0, 0), (5, 5), dxfattribs={"layer": "OLD"})
    space.add_3dface([(0, 0, 0), (1, 0, 0), (1, 1, 0)], dxfattribs={"layer": "CUT"})
    document.add_xref_def("elsewhere.dxf", "OTHER")
    space.add_blockref("OTHER", (0, 0))
    found = read(tmp_path, as_bytes(document), ".dxf")
    said = " | ".join(map(str, found.left_out))
    assert "hidden line on the layer “OLD”" in said
    assert "3DFACE on the layer “CUT”" in said
    assert "link to another file" in said
    assert len(found.lines) == 1


SVG = '<svg xmlns="http://www.w3.org/2000/svg" {head}>{body}</svg>'


def svg_box(tmp_path, head, body):
    found = read(tmp_path, SVG.format(head=head, body=body), ".svg")
    points = [point for line in found.lines for point in flatten(line.path, 0.001)]
    box = bounds(points)
    k = found.mm_per_unit or 1.0
    return found, (box.width * k, box.height * k)


@pytest.mark.parametrize(
    ("head", "mm"),
    [
        ('width="10in" height="5in" viewBox="0 0 1000 500"', (254 / 10, 127 / 5)),
        ('width="720pt" height="360pt" viewBox="0 0 1000 500"', (25.4, 25.4)),
        ('width="254mm" height="127mm" viewBox="-5 -5 1000 500"', (25.4, 25.4)),
        ('width="25.4cm"  viewBox="0 0 1000 500"', (25.4, 25.4)),
        ('width="960" height="480" viewBox="0 0 1000 500"', (25.4, 25.4)),
    ],
)
def test_svg_units_and_the_viewbox_give_the_true_size(tmp_path, head, mm):
    found, size = svg_box(tmp_path, head, '<rect x="10" y="20" width="100" height="100"/>')
    assert size == pytest.approx(mm, abs=1e-6)
    assert found.doubtful == ("960" in head)


def test_an_svg_without_a_size_does_not_say_its_unit(tmp_path):
    found, _ = svg_box(tmp_path, 'viewBox="0 0 10 10"', '<rect width="4" height="4"/>')
    assert found.mm_per_unit is None


def test_nested_transforms_groups_uses_and_documents_are_followed(tmp_path):
    body = """
      <defs><symbol id="s" viewBox="0 0 10 10"><path d="M0 0h10v10h-10z"/></symbol>
      <path id="p" d="M0 0 L10 0 L10 10 Z"/></defs>
      <g id="pieces" transform="translate(100,0)"><g transform="scale(2) rotate(90)">
        <rect width="30" height="10"/><use href="#p" x="5" y="5"/></g>
        <svg x="10" y="10" width="40" height="20" viewBox="0 0 4 2">
        <rect width="4" height="2"/></svg>
        <use href="#s" width="50" height="50" x="1"/></g>
      <g style="display:none"><rect width="9999" height="9999"/></g>
      <image href="file:///etc/passwd" width="5" height="5"/>
      <use href="other.svg#x"/>"""
    found, _ = svg_box(tmp_path, 'width="300mm" height="300mm" viewBox="0 0 300 300"', body)
    boxes = [bounds(flatten(line.path)) for line in found.lines]
    k = found.mm_per_unit
    sizes = [(round(b.width * k, 6), round(b.height * k, 6)) for b in boxes]
    assert sizes == [(20, 60), (20, 20), (40, 20), (50, 50)]
    assert boxes[0].max_x * k == pytest.approx(100)
    assert boxes[0].min_y * k == pytest.approx(-60)
    assert {line.layer for line in found.lines} == {"pieces"}
    said = " | ".join(map(str, found.left_out))
    assert "picture" in said
    assert "hidden" in said
    assert "link to another file" in said


def test_arcs_and_curves_of_svg_are_kept_within_a_hundredth_of_a_millimetre(tmp_path):
    body = '<path d="M 1000 0 A 1000 1000 0 1 1 0 -1000 L 0 0 Z"/>'
    body += '<path d="M0 0 Q 50 100 100 0 T 200 0"/>'
    found, _ = svg_box(tmp_path, 'width="3000mm" viewBox="0 0 3000 3000"', body)
    arc, waves = found.lines
    k = found.mm_per_unit
    reach = [math.hypot(x, y) * k for x, y in flatten(arc.path[:-2], 0.001)]
    assert arc.closed
    assert max(abs(mm - 1000) for mm in reach) < 0.01
    assert min(y for _, y in flatten(waves.path, 0.001)) * k == pytest.approx(-50, abs=0.01)
    assert not waves.closed


def test_pdf_paths_lie_where_their_forms_and_matrices_put_them(tmp_path):
    from reportlab.lib.units import mm
    from reportlab.pdfgen.canvas import Canvas

    buffer = io.BytesIO()
    canvas = Canvas(buffer, pagesize=(600 * mm, 400 * mm))
    canvas.beginForm("piece")
    canvas.rect(0, 0, 100 * mm, 50 * mm)
    canvas.endForm()
    canvas.translate(20 * mm, 30 * mm)
    canvas.rotate(90)
    canvas.doForm("piece")
    canvas.setDash([3, 3])
    canvas.circle(200 * mm, -200 * mm, 80 * mm)
    canvas.drawString(0, 0, "Sleeve of Ada")
    canvas.save()
    found = read(tmp_path, buffer.getvalue(), ".pdf")
    k = found.mm_per_unit
    boxes = [bounds(flatten(line.path, 0.01)) for line in found.lines]
    assert (boxes[0].width * k, boxes[0].height * k) == pytest.approx((50, 100), abs=0.01)
    assert (boxes[0].max_x * k, boxes[0].min_y * k) == pytest.approx((20, 30), abs=0.01)
    assert (boxes[1].width * k, boxes[1].max_x * k) == pytest.approx((160, 300), abs=0.05)
    assert [line.layer.endswith("dashed") for line in found.lines] == [False, True]
    assert [text.text for text in found.texts] == ["Sleeve of Ada"]


@pytest.mark.real_reader
def test_reading_is_stopped_when_asked(tmp_path):
    path = tmp_path / "a.svg"
    path.write_text(SVG.format(head='width="1mm"', body='<path d="M0 0L1 1"/>'))
    with pytest.raises(Stopped):
        read_drawing(path, lambda: True)


@pytest.mark.parametrize(
    ("name", "content", "words"),
    [
        ("a.svg", b"", "neither SVG nor DXF nor PDF"),
        ("a.dxf", b"just words\nand more", "neither SVG nor DXF nor PDF"),
        ("a.svg", b"<html/>", "XML, but no SVG"),
        ("a.svg", b"<svg xmlns='http://www.w3.org/2000/svg'/>", "no line"),
        ("a.svg", b"<svg><path d='M 0 0 L 1e9 0'/></svg>", "no place on a pattern"),
        ("a.pdf", b"%PDF-1.4 nothing %%EOF", "no PDF that can be read"),
        ("a.pdf", b"%PDF-1.4 nothing", "a part of it is missing"),
        ("a.dxf", b"  0\nSECTION\n  2\nENTITIES\n  0\nLINE\n 10\n", "no DXF that can be read"),
    ],
)
def test_what_cannot_be_read_is_said_in_one_sentence(tmp_path, name, content, words):
    path = tmp_path / name
    path.write_bytes(content)
    with pytest.raises(UnreadableFile) as refusal:
        read_drawing(path)
    said = str(refusal.value.args[0])
    assert words in said
    assert said.startswith(name)
    assert said.endswith(".")


def test_folders_and_what_is_not_there_are_refused(tmp_path):
    for path in (tmp_path, tmp_path / "none.svg"):
        with pytest.raises(UnreadableFile):
            read_drawing(path)
