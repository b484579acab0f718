"""Pictures of folding: worked out from the ply maps, and so the same as the lay."""

import pytest
from shapely.geometry import Point, Polygon

from wickel.cloth import WAYS, fold_panels, spread
from wickel.cloth.folding import LENGTH_MM, WIDTH_MM
from wickel.geometry import area


@pytest.mark.parametrize("way", WAYS)
def test_the_plies_of_the_last_picture_are_all_the_cloth_of_the_first(way):
    panels = fold_panels(way)
    flat = WIDTH_MM * (WIDTH_MM if WAYS[way].slanting else LENGTH_MM)
    assert sum(area(face.outline) * face.plies for face in panels[-1].faces) == pytest.approx(flat)
    if len(panels) > 1:
        assert sum(area(face.outline) for face in panels[0].faces) == pytest.approx(flat)


@pytest.mark.parametrize("way", [way for way in WAYS if way not in ("open", "stacked")])
def test_what_moves_crosses_the_line_it_is_folded_or_cut_at(way):
    for panel in fold_panels(way)[:-1]:
        lines = [*panel.fold_at, *panel.cut_at]
        assert lines
        assert panel.moves
        for start, end in panel.moves:
            assert any(_opposite(start, end, line) for line in lines)


def _opposite(start, end, line):
    (ax, ay), (bx, by) = line
    sides = [(bx - ax) * (y - ay) - (by - ay) * (x - ax) for x, y in (start, end)]
    return sides[0] * sides[1] < 0


def test_the_wrong_side_is_up_after_one_fold_and_after_two():
    up = {way: {face.wrong_side for face in fold_panels(way)[-1].faces} for way in WAYS}
    assert up["open"] == {False}
    assert up["lengthwise"] == up["crosswise"] == up["to-middle"] == up["turned"] == {True}
    assert up["partial"] == {True, False}  # beside the double cloth lies single, right side up
    assert up["four"] == {
        True
    }  # the second fold brings the wrong side up: plies 1, 2, 4, 3 from the table up


@pytest.mark.parametrize("way", WAYS)
def test_neighbours_in_a_stack_lie_face_to_face(way):
    (section,) = spread(way, 1400.0, 900.0).sections
    for zone in section.zones:
        sides = [zone.plies[k].map.determinant > 0 for k in zone.from_table_up]
        assert sides == [k % 2 == 0 for k in range(len(sides))]


def test_two_cloths_lie_side_by_side_and_then_face_to_face():
    apart, together = fold_panels("stacked")
    first, second = (Polygon(face.outline) for face in apart.faces)
    assert first.area == second.area
    assert not first.intersects(second)
    ((start, end),) = apart.moves
    assert second.contains(Point(start))
    assert first.contains(Point(end))
    (pile,) = together.faces
    assert (pile.plies, pile.wrong_side) == (2, True)


def test_every_way_has_its_steps_in_words():
    for way in WAYS.values():
        assert len(way.steps) >= len(fold_panels(way.id))
        assert all(step.endswith(".") for step in way.steps)


@pytest.mark.parametrize("way", [way for way in WAYS if way != "stacked"])
def test_a_section_is_cut_off_right_across_its_end(way):
    usual, cut = fold_panels(way), fold_panels(way, cut_off=True)
    assert cut[:-1] == usual[:-1]
    assert cut[-1].faces == usual[-1].faces
    (((x, low), (far_x, high)),) = cut[-1].cut_at[len(usual[-1].cut_at) :]
    points = [point for face in cut[-1].faces for point in face.outline]
    assert x == far_x == max(x for x, _ in points)
    assert low < min(y for _, y in points)
    assert high > max(y for _, y in points)


def test_folds_are_drawn_as_deep_as_they_are():
    low, single = (face.outline for face in fold_panels("partial", (0.2,))[-1].faces)
    assert max(y for _, y in low) == pytest.approx(0.2 * WIDTH_MM)
    assert max(y for _, y in single) == pytest.approx(0.8 * WIDTH_MM)
    faces = [face.outline for face in fold_panels("two-folds", (0.3, 0.1))[-1].faces]
    assert [max(y for _, y in face) for face in faces] == pytest.approx([300, 500, 600])
