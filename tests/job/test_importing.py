"""Drawings become pieces: lines put together, allowances taken off and others put on, sizes, and
what is left out."""

import json
import math
from dataclasses import replace
from itertools import pairwise

import numpy as np
import pytest
import shapely

from tests.files.drawings import drafted, sheet
from tests.lay.judge import judged
from wickel.cloth import Cloth
from wickel.drawing.found import FoundDrawing, FoundLine, FoundText
from wickel.files import job_record, lay_record
from wickel.files.drawn_file import DrawnPieceRecord, drawn_of, drawn_record
from wickel.geometry import Line, flatten, map_path, rotation
from wickel.job import Job, cut_pieces
from wickel.job.importing import (
    EdgeSaid,
    ImportSaid,
    LayerSaid,
    Meaning,
    PieceSaid,
    proposed,
    read_pieces,
)
from wickel.job.importing.cut_notches import without_notches
from wickel.lay import Search, kept_lay_of, lay_again, make_lay
from wickel.pattern import EdgeKind, EdgeRole, PieceRole, View, cut_line, net_line, with_allowances
from wickel.studio.bringing_in import NotImported, imported, job_of_imported, with_imported


def as_found(drawing, *layers, says=True, turned=0.0, unit=1.0):
    """A drawing as if it had been read from a file, some of its layers alone."""
    by = rotation(turned)
    lines = [
        FoundLine(
            path=tuple(segment for own in map_path(stroke.path, by) for segment in [own]),
            closed=stroke.closed,
            layer=stroke.layer.value,
            of=stroke.of if says else "",
            says=dict(stroke.says) if says else {},
        )
        for stroke in drawing.strokes
        if not layers or stroke.layer.value in layers
    ]
    closed = [
        replace(own, path=(*own.path, Line(own.path[-1].end, own.path[0].start)))
        if own.closed and own.path[-1].end != own.path[0].start
        else own
        for own in lines
    ]
    pieces = {s.of: dict(s.says) for s in drawing.strokes if says and dict(s.says).get("cuts")}
    return FoundDrawing(lines=tuple(closed), pieces=pieces, mm_per_unit=unit)


def off(one, other):
    a, b = (shapely.LinearRing(line).segmentize(5.0) for line in (one, other))
    return shapely.hausdorff_distance(a, b)


def moved_to(points, other):
    """Points moved so that their box lies where another one does."""
    dx = min(x for x, _ in other) - min(x for x, _ in points)
    dy = min(y for _, y in other) - min(y for _, y in points)
    return [(x + dx, y + dy) for x, y in points]


def box(wide, high, layer="cut", at=(0.0, 0.0), **more):
    x, y = at
    corners = [(x, y), (x + wide, y), (x + wide, y + high), (x, y + high)]
    lines = tuple(Line(a, b) for a, b in zip(corners, [*corners[1:], corners[0]], strict=True))
    return FoundLine(path=lines, closed=True, layer=layer, **more)


def found(*lines, texts=(), **more):
    return FoundDrawing(lines=lines, texts=texts, mm_per_unit=1.0, **more)


# --- allowances ---------------------------------------------------------------------------------


def said_of_edges(read, pattern, by_name):
    """What a maker who knows the pieces says of their edges: the allowances that were in them."""
    pieces = {}
    for own in read.pieces:
        piece = by_name[own.key]
        edges = {}
        for edge in own.edges:
            line = shapely.LineString(edge.points)
            spots = [line.interpolate(share, normalized=True) for share in (0.35, 0.5, 0.65)]

            def fits(drawn, spots=spots, piece=piece):
                net = shapely.LineString(
                    [(y, x) for x, y in flatten(drawn.path, 0.02)]
                    if piece is None
                    else flatten(drawn.path, 0.02)
                )
                return sum(abs(net.distance(spot) - drawn.allowance_mm) for spot in spots)

            best = min(piece.edges, key=fits)
            edges[edge.name] = EdgeSaid(
                allowance_mm=best.allowance_mm,
                hem=best.kind is EdgeKind.HEM,
                fold=best.kind is EdgeKind.FOLD,
            )
        pieces[own.key] = PieceSaid(edges=edges, grain_deg=0.0)
    return pieces


