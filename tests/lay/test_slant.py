"""Cloth folded corner to corner: what lies on the slanting fold, and what is refused."""

import json
import math
from dataclasses import replace

import pytest

from tests.lay.judge import judged
from tests.lay.shapes import BOX, job, piece
from wickel.files import job_of, lay_record
from wickel.job import JobRefused, cut_pieces, lay_job, layable
from wickel.lay import LayRefused, LayStopped, Search, Stopped, exact_check

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
    with pytest.raises(LayRefused, match="no place on the slanting fold or beside it: take wider"):
        laid(job(quarter("a"), quarter("b"), quarter("c"), width=1100))


@pytest.mark.parametrize(
    "other",
    [
        piece("box", BOX),
        piece("box", BOX, 2, pair=True),
        piece("box", BOX, fold=[[0, 0], [200, 0]]),
    ],
)
def test_others_lie_beside_it_each_copy_cut_where_its_grain_runs_right(other):
    lay = laid(job(quarter(), other, width=1400))
    assert lay.complete
    on_fold = [placed.fold for placed in lay.placements if placed.piece == "panel"]
    assert on_fold == ["diagonal"]
    boxes = [placed for placed in lay.placements if placed.piece == "box"]
    # the upper ply has warp and weft swapped: each copy is cut from one ply only
    assert all(len(placed.cut_plies) == 1 and not placed.on_fold for placed in boxes)
    assert sum(placed.yields for placed in boxes) == other["cuts"][0]["copies"]


@pytest.mark.parametrize("other", [piece("box", BOX), piece("box", BOX, fold=[[0, 0], [200, 0]])])
def test_with_nothing_on_that_fold_the_way_is_refused(other):
    with pytest.raises(LayRefused, match="box does not lie on the slanting fold, and") as refusal:
        laid(job(other))
    assert refusal.value.pieces == ("box",)
    assert laid(job(other), "diagonal+open").spread.exact_way == "open"


def test_what_has_no_room_beside_it_lies_in_the_section_after_it():
    long = piece("long", [[0, 0], [1050, 0], [1050, 900], [0, 900]])
    lay = laid(job(quarter(), long, width=1100), "diagonal+open")
    assert {p.piece: p.section for p in lay.placements} == {"panel": 0, "long": 1}
    assert lay.lay_length_mm == pytest.approx(1100 + 1050)


def test_a_half_circle_in_two_panels_takes_two_corners_on_cloth_of_their_width():
    # two quarters of a ring of 60 cm on cloth of 60 cm: corner over, cut, corner over again, twice
    # 60 cm by hand
    both = job(quarter("a"), quarter("b"), width=600)
    lay = laid(both, "diagonal+diagonal")
    assert lay.lay_length_mm == pytest.approx(2 * 600)
    assert [(p.section, p.fold) for p in lay.placements] == [(0, "diagonal"), (1, "diagonal")]
    twice = job(quarter("panel", copies=2), width=600)
    assert laid(twice, "diagonal+diagonal").lay_length_mm == pytest.approx(2 * 600)


def test_a_second_corner_is_folded_only_where_it_is_shorter_than_the_section_after_it():
    # the third ring has no room on the first fold; a strip open is shorter than a second corner
    three = job(quarter("a"), quarter("b"), quarter("c"), width=1100)
    lay = laid(three, "diagonal+diagonal+open")
    assert lay.spread.exact_way == "diagonal+open"
    assert lay.lay_length_mm < 2 * 1100


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


def test_a_stop_is_heard_before_each_part():
    record = job(quarter("a"), quarter("b"), *(piece(f"p{k}", BOX) for k in range(2)), width=1600)
    a_job, asked = job_of(record), []

    def stop(progress, best):
        asked.append(progress)
        if len(asked) > 2:
            raise Stopped

    with pytest.raises(LayStopped):
        lay_job(
            a_job,
            cut_pieces(a_job),
            fold="diagonal",
            search=Search(effort=5),
            report_until=lambda _: stop,
        )
    assert len(asked) == 3
