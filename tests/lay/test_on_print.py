"""What is asked of the print: each rule with a lay that breaks it and one beside it that just does
not."""

from dataclasses import replace

import pytest

from tests.lay.shapes import BOX, HALF, job, piece
from tests.lay.test_exact import put, single
from tests.lay.test_rules import found
from wickel.cloth import Border, BorderAt, Design, Motif, Repeat
from wickel.lay import Level

# a box 200 along and 120 across; its "hem" is the far end, its side seam the upper edge, 50 from
# the head
HEM = [[200, 0], [200, 120]]


def boxes(*more):
    """Two boxes, each with its own wishes."""
    return job(*(piece(id, BOX, **wish) for id, wish in zip("ab", more, strict=True)))


def said(record, *places, way="open", **cloth):
    return found(single(*places, record=record, way=way), **cloth)


# --- borders ---


def test_a_hem_lies_on_a_border_across_or_misses_it():
    across = Design(border=Border(at=BorderAt.ACROSS, width_mm=60, distance_mm=400))
    record = job(piece("a", BOX, border_edge_mm=HEM))
    assert "border" not in said(
        record, put("a", BOX, 259.6, 0), design=across
    )  # its hem at 459.6, in 400 to 460
    missed = said(record, put("a", BOX, 261, 0), design=across)["border"]
    assert missed.level is Level.BROKEN
    assert "hem of a misses the border" in str(missed.text)
    assert "border" not in said(record, put("a", BOX, 199.6, 0), design=across)
    assert "border" in said(record, put("a", BOX, 199, 0), design=across)


def test_a_border_across_comes_again_with_the_repeat():
    across = Design(
        border=Border(at=BorderAt.ACROSS, width_mm=60, distance_mm=100),
        repeat=Repeat(along_mm=500, across_mm=None),
    )
    record = job(piece("a", BOX, border_edge_mm=HEM))
    assert "border" not in said(record, put("a", BOX, 430, 0), design=across)  # 630 = 600 + 30
    assert "border" in said(record, put("a", BOX, 300, 0), design=across)


@pytest.mark.parametrize(
    ("at", "turn", "good", "bad"), [("low", 270.0, 230, 240), ("high", 90.0, 1170, 1160)]
)
def test_a_hem_lies_on_a_border_along_a_selvage(at, turn, good, bad):
    # the border runs from 30 to 60 from the selvage; the box hangs across, its hem 200 from its
    # head
    design = Design(border=Border(at=BorderAt(at), width_mm=30, distance_mm=30))
    record = job(piece("a", BOX, grain="cross", border_edge_mm=HEM))
    where = {
        270.0: lambda y: put("a", BOX, 0, y, turn=270.0),
        90.0: lambda y: put("a", BOX, 300, y, turn=90.0),
    }[turn]
    assert "border" not in said(record, where(good), design=design)
    assert "border" in said(record, where(bad + (35 if at == "low" else -35)), design=design)
    both = replace(design, border=replace(design.border, at=BorderAt.BOTH))
    assert "border" not in said(record, where(good), design=both)


def test_a_border_that_jumps_between_two_hems_is_found_at_two_millimetres():
    design = Design(border=Border(at=BorderAt.ACROSS, width_mm=100, distance_mm=400))
    record = boxes({"border_edge_mm": HEM}, {"border_edge_mm": HEM})
    level = said(record, put("a", BOX, 230, 0), put("b", BOX, 230.4, 200), design=design)
    assert "border-step" not in level
    jumps = said(record, put("a", BOX, 230, 0), put("b", BOX, 232, 200), design=design)
    assert "jumps by 2 mm between a and b" in str(jumps["border-step"].text)


