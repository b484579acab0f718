"""Necklines and their facings."""

import math

import pytest

from wickel.body import WOMEN, size_body
from wickel.draft import STYLES, Allowances, DraftRefused, Length, draft, tape_checks
from wickel.draft.necklines import KINDS, neck_facing, neckline
from wickel.geometry import area, length
from wickel.pattern import Cut, edge_length, net_line

ALONG = (0.0, 1.0)
ON_FOLD = Cut(material="main", copies=1, on_fold=True)


def test_a_v_is_as_long_as_its_straight_line():
    assert length(neckline("v", 150, (0.0, 72.0)).path) == pytest.approx(math.hypot(150, 72))


def test_a_square_goes_across_and_up():
    # 0.92 · 72 = 66.24 across at the depth, then up to (0, 72): √(100² + 5.76²)
    assert length(neckline("square", 100, (0.0, 72.0)).path) == pytest.approx(
        66.24 + math.hypot(100, 5.76)
    )


@pytest.mark.parametrize("kind", KINDS)
def test_every_neck_runs_from_the_centre_to_the_shoulder(kind):
    neck = neckline(kind, 90, (4.0, 75.0))
    # a boat is 0.45 of its width deep; a high neck rises 38 from the shoulder and 44 from the round
    # neck's depth; a split is 120 deeper
    centre, shoulder = {
        "boat": ((33.75, 0), (4, 75)),
        "high": ((46, 0), (-34, 73)),
        "split": ((90 + 120, 0), (4, 75)),
    }.get(kind, ((90, 0), (4, 75)))
    assert neck.centre == pytest.approx(centre)
    assert neck.shoulder == pytest.approx(shoulder)
    assert neck.base == (4, 75)
    with pytest.raises(DraftRefused):
        neckline(kind, 6, (4.0, 75.0))


def test_a_square_facing_has_the_area_worked_out_by_hand():
    # a frame 60 wide round 66.24 by 100 that narrows to 72 at the shoulder: outer 132 · 160 less
    # the opening
    piece = neck_facing("front", neckline("square", 100, (0.0, 72.0)), ALONG, 60, Allowances())
    opening = 100 * (66.24 + 72) / 2
    assert area(net_line(piece)) == pytest.approx(132 * 160 - opening)


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("size", WOMEN.sizes)
def test_a_bodice_with_any_neck_holds_its_checks_at_every_size(kind, size):
    body, options = size_body(size), {"neck": kind, "front_neck_mm": 120.0}
    pattern = draft(STYLES["bodice"], body, options, Allowances())
    assert all(check.held for check in tape_checks(STYLES["bodice"], pattern, body, options))
    facing = pattern.piece("front-facing")
    assert edge_length(facing, "neck") == pytest.approx(edge_length(pattern.piece("front"), "neck"))


def test_a_boat_that_the_maker_gives_is_as_deep_as_it_is_given():
    options = {"neck": "boat"}
    usual = draft(STYLES["bodice"], size_body("92"), options, Allowances())
    across = usual.figure("neck.across.front")
    assert usual.figure("neck.down.front") == pytest.approx(min(82.0, 0.45 * across))
    deep = {"neck.down.front": Length(70.0)}
    made = draft(STYLES["bodice"], size_body("92"), options, Allowances(), deep)
    assert made.piece("front").edge("neck").start[0] == pytest.approx(70.0)


def test_a_slit_a_high_neck_and_a_collar_are_the_maker_s_own():
    def bodice(options, figures):
        return draft(STYLES["bodice"], size_body("92"), options, Allowances(), figures)

    slit = bodice({"neck": "slit"}, {"neck.slit": Length(90.0)})
    (mark,) = (m for m in slit.piece("front").inner_lines if m.name == "slit")
    assert length(mark.path) == pytest.approx(90.0)
    high = bodice({"neck": "high"}, {"neck.rise.back": Length(20.0)})
    # the neck end of the seam rises so far above the shoulder line
    assert high.figure("neck.rise.front") == 38.0
    usual = bodice({"neck": "high"}, {})
    seam = [pattern.piece("back").edge("shoulder") for pattern in (usual, high)]
    assert length(seam[0].path) - length(seam[1].path) == pytest.approx(18.0, abs=0.2)
    shirt = bodice({"collar": "shirt"}, {"collar.fall": Length(70.0), "collar.stand": Length(25.0)})
    assert edge_length(shirt.piece("collar"), "centre") == pytest.approx(70.0)
    assert edge_length(shirt.piece("collar-stand"), "centre") == pytest.approx(25.0)


def test_buttons_lie_where_the_maker_has_them():
    given = {"button.first": Length(20.0), "button.gap": Length(75.0)}
    made = draft(STYLES["bodice"], size_body("92"), {"closing": "front"}, Allowances(), given)
    front = made.piece("front")
    long = edge_length(front, "front edge")
    places = sorted(long - notch.at_mm for notch in front.notches if "button" in notch.name)
    assert places == pytest.approx([20.0 + 75.0 * k for k in range(len(places))])
    # below the last there is room for one more, and not for two
    assert places[-1] + 75.0 <= long - 20.0 < places[-1] + 150.0
