"""What a card says stays said when its piece is split, joined to another or unfolded."""

from dataclasses import replace

import pytest

from tests.job.test_sound import job_of_style
from wickel.cloth import Cloth, Print
from wickel.draft import STYLES
from wickel.draft.operations import Join, Split, Spot, Unfold
from wickel.job import Card, Job, cut_pieces, drafted, lay_job
from wickel.job.cards import card_of
from wickel.job.edits import with_changes_by_hand, with_piece_card
from wickel.job.job import Backing, End
from wickel.job.work import pieces_of
from wickel.lay import CutOrder, CutPiece, Search, flat_copies
from wickel.lay.hand.stances import lacking
from wickel.pattern import edge_length

CUT = Split(piece="front", first=Spot(edge="side", share=0.5), last=Spot(edge="centre", share=0.5))
BACKED = Card(
    interfacing=Backing(), cloth="contrast", grain_deg=5.0, allowances_mm={"neck": 4.0, "hem": 60.0}
)


def job_with(card, *changes, piece="front"):
    job = job_of_style(STYLES["box-dress"])
    job = with_piece_card(job, job.garments[0], piece, card)
    return with_changes_by_hand(job, job.garments[0], changes)


def pieces(job):
    return {piece.id: piece for piece in drafted(job.garments[0], job).pattern.pieces}


def test_both_parts_of_a_split_piece_are_as_its_card_says():
    made = pieces(job_with(BACKED, CUT))
    for part in ("front-1", "front-2"):
        assert [cut.material for cut in made[part].cuts] == ["main", "interfacing"]
        assert made[part].grain_deg == 5.0
    # of what is left at edges, each part has what is left at its own
    left = {
        edge.name: edge.allowance_mm
        for part in ("front-1", "front-2")
        for edge in made[part].edges
        if edge.name in ("neck", "hem")
    }
    assert left == {"neck": 4.0, "hem": 60.0}


def test_both_parts_are_cut_from_the_cloth_of_the_card_and_left_out_with_it():
    job = job_with(BACKED, CUT)
    cut = {piece.id: piece for piece in pieces_of([drafted(job.garments[0], job)], job)}
    assert {cut[f"g/front-{part}"].orders[0].cloth for part in (1, 2)} == {"contrast"}
    out = job_with(Card(left_out=True), CUT)
    left = {piece.id for piece in pieces_of([drafted(out.garments[0], out)], out)}
    assert not left & {"g/front-1", "g/front-2"}


def test_what_is_called_cut_and_later_is_not_handed_down():
    card = replace(BACKED, name="Apron", cut={"main": 1}, later=True)
    handed = card_of({"front": card}, (CUT,), "front-1")
    assert (handed.name, handed.cut, handed.later) == ("", {}, False)


def test_a_part_has_a_card_of_its_own_when_it_is_given_one():
    job = job_with(BACKED, CUT)
    job = with_piece_card(job, job.garments[0], "front-1", Card(note="mine"))
    made = pieces(job)
    assert [cut.material for cut in made["front-1"].cuts] == ["main"]
    assert len(made["front-2"].cuts) == 2


def test_a_joined_piece_is_cut_from_all_that_either_was_cut_from():
    parts = pieces(job_with(Card(interfacing=Backing()), CUT, piece="front"))
    one, other = parts["front-1"], parts["front-2"]
    again = Join(piece="front-1", edge="seam", other="front-2", other_edge="seam")
    job = job_with(Card(), CUT, again)
    job = with_piece_card(job, job.garments[0], "front-2", Card(interfacing=Backing()))
    made = pieces(job)["front-1"]
    assert {cut.material for cut in made.cuts} == {"main", "interfacing"}
    assert len(one.cuts) == len(other.cuts) == 2


def test_what_is_left_at_edges_is_left_at_their_mirror_images_too_while_unfolded():
    job = job_with(Card(allowances_mm={"hem": 60.0, "neck": 4.0}, runs_out={"neck": End.END}))
    job = with_changes_by_hand(job, job.garments[0], (Unfold(piece="front"),))
    front = pieces(job)["front"]
    assert front.edge("other hem").allowance_mm == front.edge("hem").allowance_mm == 60.0
    # the allowance runs out to nothing at the shoulder, on both sides
    neck, other = front.edge("neck"), front.edge("other neck")
    assert (neck.allowance_mm, neck.allowance_end_mm) == (4.0, 0.0)
    assert (other.allowance_mm, other.allowance_end_mm) == (0.0, 4.0)
    back = with_changes_by_hand(job, job.garments[0], ())
    assert back.garments[0].cards["front"].allowances_mm == {"hem": 60.0, "neck": 4.0}
    assert pieces(back)["front"].edge("hem").allowance_mm == 60.0


def test_a_strip_of_interfacing_runs_along_both_sides_of_what_is_unfolded():
    card = Card(interfacing=Backing(edge="neck", deep_mm=40.0))
    half, whole = (
        pieces(job_with(card, *own))["front-interfacing"] for own in ((), (Unfold(piece="front"),))
    )
    neck = edge_length(half, "neck")
    assert edge_length(whole, "neck") + edge_length(whole, "other neck") == pytest.approx(2 * neck)


@pytest.mark.parametrize("folded", [False, True])
@pytest.mark.parametrize("single", [False, True])
def test_of_a_pair_of_which_one_is_cut_the_other_is_laid(folded, single):
    cloth = Cloth(id="main", usable_width_mm=1000, print=Print.ANY)
    outline = ((0.0, 0.0), (400.0, 0.0), (400.0, 100.0), (0.0, 300.0))
    order = CutOrder(cloth="main", copies=2, pair=True, single=single, cut=1)
    job = Job(
        cloths=(cloth,), pieces=(CutPiece(id="p", name="P", cut_line=outline, orders=(order,)),)
    )
    way = "lengthwise" if folded else "open"
    (lay,) = lay_job(job, cut_pieces(job), fold=way, search=Search(effort=5))
    assert lay.complete
    assert not lay.broken
    hands = [
        copy.hand
        for placement in lay.placements
        for copy in flat_copies(placement, lay.piece("p"), lay.zone(placement))
    ]
    assert hands == [-1]  # the first is cut as it is drawn
    by_hand = replace(lay, placements=())
    assert lacking(by_hand, "p") == (0, 1)


def test_a_drafted_pair_of_which_one_is_cut_asks_for_the_other():
    job = job_with(Card(cut={"main": 1}), piece="sleeve")
    job = replace(job, garments=(replace(job.garments[0], style="bodice"),))
    (sleeve,) = [p for p in cut_pieces(job) if p.id == "g/sleeve"]
    assert [(o.copies, o.hands) for o in sleeve.orders] == [(1, (0, 1))]