def test_a_border_through_a_fold_counts_where_it_lies_on_the_cloth():
    # folded in half, 700 from the fold is the selvage: a border on the high selvage is one on both
    # plies' far edge
    design = Design(border=Border(at=BorderAt.BOTH, width_mm=50))
    record = job(piece("a", BOX, 2, grain="cross", border_edge_mm=HEM))
    there = said(
        record, put("a", BOX, 300, 470, turn=90.0, plies=(0, 1)), way="lengthwise", design=design
    )
    assert "border" not in there
    lost = said(
        record, put("a", BOX, 300, 400, turn=90.0, plies=(0, 1)), way="lengthwise", design=design
    )
    assert "border" in lost
    one_side = Design(border=Border(at=BorderAt.HIGH, width_mm=50))
    half = said(
        record, put("a", BOX, 300, 470, turn=90.0, plies=(0, 1)), way="lengthwise", design=one_side
    )
    assert (
        "border" in half
    )  # the copy of the other ply lies at the low selvage, where there is none


# --- repeats ---


def meets(x, y, axes="along"):
    return {"meets": [{"seam": "side seam", "at_mm": [x, y], "axes": axes}]}


STRIPES = Design(repeat=Repeat(along_mm=80, across_mm=None))
CHECK = Design(repeat=Repeat(along_mm=80, across_mm=60))
HALF_DROP = Design(repeat=Repeat(along_mm=80, across_mm=60, offset_mm=40))


def test_repeats_meet_along_or_are_found_with_how_far_they_are_off():
    record = boxes(meets(50, 120), meets(70, 0))
    # marks at x + 50 and x + 70: level when b lies 20 less, or 20 less a whole repeat more
    assert "repeat" not in said(record, put("a", BOX, 20, 0), put("b", BOX, 0, 200), design=STRIPES)
    assert "repeat" not in said(
        record, put("a", BOX, 20, 0), put("b", BOX, 80.4, 200), design=STRIPES
    )
    off = said(record, put("a", BOX, 20, 0), put("b", BOX, 82, 200), design=STRIPES)["repeat"]
    assert "side seam: a and b are 2 mm apart along" in str(off.text)
    assert off.pieces == ("a", "b")


def test_across_only_the_sides_that_are_sewn_together_must_meet():
    # a's seam is its right side (y 120), b's its left (y 0)
    record = boxes(meets(50, 120, "both"), meets(50, 0, "both"))
    assert "repeat" not in said(record, put("a", BOX, 0, 0), put("b", BOX, 80, 240), design=CHECK)
    off = said(record, put("a", BOX, 0, 0), put("b", BOX, 80, 243), design=CHECK)["repeat"]
    assert "3 mm apart across" in str(off.text)
    same_side = boxes(meets(50, 120, "both"), meets(50, 120, "both"))
    assert "repeat" not in said(
        same_side, put("a", BOX, 0, 0), put("b", BOX, 80, 243), design=CHECK
    )


def test_a_half_drop_shifts_every_other_column():
    record = boxes(meets(50, 120, "both"), meets(50, 0, "both"))
    # one column further across, the figure lies 40 further along
    assert "repeat" not in said(
        record, put("a", BOX, 0, 0), put("b", BOX, 40, 180), design=HALF_DROP
    )
    assert "repeat" in said(record, put("a", BOX, 0, 0), put("b", BOX, 80, 180), design=HALF_DROP)
    assert "repeat" not in said(
        record, put("a", BOX, 0, 0), put("b", BOX, 80, 240), design=HALF_DROP
    )


def test_the_two_copies_of_a_pair_meet_at_their_centre_through_the_fold():
    # cut double, folded at 700: the copies' centre edges lie at 700 + y and 700 − y, meeting when
    # 2·y is a repeat
    record = job(piece("a", BOX, 2, pair=True, **meets(50, 0, "across")))
    for y, meet in ((90, True), (90.2, True), (91, False), (120, True)):
        lay = put("a", BOX, 0, y, plies=(0, 1))
        assert ("repeat" not in said(record, lay, way="lengthwise", design=CHECK)) is meet


