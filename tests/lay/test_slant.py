"""Cloth folded corner to corner: what lies on the slanting fold, and what is refused."""

import json
import math
from dataclasses import replace

import pytest

from tests.lay.judge import judged
from tests.lay.shapes import BOX, job, piece
from wickel.files import job_of, lay_record
from wickel.job import JobRefused, cut_pieces, lay_job, layable
from wickel.lay import LayRefused, Search, exact_check

# an eighth of a ring, its long side on the fold: unfolded a quarter, the middle on the bias
EIGHTH = [[200, 0], [600, 0]] + [
    [radius * math.cos(deg), radius * math.sin(deg)]
    for radius, degs in ((600, range(9, 46, 9)), (200, range(45, 0, -9)))
    for deg in map(math.radians, degs)
]


def quarter(id="panel", **more):
    return piece(id, EIGHTH, fold=[[200, 0], [600, 0]], grain_deg=45, **more)


def laid(record, way="diagonal"):
    a_job = job_of(record)
    (lay,) = lay_job(a_job, cut_pieces(a_job), fold=way, search=Search(effort=5))
    assert judged(record, json.loads(json.dumps(lay_record((lay,))))) == []
    return lay


def test_a_quarter_ring_lies_on_the_slanting_fold_and_comes_out_whole():
    lay = laid(job(quarter(), width=1100))
    (placed,) = lay.placements
    assert placed.fold == "diagonal"
    assert placed.yields == 1
    assert exact_check(lay) == ()
    # the cloth folded over is a square as long as the cloth is wide
    assert lay.lay_length_mm == 1100


def test_a_second_panel_is_moved_along_the_fold_and_a_third_has_no_place():
    first, second = laid(job(quarter("a"), quarter("b"), width=1100)).placements
    assert first.fold == second.fold == "diagonal"
    with pytest.raises(LayRefused, match="no place on the slanting fold: take wider cloth"):
        laid(job(quarter("a"), quarter("b"), quarter("c"), width=1100))


@pytest.mark.parametrize(
    "other",
    [
        piece("box", BOX),
        piece("box", BOX, 2, pair=True),
        piece("box", BOX, fold=[[0, 0], [200, 0]]),
    ],
)
def test_what_does_not_lie_on_that_fold_is_refused(other):
    with pytest.raises(LayRefused, match="box does not lie on the slanting fold") as refusal:
        laid(job(quarter(), other))
    assert refusal.value.pieces == ("box",)


def test_with_an_open_section_after_it_everything_has_a_place():
    lay = laid(job(quarter(), piece("box", BOX), width=1100), "diagonal+open")
    assert {p.piece: p.section for p in lay.placements} == {"panel": 0, "box": 1}
    assert lay.lay_length_mm == pytest.approx(1100 + 120) or lay.lay_length_mm == pytest.approx(
        1100 + 200
    )


def test_the_panel_fits_the_corner_it_is_a_quarter_of_and_not_less():
    # a quarter of a ring of 60 cm, its centre in the corner: 60 cm of cloth each way
    assert laid(job(quarter(), width=600)).lay_length_mm == 600
    short = job_of(job(quarter(), width=602, reserve_mm=2))
    pieces = cut_pieces(short)
    with pytest.raises(JobRefused, match=r"more than the 59\.8 cm of main"):
        layable(pieces, short)


def test_on_that_fold_a_piece_turned_off_its_grain_is_still_found():
    lay = laid(job(quarter(), width=1100))
    turned = replace(
        lay, placements=(replace(lay.placements[0], turn_deg=lay.placements[0].turn_deg + 90),)
    )
    assert "grain" in {finding.code for finding in exact_check(turned)}