@pytest.mark.parametrize("style", ["box-dress", "panelled-skirt", "trousers", "bodice"])
def test_allowances_taken_off_and_others_put_on_are_those_of_the_draft(style):
    """Only the cut lines are in the file; the maker says what is in them, and wants others."""
    pattern = drafted(style)
    pieces = [p for p in pattern.pieces if not any(e.wider for e in p.edges)]
    others = [with_allowances(p, {e.name: e.allowance_mm + 7.5 for e in p.edges}) for p in pieces]
    for piece, other in zip(pieces, others, strict=True):
        lines = tuple(Line(a, b) for a, b in _around(cut_line(piece)))
        drawing = found(FoundLine(path=lines, closed=True, layer="cut"))
        first = read_pieces(drawing, proposed(drawing))
        (key,) = (own.key for own in first.pieces)
        said = replace(proposed(drawing), pieces=said_of_edges(first, pattern, {key: piece}))
        (own,) = read_pieces(drawing, said).pieces
        assert own.doubts == (), piece.id
        made = own.drawn
        put_on = with_allowances(made, {e.name: e.allowance_mm + 7.5 for e in made.edges})
        assert off(moved_to(cut_line(put_on), cut_line(other)), cut_line(other)) < 0.2, piece.id
        assert off(moved_to(net_line(made), net_line(piece)), net_line(piece)) < 0.2, piece.id


def _around(points):
    return zip(points, [*points[1:], points[0]], strict=True)


def test_between_both_lines_the_allowances_are_measured():
    pattern = drafted()
    drawing = as_found(sheet(pattern), "cut", "net", "fold", "grain", says=False)
    read = read_pieces(drawing, proposed(drawing))
    front = pattern.piece("front")
    assert [own.doubts for own in read.pieces if own.name == "piece 1"] == [()]
    own = read.pieces[0].drawn
    assert sorted(edge.allowance_mm for edge in own.edges) == pytest.approx(
        sorted(edge.allowance_mm for edge in front.edges), abs=0.11
    )
    assert [cut.on_fold for cut in own.cuts] == [True]
    assert off(moved_to(cut_line(own), cut_line(front)), cut_line(front)) < 0.2


def test_a_cut_line_that_comes_out_elsewhere_is_doubted():
    drawing = found(box(200, 100), box(180, 60, "net", at=(10.0, 10.0)))
    bent = replace(
        drawing.lines[0],
        path=(Line((0, 0), (200, 0)), Line((200, 0), (200, 100)), Line((200, 100), (90, 130)),
              Line((90, 130), (0, 100)), Line((0, 100), (0, 0))),
    )  # fmt: skip
    (own,) = read_pieces(found(bent, drawing.lines[1]), proposed(drawing)).pieces
    assert "off the line of the file" in " ".join(map(str, own.doubts))
    assert own.drawn is not None  # what the file has stands, and is measured


def test_an_allowance_that_cannot_be_taken_off_names_the_piece_and_the_edge():
    drawing = found(box(200, 15), texts=(FoundText(text="Strap", at=(50, 5), layer="cut"),))
    (own,) = read_pieces(drawing, replace(proposed(drawing), seam_mm=10.0)).pieces
    assert own.drawn is None
    assert "Strap: the allowance cannot be taken off edge" in str(own.refusal)
    read = read_pieces(drawing, replace(proposed(drawing), seam_mm=10.0))
    with pytest.raises(NotImported, match="Strap cannot come in"):
        imported(read, replace(proposed(drawing), seam_mm=10.0), "straps")


