"""A place kept in the lay for a piece that is cut later, and the piece drawn again in it."""

from dataclasses import replace

import pytest

from wickel.cloth import Cloth, Print
from wickel.files import job_of, job_record
from wickel.geometry import bounds
from wickel.job import Card, cut_pieces
from wickel.lay import Search, make_lay
from wickel.studio import new_order

BAND, COLLAR = "waistband", "collar"


def order(style, piece, **card):
    job = new_order(style)
    (garment,) = job.garments
    return replace(job, garments=(replace(garment, cards={piece: Card(**card)}),))


def piece_of(job, id):
    return next(p for p in cut_pieces(job) if p.id.endswith(f"/{id}"))


def long_side(outline):
    box = bounds(outline)
    return max(box.width, box.height)


def test_of_a_band_its_box_lies_in_the_lay_and_spare_length_with_it():
    drafted = piece_of(new_order("pencil-skirt"), BAND)
    kept = piece_of(order("pencil-skirt", BAND, later=True, spare_mm=40.0), BAND)
    assert len(kept.cut_line) == 4
    assert long_side(kept.cut_line) == pytest.approx(long_side(drafted.cut_line) + 40.0)
    assert kept.name == f"{drafted.name}, cut later"
    # the piece itself is shown in it
    assert kept.net_line == drafted.net_line


def test_when_its_length_is_typed_it_is_drawn_so_long_in_its_place():
    place = piece_of(order("pencil-skirt", BAND, later=True, spare_mm=40.0), BAND)
    long = long_side(place.net_line)
    known = piece_of(
        order("pencil-skirt", BAND, later=True, spare_mm=40.0, later_mm=long + 25.0), BAND
    )
    assert known.cut_line == place.cut_line
    assert long_side(known.net_line) == pytest.approx(long + 25.0)
    # its cut line stands in the place, with its allowances at both ends
    cut = known.inner_lines[0]
    assert long_side(cut) <= long_side(place.cut_line) + 1e-6
    longer = piece_of(order("pencil-skirt", BAND, later=True, later_mm=long + 90.0), BAND)
    assert long_side(longer.cut_line) > long_side(place.cut_line)


def test_a_half_on_the_fold_keeps_its_fold_and_is_half_as_long():
    def collar(**card):
        job = order("from-parts", COLLAR, **card)
        options = {**job.garments[0].options, "collar": "shirt", "closing": "front"}
        return piece_of(replace(job, garments=(replace(job.garments[0], options=options),)), COLLAR)

    drafted, kept = collar(), collar(later=True)
    assert all(o.fold_edges for o in drafted.orders)
    assert all(o.fold_edges for o in kept.orders)
    whole = 2 * long_side(drafted.net_line)
    known = collar(later=True, later_mm=whole + 30)
    assert 2 * long_side(known.net_line) == pytest.approx(whole + 30, abs=0.5)


def test_its_place_is_laid_and_the_job_remembers_it():
    job = order("pencil-skirt", BAND, later=True, later_mm=700.0)
    assert job_of(job_record(job)).garments[0].cards == job.garments[0].cards
    pieces = cut_pieces(job)
    cloth = Cloth(id=pieces[0].orders[0].cloth, usable_width_mm=1400.0, print=Print.ANY)
    lay = make_lay(
        tuple(replace(p, orders=p.orders[:1]) for p in pieces),
        cloth,
        "open",
        search=Search(effort=2),
    )
    assert lay.complete
