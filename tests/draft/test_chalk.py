"""Chalk lists."""

import math
from itertools import pairwise

import pytest
from shapely.geometry import LineString, Point

from wickel.body import size_body
from wickel.draft import STYLES, Allowances, chalk_list, draft
from wickel.geometry import Line
from wickel.pattern import Cut, Edge, Piece, net_line


def pieces():
    for style in STYLES.values():
        size = {"women": "92", "men": "M100", "children": "H128"}[style.charts[0]]
        for piece in draft(style, size_body(size), {}, Allowances()).pieces:
            yield pytest.param(piece, id=f"{style.id}/{piece.id}")


@pytest.mark.parametrize("piece", list(pieces()))
def test_joining_the_points_keeps_within_three_millimetres_of_the_net_line(piece):
    corners = [(row.down_mm, row.across_mm) for row in chalk_list(piece) if row.then]
    chalked = LineString([*corners, corners[0]])
    assert max(chalked.distance(Point(p)) for p in net_line(piece)) <= 3.0


@pytest.mark.parametrize("piece", list(pieces()))
def test_every_construction_point_is_in_the_list_and_numbers_run_on(piece):
    rows = chalk_list(piece)
    listed = [(row.down_mm, row.across_mm) for row in rows]
    for point in piece.points:
        assert any(
            abs(x - point.down_mm) < 0.5 and abs(y - point.across_mm) < 0.5 for x, y in listed
        ), point.name
    numbers = [row.number for row in rows if row.number]
    assert numbers == list(range(1, len(numbers) + 1))


def test_the_front_of_the_box_dress_reads_as_a_maker_chalks_it():
    front = draft(STYLES["box-dress"], size_body("92"), {}, Allowances()).piece("front")
    corners = [(row.name, row.then) for row in chalk_list(front) if row.number]
    assert corners[0] == ("neck centre", "curve")
    assert ("shoulder at neck", "straight") in corners
    assert ("hem at the side", "straight") in corners
    assert ("shoulder point", "") in corners  # marked on the shoulder line, no corner
    assert all(row.then == "curve" for row in chalk_list(front) if not row.number)


def _longest_curve(piece):
    """The most points in between that are listed from one corner to the next."""
    longest = run = 0
    for row in chalk_list(piece):
        run = 0 if row.number else run + 1
        longest = max(longest, run)
    return longest


@pytest.mark.parametrize("piece", list(pieces()))
def test_no_curve_takes_more_than_twelve_points_and_no_straight_line_any(piece):
    assert _longest_curve(piece) <= 12


def test_a_facing_is_chalked_by_few_points():
    facing = draft(STYLES["bodice"], size_body("92"), {}, Allowances()).piece("front-facing")
    assert len(facing.edge("outer").path) > 20  # parallel to the neck, in short lines
    outer = [row for row in chalk_list(facing) if row.edge == "outer"]
    assert len(outer) <= 13
    assert sum(row.number > 0 for row in outer) == 1


def test_however_much_a_curve_winds_it_takes_no_more_than_twelve_points():
    wound = [(10.0 * k, 20 * math.sin(k / 6)) for k in range(241)]
    path = tuple(Line(a, b) for a, b in pairwise(wound))
    back = (Line(wound[-1], (2400.0, 400.0)), Line((2400.0, 400.0), (0.0, 400.0)))
    piece = Piece(
        id="p",
        name="P",
        edges=(
            Edge(name="wound", path=path, allowance_mm=10.0),
            Edge(name="end", path=back, allowance_mm=10.0),
            Edge(name="start", path=(Line((0.0, 400.0), wound[0]),), allowance_mm=10.0),
        ),
        cuts=(Cut(material="main", copies=1),),
    )
    rows = [row for row in chalk_list(piece) if row.edge == "wound"]
    assert rows[0].number == 1
    assert 1 < len(rows) <= 13