def test_the_lowest_edge_is_the_hem_when_hems_are_said_to_be_in_it():
    drawing = found(box(200, 300))
    said = replace(proposed(drawing), seam_mm=10.0, hem_mm=40.0)
    (own,) = read_pieces(drawing, said).pieces
    assert [e.kind for e in own.drawn.edges].count(EdgeKind.HEM) == 1
    xs, ys = zip(*net_line(own.drawn), strict=True)
    assert (max(xs) - min(xs), max(ys) - min(ys)) == pytest.approx((250, 180))
    # the arrow runs down the drawing: head to hem is x of the piece
    hem = next(edge for edge in own.drawn.edges if edge.kind is EdgeKind.HEM)
    assert hem.start[0] == pytest.approx(max(xs))


# --- lines, layers, marks -----------------------------------------------------------------------


def test_lines_that_do_not_close_and_marks_in_no_piece_are_listed():
    lone = FoundLine(
        path=(Line((0, 0), (50, 0)), Line((50, 0), (50, 90))), closed=False, layer="cut"
    )
    far = FoundLine(path=(Line((900, 900), (950, 900)),), closed=False, layer="inner")
    read = read_pieces(found(box(80, 80, at=(200, 0)), lone, far), proposed(found(box(1, 1), far)))
    said = " | ".join(map(str, read.left_out))
    assert "does not close: its ends are 10.3 cm apart" in said
    assert "1 × mark on the layer “inner” that lies in no piece" in said
    assert len(read.pieces) == 1


def test_notches_marks_grain_and_names_go_to_the_piece_that_they_lie_in():
    one, two = box(200, 300), box(100, 100, at=(300, 0))
    lines = (
        one,
        two,
        FoundLine(path=(Line((-4, 120), (4, 120)),), closed=False, layer="notch"),
        FoundLine(path=(Line((350, 96), (350, 104)),), closed=False, layer="notches"),
        FoundLine(path=(Line((100, 50), (100, 250)),), closed=False, layer="grain"),
        FoundLine(path=(Line((150, 10), (150, 60)),), closed=False, layer="dart"),
    )
    drawing = found(*lines, texts=(FoundText(text="Front 2x", at=(90, 90), layer="text"),))
    first, second = read_pieces(drawing, proposed(drawing)).pieces
    assert first.name == "Front 2x"
    assert len(first.drawn.notches) == len(second.drawn.notches) == 1
    notch = first.drawn.notches[0]
    edge = first.drawn.edge(notch.edge)
    assert edge.path[0].start != edge.path[0].end
    assert notch.at_mm in (pytest.approx(120), pytest.approx(180))
    assert len(first.drawn.inner_lines) == 1
    assert first.grains_deg[0] == pytest.approx(270.0)
    assert first.grains_deg[1] == pytest.approx(90.0)  # the other way is offered
    assert second.drawn.inner_lines == ()


def test_sizes_on_layers_of_their_own_become_garments_of_their_own():
    lines = [box(200 + 10 * k, 300 + 10 * k, layer=f"size {38 + 2 * k}") for k in range(3)]
    lines.append(FoundLine(path=(Line((90, 20), (90, 200)),), closed=False, layer="grain"))
    drawing = found(*lines)
    read = read_pieces(drawing, proposed(drawing))
    assert [own.size for own in read.pieces] == ["38", "40", "42"]
    styles = imported(read, proposed(drawing), "skirt")
    job = job_of_imported(styles, "skirt")
    assert [garment.size for garment in job.garments] == ["38", "40", "42"]
    xs = [max(x for x, _ in piece.cut_line) for piece in cut_pieces(job)]
    assert xs == pytest.approx([300, 310, 320])


def test_a_piece_left_out_stays_out_and_names_said_are_taken():
    drawing = found(box(200, 300), box(100, 100, at=(300, 0)))
    said = proposed(drawing)
    keys = [own.key for own in read_pieces(drawing, said).pieces]
    said = replace(
        said,
        pieces={
            keys[0]: PieceSaid(name="Back", copies=2, pair=True, material="lining"),
            keys[1]: PieceSaid(take=False),
        },
    )
    (style,) = imported(read_pieces(drawing, said), said, "coat")
    (piece,) = style.style.drawn
    assert (piece.name, piece.cuts[0].copies, piece.cuts[0].pair) == ("Back", 2, True)
    assert piece.cuts[0].material == "lining"


