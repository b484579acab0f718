"""Styles that a maker writes: points by formula, edges by name, drafted for every size."""

import math
from dataclasses import replace

import pytest
from shapely import LinearRing, hausdorff_distance

from wickel.body import CHARTS, SIZES, size_body
from wickel.draft import STYLES, Allowances, DraftRefused, draft, tape_checks
from wickel.draft.chalk import CHALK_MM
from wickel.draft.own import (
    OwnOption,
    OwnPiece,
    OwnPoint,
    OwnStyle,
    blank_style,
    own_from_pattern,
    style_of,
)
from wickel.geometry import area, length, simple_outline
from wickel.pattern import EdgeKind, cut_line, edge_length, net_line


def row(down, across, then="straight", edge="side", role="side", name="p"):
    return OwnPoint(name=name, down=down, across=across, then=then, edge=edge, role=role)


def written(*rows, **changes):
    piece = OwnPiece(id="panel", name="Panel", points=rows)
    return OwnStyle(id="own-panel", name="My panel", pieces=(replace(piece, **changes),))


SKIRT = written(
    row("0", "0", edge="waist", role="waist"),
    row("0", "waist/4 + 1 cm", edge="side"),
    row("waist_to_knee", "hip/4 + flare", edge="hem", role="hem"),
    row("waist_to_knee", "0", edge="centre", role="fold"),
    copies=1,
    pair=False,
)
FLARED = replace(SKIRT, options=(OwnOption(id="flare", question="Flare", default_mm=50.0),))


def drafted(own, size="92", options=None):
    return draft(style_of(own), size_body(size), options or {}, Allowances())


def test_it_is_drafted_by_its_formulas():
    # waist 740 / 4 + 10 = 195; hip 990 / 4 + 50 = 297.5; 590 down
    piece = drafted(FLARED).piece("panel")
    assert [edge.start for edge in piece.edges] == [(0, 0), (0, 195), (590, 297.5), (590, 0)]
    assert [edge.kind for edge in piece.edges][3] is EdgeKind.FOLD
    assert piece.cuts[0].on_fold
    assert edge_length(piece, "side") == pytest.approx(math.hypot(590, 102.5))


def test_what_it_needs_measured_follows_from_its_formulas():
    style = style_of(FLARED)
    assert style.required == ("waist", "hip", "waist_to_knee")
    assert style.charts == tuple(CHARTS)
    assert style.roles == ("side", "waist", "hem")


def test_an_option_of_its_own_is_asked_and_used():
    assert drafted(FLARED, options={"flare": 90.0}).piece("panel").edge("hem").start == (
        590,
        990 / 4 + 90,
    )


@pytest.mark.parametrize("size", SIZES)
def test_it_is_drafted_for_every_size_of_every_chart(size):
    piece = drafted(FLARED, size).piece("panel")
    assert area(simple_outline(cut_line(piece))) > area(simple_outline(net_line(piece)))


def test_a_round_line_is_a_quarter_of_an_ellipse_near_enough():
    # from the centre 100 down, across and up to 100 across: close to a quarter circle, π/2 · 100
    own = written(
        row("10 cm", "0", then="across-down", edge="neck", role="neck"),
        row("0", "10 cm", edge="shoulder", role="shoulder"),
        row("0", "30 cm", edge="side"),
        row("50 cm", "30 cm", edge="hem", role="hem"),
        row("50 cm", "0", edge="centre", role="fold"),
    )
    assert edge_length(drafted(own).piece("panel"), "neck") == pytest.approx(
        math.pi / 2 * 100, rel=0.01
    )


def test_a_curve_runs_smoothly_through_the_points_that_follow_each_other():
    own = written(
        row("0", "0", then="curve", edge="top"),
        row("2 cm", "10 cm", then="curve", edge="top"),
        row("0", "20 cm", edge="side"),
        row("30 cm", "20 cm", edge="hem", role="hem"),
        row("30 cm", "0", edge="other side"),
    )
    first, second = drafted(own).piece("panel").edge("top").path
    into = (first.end[0] - first.control2[0], first.end[1] - first.control2[1])
    out = (second.control1[0] - second.start[0], second.control1[1] - second.start[1])
    assert into[0] * out[1] - into[1] * out[0] == pytest.approx(0, abs=1e-9)
    assert length(drafted(own).piece("panel").edge("top").path) > 200


