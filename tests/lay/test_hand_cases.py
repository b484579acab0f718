"""What makers do at the table, each in a few moves by hand, and it comes out right."""

import numpy as np
import pytest

from tests.job.test_every_style import asked_job
from tests.lay.shapes import WEDGE
from tests.lay.test_hand import laid, plain_cloth, rectangle
from tests.lay.test_stacked import from_both, two_cloths
from wickel.cloth import Cloth, Design, Flaw, Print, Repeat
from wickel.files import job_of
from wickel.job import cut_pieces, lay_job
from wickel.lay import (
    Axes,
    CutOrder,
    CutPiece,
    Mark,
    OnPrint,
    Search,
    make_lay,
    on_table,
)
from wickel.lay.hand import (
    Deed,
    Grip,
    beside,
    carried_along,
    elsewhere,
    first_place,
    folded_to,
    gone_on_with,
    lacking,
    moved,
    put_down,
    put_on,
    stances,
    stood_otherwise,
    taken_off,
)

SQUARE = [[0, 0], [300, 0], [300, 200], [0, 200]]


def outline(lay, id):
    (p,) = (p for p in lay.placements if p.id == id)
    return on_table(p, lay.piece(p.piece)).outline


def outlines(lay):
    """The corners of everything that lies, in order, as rows."""
    rows = [np.array(sorted(outline(lay, p.id))) for p in lay.placements]
    return sorted(rows, key=lambda row: tuple(np.round(row.ravel(), 2)))


def test_two_halves_of_one_garment_in_two_stacked_cloths_move_together():
    record = two_cloths(
        from_both("front", WEDGE, 2, pair=True), from_both("yoke", SQUARE, 1, turns_deg=[0, 180])
    )
    made = job_of(record)
    lower, upper = lay_job(made, cut_pieces(made), fold="stacked", search=Search(effort=10))
    id = next(p.id for p in lower.placements if p.piece == "front")
    grip = Grip(lower, [id], beside(lower, upper, [id]))
    at = grip.follow((0.0, 0.0), (700.0, 100.0))
    assert at != (0.0, 0.0)
    after = moved(lower, {id: at})
    other = carried_along(lower, after, upper)
    assert after.complete
    assert other.complete
    for own, there in zip(outlines(after), outlines(other), strict=True):
        assert own == pytest.approx(there)
    # off one cloth it is off both, and from the tray it comes back to both
    bare = taken_off(after, [id])
    bare_other = carried_along(after, bare, other)
    assert lacking(bare, "front") != (0, 0)
    assert lacking(bare_other, "front") != (0, 0)
    again = put_on(bare, put_down(bare, "front", stances(bare, "front")[0], (900.0, 500.0)))
    again_other = carried_along(bare, again, bare_other)
    assert again.complete
    assert again_other.complete


def test_a_piece_is_moved_off_a_flaw():
    flaw = Flaw(x_mm=100.0, y_mm=100.0, length_mm=60.0, width_mm=40.0)
    pieces = (rectangle("a", 300, 300), rectangle("b", 300, 300))
    lay = laid(pieces, (("a", (0.0, 0.0)), ("b", (0.0, 400.0))), flaws=(flaw,))
    assert [fault.code for fault in lay.broken] == ["flaw"]
    grip = Grip(lay, ["a/1"])
    assert not grip.clear((0.0, 0.0))
    at = grip.follow((0.0, 0.0), (120.0, 0.0))
    # as near as it can: right beside the flaw
    assert at == pytest.approx((160.0, 0.0), abs=grip._clear.cell)
    done = moved(lay, {"a/1": at})
    assert done.complete
    assert gone_on_with(done, Deed.PUSH).complete