def test_what_a_piece_is_goes_by_its_name_until_it_is_said_and_files_keep_it():
    drawing = found(box(200, 300), texts=(FoundText(text="Back", at=(90, 90), layer="text"),))
    said = proposed(drawing)
    (own,) = read_pieces(drawing, said).pieces
    assert (own.drawn.role, own.drawn.view) == (PieceRole.BODICE, View.BACK)
    edge = own.edges[0].name
    answer = PieceSaid(
        role=PieceRole.SKIRT,
        view=View.FRONT,
        edges={edge: EdgeSaid(role=EdgeRole.WAIST)},
    )
    (own,) = read_pieces(drawing, replace(said, pieces={own.key: answer})).pieces
    assert (own.drawn.role, own.drawn.view) == (PieceRole.SKIRT, View.FRONT)
    assert own.drawn.edges_of(EdgeRole.WAIST) == (own.drawn.edge(edge),)
    kept = DrawnPieceRecord.model_validate_json(json.dumps(drawn_record(own.drawn)))
    assert drawn_of(kept) == own.drawn


def test_layers_without_telling_names_are_told_apart_by_what_they_hold():
    drawing = found(
        box(200, 300, "ink 1"),
        box(180, 270, "ink 2", at=(10, 20)),
        box(20, 20, "ink 3", at=(60, 60)),
    )
    layers = proposed(drawing).layers
    assert [layers[f"ink {k}"].meaning for k in (1, 2, 3)] == [
        Meaning.CUT,
        Meaning.NET,
        Meaning.INNER,
    ]


def test_layers_by_numbers_are_those_of_the_trade():
    layers = proposed(found(box(20, 20, "1"), box(10, 10, "14"), box(1, 1, "4"))).layers
    assert [own.meaning for own in layers.values()] == [Meaning.CUT, Meaning.NET, Meaning.NOTCH]


def test_a_net_line_alone_is_cut_along_when_that_is_said():
    drawing = found(box(200, 300, "a"))
    said = ImportSaid(mm_per_unit=1.0, layers={"a": LayerSaid(meaning=Meaning.BOTH)})
    (own,) = read_pieces(drawing, said).pieces
    assert {edge.allowance_mm for edge in own.drawn.edges} == {0.0}
    assert off(moved_to(cut_line(own.drawn), [(0, 0), (300, 200)]),
               [(0, 0), (300, 0), (300, 200), (0, 200)]) < 1e-6  # fmt: skip


# --- the lay ------------------------------------------------------------------------------------


def test_the_old_lay_holds_the_pieces_that_came_in_again():
    """Laid, sent out, brought in: the placements of then are judged with the pieces of now."""
    pattern = drafted()
    drawing = as_found(sheet(pattern))
    read = read_pieces(drawing, proposed(drawing))
    styles = imported(read, proposed(drawing), "again")
    job = job_of_imported(styles, "again")
    cloth = Cloth(id=job.cloths[0].id, usable_width_mm=1400, reserve_mm=5)
    plain = replace(job, cloths=(cloth, *job.cloths[1:]), pieces=(), garments=job.garments)
    before = [
        replace(piece, id=piece.id.partition("/")[2], garment="") for piece in cut_pieces(plain)
    ]
    before = [piece for piece in before if piece.orders[0].cloth == cloth.id]
    first = make_lay(tuple(before), cloth, "lengthwise", search=Search(effort=10))
    now = {own.drawn.id: own.drawn for own in read.pieces}
    again = tuple(
        replace(piece, cut_line=cut_line(now[piece.id]), net_line=net_line(now[piece.id]))
        for piece in before
    )
    lay = lay_again(kept_lay_of(first), again, cloth)
    assert lay is not None
    assert lay.complete
    record = job_record(Job(cloths=(cloth,), pieces=again))
    judged(record, lay_record((lay,)))