def test_a_piece_turned_upside_down_is_compared_head_up():
    record = boxes(meets(50, 120), meets(50, 0))
    # turned, b's mark lies at x − 50, which is −(x − 50) head up: level when x − 50 ≡ −(20 + 50)
    # along 80
    assert "repeat" not in said(
        record, put("a", BOX, 20, 0), put("b", BOX, 220, 400, turn=180.0), design=STRIPES
    )
    assert "repeat" in said(
        record, put("a", BOX, 20, 0), put("b", BOX, 210, 400, turn=180.0), design=STRIPES
    )


def test_seams_of_other_garments_are_not_compared():
    record = boxes({**meets(50, 120), "garment": "one"}, {**meets(50, 0), "garment": "other"})
    assert "repeat" not in said(record, put("a", BOX, 20, 0), put("b", BOX, 0, 200), design=STRIPES)


# --- motifs and centres ---

MOTIF = Motif(x_mm=150, y_mm=100, length_mm=80, width_mm=60)


def test_a_motif_is_in_the_middle_or_is_said_to_be_off():
    design = Design(motif=MOTIF, repeat=Repeat(along_mm=300, across_mm=200))
    record = job(piece("a", BOX, centre_mm=[100, 60]))
    assert "centre" not in said(record, put("a", BOX, 50, 40), design=design)
    assert "centre" not in said(
        record, put("a", BOX, 350.3, 240.3), design=design
    )  # one repeat on, both ways
    off = said(record, put("a", BOX, 52, 41), design=design)["centre"]
    assert "The motif lies 2 mm along and 1 mm across off the centre of a" in str(off.text)


def test_a_motif_that_does_not_come_again_stands_in_one_place():
    record = job(piece("a", BOX, centre_mm=[100, 60]))
    assert "centre" not in said(record, put("a", BOX, 50, 40), design=Design(motif=MOTIF))
    assert "centre" in said(record, put("a", BOX, 350, 40), design=Design(motif=MOTIF))


def test_a_motif_larger_than_the_piece_is_cut_through():
    record = job(piece("a", BOX, centre_mm=[100, 60]))
    just = Design(motif=replace(MOTIF, width_mm=120))
    assert "motif-cut" not in said(record, put("a", BOX, 50, 40), design=just)
    over = Design(motif=replace(MOTIF, width_mm=122))
    assert "motif-cut" in said(record, put("a", BOX, 50, 40), design=over)


def test_without_a_motif_the_centre_lies_on_the_middle_of_a_stripe():
    along = Design(repeat=Repeat(along_mm=None, across_mm=50))
    record = job(piece("a", HALF, fold=[[0, 0], [600, 0]], centre_mm=[200, 0]))
    on = replace(put("a", HALF, 0, 0, plies=(0, 1), on_fold=True), fold="low")
    assert "centre" not in said(
        record, on, way="lengthwise", design=along
    )  # the fold at 700 is 14 stripes of 50
    other = Design(repeat=Repeat(along_mm=None, across_mm=60))
    assert "centre" in said(record, on, way="lengthwise", design=other)


# --- nobody asked ---


@pytest.mark.parametrize(
    ("design", "code", "wish"),
    [
        (
            Design(border=Border(at=BorderAt.ACROSS, width_mm=900)),
            "border-unasked",
            {"border_edge_mm": HEM},
        ),
        (STRIPES, "repeat-unasked", meets(0, 0)),
        (Design(motif=MOTIF), "motif-unasked", {"centre_mm": [100, 60]}),
    ],
)
def test_a_print_of_which_nothing_is_asked_is_noted(design, code, wish):
    noted = said(job(piece("a", BOX)), put("a", BOX, 0, 0), design=design)
    assert noted[code].level is Level.NOTE
    assert code not in said(job(piece("a", BOX, **wish)), put("a", BOX, 0, 0), design=design)


def test_print_rules_are_judged_on_the_cloth_after_the_wash():
    record = boxes(meets(50, 120), meets(50, 0))
    places = (put("a", BOX, 0, 0), put("b", BOX, 72, 200))  # 80 less a tenth
    assert "repeat" in said(record, *places, design=STRIPES)
    assert "repeat" not in said(record, *places, design=STRIPES, shrink_along=0.1)
