"""What is drawn, before any paper."""

from dataclasses import replace

import pytest
from shapely.geometry import Point, Polygon, box

from tests.cutting.jobs import box as by_hand_box
from tests.cutting.jobs import by_hand, placed
from tests.lay.shapes import four_kinds
from wickel.body import size_body
from wickel.draft import STYLES, Allowances, draft
from wickel.drawing import Layer, copies_text, inside_point, lay_drawing, name_room, piece_drawing
from wickel.files import UnreadableFile, job_of, read_lays
from wickel.job import cut_pieces, lay_job
from wickel.lay import Search

CRESCENT = (
    (0, 0),
    (60, 0),
    (100, 60),
    (100, 140),
    (60, 200),
    (0, 200),
    (50, 140),
    (60, 100),
    (50, 60),
)


def test_a_name_lies_inside_even_a_hollow_shape():
    for outline in (CRESCENT, ((0, 0), (300, 0), (300, 20), (20, 20), (20, 300), (0, 300))):
        assert Polygon(outline).contains(Point(inside_point(outline)))


def test_the_room_for_a_name_stays_within_the_outline():
    for outline in (CRESCENT, ((0, 0), (40, 0), (40, 200), (0, 200))):
        room, _ = name_room(outline)
        inner = box(room.min_x, room.min_y, room.max_x, room.max_y)
        assert inner.area > 400
        assert inner.difference(Polygon(outline)).area < 1e-6


def test_a_name_is_written_upwards_in_a_tall_narrow_piece_unless_it_may_not():
    tall = ((0, 0), (40, 0), (40, 200), (0, 200))
    assert name_room(tall)[1] is True
    assert name_room(tall, may_turn=False)[1] is False
    assert name_room(((0, 0), (200, 0), (200, 40), (0, 40)))[1] is False


@pytest.mark.parametrize("style", STYLES)
def test_every_piece_shows_cut_and_net_line_grain_and_name(style):
    size = {"women": "92", "men": "M100", "children": "H128"}[STYLES[style].charts[0]]
    for piece in draft(STYLES[style], size_body(size), {}, Allowances()).pieces:
        drawing = piece_drawing(piece)
        layers = {stroke.layer for stroke in drawing.strokes}
        assert {Layer.CUT, Layer.NET, Layer.GRAIN} <= layers
        assert (Layer.FOLD in layers) == any(cut.on_fold for cut in piece.cuts)
        (name,) = drawing.labels
        assert name.text.startswith(piece.name)
        marks = sum(stroke.layer is Layer.NOTCH for stroke in drawing.strokes)
        assert marks == len(piece.notches)


def test_fold_and_selvages_are_told_apart():
    a_job = job_of(four_kinds())
    pieces = cut_pieces(a_job)
    counts = {}
    for way in ("open", "lengthwise"):
        (lay,) = lay_job(a_job, pieces, fold=way, search=Search(effort=1))
        layers = [stroke.layer for stroke in lay_drawing(lay).strokes]
        counts[way] = (layers.count(Layer.SELVAGE), layers.count(Layer.FOLD))
    assert counts == {"open": (2, 0), "lengthwise": (1, 1)}


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ('{"format": "wickel-job"}', "no lay file"),
        ('{"format": "wickel-lay", "version": 9}', "newer Wickel"),
        ('{"format": "wickel-lay", "version": 1, "complete": true, "lays": [{}]}', "missing"),
        ('{"format": "wickel-lay", "version": 1, "complete": "yes", "lays": []}', "complete"),
        ("[]", "one object"),
    ],
)
def test_bad_lay_files_are_refused(tmp_path, text, says):
    path = tmp_path / "x.lay.json"
    path.write_text(text)
    with pytest.raises(UnreadableFile, match=says):
        read_lays(path)


@pytest.mark.parametrize(
    ("name", "drawn", "mirrored"),
    [
        ("g/front", "left", "right"),
        ("g/back-yoke", "right", "left"),
        ("g/cuff", "as drawn", "mirrored"),
    ],
)
def test_each_of_a_pair_is_called_by_the_side_on_which_it_is_worn(name, drawn, mirrored):
    piece = replace(by_hand_box(name, 300.0, 200.0, copies=2, pair=True), garment="g")
    one = placed(piece, 0.0, 0.0, (0,))
    other = placed(piece, 0.0, 400.0, (0,), id=f"{name}/2", mirrored=True)
    (lay,) = by_hand("open", 500.0, (piece,), one, other).lays
    assert copies_text(one, lay) == f"1 of 2, {drawn}"
    assert copies_text(other, lay) == f"2 of 2, {mirrored}"
    both = placed(piece, 0.0, 0.0, (0, 1))
    (lay,) = by_hand("lengthwise", 500.0, (piece,), both).lays
    assert copies_text(both, lay) == "1–2 of 2, left and right"
