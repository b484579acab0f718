"""Small things: each drafts at every size of every chart, with figures worked out by hand."""

import math

import pytest

from wickel.body import CHARTS
from wickel.draft import STYLES, Allowances, DraftRefused, Length, draft, tape_checks
from wickel.geometry import simple_outline
from wickel.pattern import cut_line, edge_length

STYLE = STYLES["small-things"]
THINGS = tuple(STYLE.option("thing").choices)
BODY = CHARTS["women"].body("96")


def drafted(thing, body=BODY, **figures):
    own = {id.replace("_", "."): Length(mm) for id, mm in figures.items()}
    return draft(STYLE, body, {"thing": thing}, Allowances(), own)


@pytest.mark.parametrize("thing", THINGS)
@pytest.mark.parametrize("chart", CHARTS)
def test_each_drafts_at_every_size_with_what_is_measured_held(chart, thing):
    for body in map(CHARTS[chart].body, CHARTS[chart].sizes):
        pattern = drafted(thing, body)
        for piece in pattern.pieces:
            simple_outline(cut_line(piece))
        for check in tape_checks(STYLE, pattern, body, {"thing": thing}):
            assert check.held, (body.name, check)


def test_the_crown_of_a_cap_is_as_long_round_as_its_side():
    pattern = drafted("cap", cap_round=628.0)
    # half the rim of a circle of 10 cm: π times its radius
    assert edge_length(pattern.piece("crown"), "rim") == pytest.approx(math.pi * 628 / 2 / math.pi)
    assert edge_length(pattern.piece("side"), "join") == pytest.approx(628.0)
    assert edge_length(pattern.piece("brim"), "inside") == pytest.approx(
        math.radians(62) * 628 / 2 / math.pi, abs=0.05
    )


def test_a_loose_collar_by_hand():
    pattern = drafted("collar", collar_round=400.0, collar_radius=80.0, collar_wide=70.0)
    collar = pattern.piece("collar")
    assert edge_length(collar, "neck") == pytest.approx(200.0, abs=0.05)
    # the same angle, 7 cm farther out: 200 · 150 / 80
    assert edge_length(collar, "outside") == pytest.approx(375.0, abs=0.05)


def test_a_collar_that_would_go_more_than_once_round_says_so():
    with pytest.raises(DraftRefused, match="goes more than once round") as refusal:
        drafted("collar", collar_radius=40.0)
    assert "collar.radius" in refusal.value.concerns


def test_pieces_as_a_cutter_counts_them():
    counted = {
        thing: {
            piece.id: (piece.cuts[0].copies, piece.cuts[0].on_fold)
            for piece in drafted(thing).pieces
        }
        for thing in THINGS
    }
    assert counted["apron"] == {
        "apron": (1, True),
        "bib": (1, True),
        "band": (1, False),
        "strap": (1, False),
        "patch-pocket": (1, False),
    }
    assert counted["bag"] == {"bag": (2, False), "bag-facing": (2, False), "handle": (2, False)}
    assert counted["cuffs"] == {"cuff": (2, False)}
    assert counted["cap"] == {"crown": (1, True), "side": (2, False), "brim": (2, True)}
