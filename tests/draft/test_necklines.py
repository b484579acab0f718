"""Necklines and their facings."""

import math

import pytest

from wickel.body import WOMEN, size_body
from wickel.draft import STYLES, Allowances, DraftRefused, draft, tape_checks
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
    # neck's depth
    centre, shoulder = {"boat": ((33.75, 0), (4, 75)), "high": ((46, 0), (-34, 73))}.get(
        kind, ((90, 0), (4, 75))
    )
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