def test_a_cuff_is_laid_in_two_parts():
    pieces = (rectangle("cuff", 240, 100, copies=2), rectangle("body", 600, 430, copies=2))
    cloth = plain_cloth()
    lay = make_lay(pieces, cloth, "partial:440", search=Search(effort=1))
    lay = taken_off(lay, {p.id for p in lay.placements if p.piece == "cuff"})
    double = next(s for s in stances(lay, "cuff") if sum(s.lies.gives) == 2)
    lay = put_on(lay, put_down(lay, "cuff", double, (900.0, 100.0)))
    (own,) = (p for p in lay.placements if p.piece == "cuff")
    assert own.yields == 2
    # one copy goes to the single ply beside the fold, the other comes to the tray and follows it
    (single,) = (s for s in elsewhere(lay, own.id) if s.lies.pose.zone == 1)
    lay = put_on(lay, stood_otherwise(lay, own.id, single))
    assert sum(lacking(lay, "cuff")) == 1
    rest = next(s for s in stances(lay, "cuff") if s.lies.pose.zone == 1)
    lay = put_on(lay, put_down(lay, "cuff", rest, (600.0, 950.0)))
    assert lay.complete
    assert [p.yields for p in lay.placements if p.piece == "cuff"] == [1, 1]


def striped():
    """A front and a back whose side seams meet on a stripe of 80 mm along."""
    cloth = Cloth(
        id="c",
        usable_width_mm=1000.0,
        print=Print.TWO_WAY,
        reserve_mm=0.0,
        design=Design(repeat=Repeat(along_mm=80.0)),
    )
    shape = ((0.0, 0.0), (500.0, 0.0), (500.0, 300.0), (0.0, 300.0))
    order = (CutOrder(cloth="c", copies=1),)
    pieces = tuple(
        CutPiece(
            id=id,
            name=id,
            cut_line=shape,
            orders=order,
            on_print=OnPrint(marks=(Mark(seam="side", at=(at, 0.0), axes=Axes.ALONG),)),
            garment="g",
        )
        for id, at in (("front", 100.0), ("back", 130.0))
    )
    return make_lay(pieces, cloth, "open", search=Search(effort=5))


def test_a_front_is_kept_beside_its_back_on_a_stripe():
    lay = striped()
    assert lay.complete
    ids = {p.piece: p.id for p in lay.placements}
    # both in hand move as one, in the stripe's steps
    both = Grip(lay, ids.values())
    at = both.follow((0.0, 0.0), (215.0, 0.0))
    assert at == pytest.approx((240.0, 0.0))
    assert moved(lay, dict.fromkeys(ids.values(), at)).complete
    # the back alone, too: off a stripe it cannot be let go
    back = Grip(lay, [ids["back"]])
    at = back.follow((0.0, 0.0), (610.0, 40.0))
    assert at[0] % 80.0 == pytest.approx(0.0, abs=1e-6)
    assert moved(lay, {ids["back"]: at}).complete
    # and taken off and laid anew it comes to lie on its stripe beside the front
    off = taken_off(lay, [ids["back"]])
    anew = put_on(off, put_down(off, "back", stances(off, "back")[0], (900.0, 700.0)))
    assert anew.complete


def test_a_fold_is_made_4_cm_less_deep():
    pieces = (rectangle("front", 700, 340, copies=2, pair=True), rectangle("yoke", 200, 300))
    lay = make_lay(pieces, plain_cloth(), "partial:400", search=Search(effort=1))
    less = folded_to(lay, 0, (360.0,))
    assert less.spread.depths_mm == (360.0,)
    assert less.complete
    assert {p.piece for p in less.placements} == {"front", "yoke"}
    shallow = folded_to(lay, 0, (300.0,))
    assert "front" not in {p.piece for p in shallow.placements}


def test_a_piece_of_the_tray_goes_back_into_its_hole_where_the_print_must_meet():
    """Its place lies between others and in the print's steps: pushing from the start leads past
    it."""
    a_job = asked_job("trousers", "lee-check")
    lay = make_lay(cut_pieces(a_job), a_job.cloths[0], "open", search=Search(effort=10))
    front = next(p for p in lay.placements if p.piece == "d/front")
    off = taken_off(lay, [front.id])
    assert first_place(off, front.piece) is None
    assert first_place(off, front.piece, front) == front
    again = put_on(off, front)
    assert again.lay_length_mm == pytest.approx(lay.lay_length_mm)
    # what lies there already, or is not lacking, is not laid twice
    assert first_place(lay, front.piece, front) is None
    over = next(p for p in lay.placements if p.piece == "d/back")
    assert first_place(off, over.piece, over) is None
