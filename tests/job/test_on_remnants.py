"""Small pieces on remnants: only by lays that are good, only where something is gained, and the job
that is made of it is cut so."""

from dataclasses import replace

import pytest

from wickel.geometry import area
from wickel.job.job import Card
from wickel.job.on_remnants import tried_on_remnants, with_pieces_on
from wickel.job.work import drafted_job
from wickel.lay import Search, cut_from, exact_check, make_lay, taken_up
from wickel.studio import new_order

SEARCH = Search(effort=60)


@pytest.fixture(scope="module")
def job():
    return new_order("bodice")


@pytest.fixture(scope="module")
def lay(job):
    cloth = job.cloths[0]
    return make_lay(cut_from(drafted_job(job)[1], cloth), cloth, "open", search=SEARCH)


def remnant(job, long, wide, id="own-r"):
    shape = ((0.0, 0.0), (long, 0.0), (long, wide * 0.7), (long * 0.7, wide), (0.0, wide))
    return replace(
        job.cloths[0],
        id=id,
        name=f"{id} {long}",
        usable_width_mm=wide,
        full_width_mm=None,
        selvage_mm=0.0,
        length_at_hand_mm=long,
        shrink_along=0.0,
        shrink_across=0.0,
        remnant=shape,
    )


def test_pieces_that_a_remnant_holds_shorten_the_lay_and_every_lay_is_good(job, lay):
    own = remnant(job, 900.0, 600.0)
    found = tried_on_remnants(job, lay, (own,), search=SEARCH)
    (held,) = found.held
    assert found.saved_mm == pytest.approx(lay.lay_length_mm - found.rest.lay_length_mm)
    assert found.saved_mm > 0
    for each in (held.lay, found.rest):
        assert each.complete
        assert each.broken == ()
        assert exact_check(each) == ()
    assert held.lay.lay_length_mm <= 900.0
    every = {piece.id for piece in lay.pieces}
    assert {p.id for p in held.pieces} | {p.id for p in found.rest.pieces} == every
    assert not {p.id for p in held.pieces} & {p.id for p in found.rest.pieces}


def test_the_job_is_cut_so_and_keeps_the_lays_that_were_found(job, lay):
    own = remnant(job, 900.0, 600.0)
    found = tried_on_remnants(job, lay, (own,), search=SEARCH)
    made = with_pieces_on(job, found)
    cloth = made.cloths[-1]
    assert (cloth.name, cloth.remnant) == (own.name, own.remnant)
    pieces = drafted_job(made)[1]
    on_it = {piece.id for piece in cut_from(pieces, cloth)}
    assert on_it == {piece.id for piece in found.held[0].pieces}
    for own_cloth in (made.cloths[0], cloth):
        kept = taken_up(made.on_cloth(own_cloth.id).lay, cut_from(pieces, own_cloth), own_cloth)
        assert kept.complete
        assert kept.broken == ()


def test_several_remnants_are_tried_the_largest_first(job, lay):
    small, large = remnant(job, 700.0, 500.0, "own-a"), remnant(job, 900.0, 600.0, "own-b")
    found = tried_on_remnants(job, lay, (small, large), search=SEARCH)
    assert found.held[0].remnant.id == "own-b"
    used = [area(own.remnant.remnant) for own in found.held]
    assert used == sorted(used, reverse=True)
    names = [piece.id for own in found.held for piece in own.pieces]
    assert len(names) == len(set(names))


def test_where_nothing_is_gained_there_is_nothing(job, lay):
    assert tried_on_remnants(job, lay, (), search=SEARCH) is None
    assert tried_on_remnants(job, lay, (remnant(job, 60.0, 50.0),), search=SEARCH) is None
    very_large = remnant(job, 4000.0, 1500.0)
    assert tried_on_remnants(job, lay, (very_large,), search=SEARCH) is None  # all of it: no rest


def test_a_piece_with_a_cloth_of_its_own_or_cut_already_is_not_moved(job, lay):
    garment = job.garments[0]
    cards = {
        "front-facing": Card(cut={job.cloths[0].id: 1}),
        "back-facing": Card(left_out=True),
    }
    other = replace(job, garments=(replace(garment, cards=cards),))
    found = tried_on_remnants(other, lay, (remnant(job, 900.0, 600.0),), search=SEARCH)
    names = set() if found is None else {p.id for own in found.held for p in own.pieces}
    assert not {"garment/front-facing", "garment/back-facing"} & names