def test_pieces_come_into_the_open_job_as_one_garment_more():
    drawing = found(box(200, 300))
    styles = imported(read_pieces(drawing, proposed(drawing)), proposed(drawing), "bag")
    job = job_of_imported(styles, "bag")
    more = with_imported(job, styles)
    assert len(more.garments) == 2
    assert more.garments[0].id != more.garments[1].id
    assert len(cut_pieces(more)) == 2


# --- notches that are cut into the line ---------------------------------------------------------

V, U, SLIT = ((-3, 0), (0, 5), (3, 0)), ((-2, 0), (-2, 6), (2, 6), (2, 0)), ((0, 0), (0, 6), (0, 0))


def notched(shape, at=120.0, out=False):
    """A box of 300 x 200 mm, counter-clockwise, with a notch so far along its lower side."""
    sign = -1 if out else 1
    cut = [(at + x, sign * y) for x, y in shape]
    points = [(0, 0), *cut, (300, 0), (300, 200), (0, 200)]
    path = tuple(Line(a, b) for a, b in pairwise((*points, points[0])))
    return FoundDrawing(lines=(FoundLine(path=path, closed=True, layer="net"),), mm_per_unit=1.0)


def read_alone(drawing):
    said = replace(proposed(drawing), layers={"net": LayerSaid(meaning=Meaning.BOTH)})
    (read,) = read_pieces(drawing, said).pieces
    return read


@pytest.mark.parametrize("shape", [V, U, SLIT], ids=["v", "u", "slit"])
@pytest.mark.parametrize("out", [False, True], ids=["cut in", "standing out"])
def test_notches_in_the_line_are_taken_out_and_marked(shape, out):
    read = read_alone(notched(shape, out=out))
    assert shapely.Polygon(read.net).area == pytest.approx(60_000.0, abs=1e-6)
    assert len(read.edges) == 4
    (notch,) = read.drawn.notches
    assert min(notch.at_mm, 300.0 - notch.at_mm) == pytest.approx(120.0, abs=0.01)
    assert any("notch that is cut into its line" in str(own) for own in read.doubts)


def test_notches_in_a_curve_are_found_and_the_curve_goes_on():
    points = [(100 * math.cos(t), 100 * math.sin(t)) for t in np.linspace(0, 2 * math.pi, 73)[:-1]]
    k = 18  # straight up, a V to the middle in place of one point
    (x, y) = points[k]
    points[k : k + 1] = [(x + 3, y), (x, y - 6), (x - 3, y)]
    path = tuple(Line(a, b) for a, b in pairwise((*points, points[0])))
    ring, found = without_notches(path)
    (own,) = found
    assert own.tip == pytest.approx((0.0, 94.0), abs=1e-6)
    assert shapely.Polygon([each.start for each in ring]).area == pytest.approx(
        math.pi * 100**2, rel=0.005
    )


@pytest.mark.parametrize(
    "points",
    [
        ((0, 0), (100, 0), (100, 40), (106, 40), (106, 60), (0, 60)),  # a step
        ((0, 0), (100, 0), (130, 8), (160, 0), (300, 0), (300, 90), (0, 90)),  # a dart's roof
        ((0, 0), (50, 0), (53, 30), (56, 0), (100, 0), (100, 90), (0, 90)),  # too deep
        (*((5 * k, 3 * (k % 2)) for k in range(40)), (200, 90), (0, 90)),  # teeth all along
        ((0, 0), (8, 0), (4, 7)),  # a small piece
    ],
    ids=["step", "roof", "deep", "teeth", "triangle"],
)
def test_what_is_no_notch_stays_in_the_line(points):
    path = tuple(Line(a, b) for a, b in pairwise((*points, points[0])))
    assert without_notches(path) == (path, ())