def test_edges_with_one_name_are_sewn_together_and_checked():
    other = replace(
        SKIRT.pieces[0],
        id="back",
        name="Back",
        points=tuple(
            replace(r, across=r.across.replace("flare", "7 cm")) for r in SKIRT.pieces[0].points
        ),
    )
    own = replace(FLARED, pieces=(*FLARED.pieces, other))
    checks = {c.name: c for c in tape_checks(style_of(own), drafted(own), size_body("92"), {})}
    # 990/4 + 50 against 990/4 + 70 at the hem: the sides differ by 3.8
    assert checks["Side"].difference_mm == pytest.approx(
        math.hypot(590, 102.5) - math.hypot(590, 122.5)
    )
    assert not checks["Side"].held
    assert checks["Waist"].held


SQUARE_WITH_DOUBLED_EDGES = [
    row(down, across, edge=edge)
    for down, across, edge in (
        ("0", "0", "a"),
        ("0", "9 cm", "b"),
        ("9 cm", "9 cm", "a"),
        ("9 cm", "0", "b"),
    )
]
CURVED_FOLD = [
    row("0", "0", then="across-down", role="fold"),
    row("9 cm", "9 cm", edge="b"),
    row("9 cm", "0", edge="c"),
]


@pytest.mark.parametrize(
    ("own", "says"),
    [
        (written(row("0", "0"), row("0", "bust/")), "2 points: a piece needs three"),
        (
            written(row("0", "0"), row("0", "bust/"), row("5 cm", "0")),
            "Panel, point 2 “p”, across: “bust/” cannot",
        ),
        (
            written(row("0", "0"), row("0", "5"), row("5 cm", "0")),
            "point 2 “p”, across: .* plain number",
        ),
        (
            written(row("0", "0"), row("0", "0"), row("5 cm", "0")),
            "point 1 “p” lies on the next one",
        ),
        (
            written(row("0", "0"), row("9 cm", "9 cm"), row("0", "9 cm"), row("9 cm", "0")),
            "crosses or touches itself.* look at the order of its points",
        ),
        (
            written(
                row("0", "0", edge="a"),
                row("0", "9 cm", edge="b"),
                row("9 cm", "9 cm", edge="a"),
                row("9 cm", "0", edge="b"),
            ),
            "two edges called “a”",
        ),
        (
            written(
                row("0", "0", then="across-down", role="fold"),
                row("9 cm", "9 cm", edge="b"),
                row("9 cm", "0", edge="c"),
            ),
            "on the fold must be straight",
        ),
        (OwnStyle(id="own-none", name="Nothing", pieces=()), "no piece yet"),
    ],
)
def test_what_cannot_be_drawn_is_refused_with_its_place(own, says):
    with pytest.raises(DraftRefused, match=f"(?s){says}"):
        drafted(own)


def test_a_style_of_the_house_can_be_rewritten_and_keeps_its_shape():
    for id in ("box-dress", "trousers", "corset"):
        pattern = drafted_house(id)
        own = own_from_pattern("own-copy", "Copy", pattern)
        again = drafted(own)
        for piece in pattern.pieces:
            copy = again.piece(piece.id)
            assert area(net_line(copy)) == pytest.approx(area(net_line(piece)), rel=0.01)
            assert copy.cuts[0].on_fold == piece.cuts[0].on_fold
        was = {check.name: check for check in tape_checks(STYLES[id], pattern, size_body("92"), {})}
        measured = [
            c
            for c in tape_checks(style_of(own), again, size_body("92"), {})
            if c.measured and c.name in was
        ]
        assert len(measured) >= 2
        for check in measured:
            assert check.difference_mm == pytest.approx(was[check.name].difference_mm, abs=6)
            assert not check.broken


@pytest.mark.parametrize("id", STYLES)
def test_a_rewritten_style_lies_within_the_chalk_corners_and_all(id):
    pattern = drafted_house(id)
    again = drafted(own_from_pattern("own-copy", "Copy", pattern))
    for piece in pattern.pieces:
        before, now = (LinearRing(net_line(one)) for one in (piece, again.piece(piece.id)))
        assert hausdorff_distance(before, now) <= CHALK_MM


def drafted_house(id):
    return draft(STYLES[id], size_body("92"), {}, Allowances())


def test_a_blank_style_can_be_drafted_at_once():
    assert drafted(blank_style("own-new", "New")).piece("piece-1").cuts[0].on_fold
