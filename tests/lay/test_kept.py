"""Lays that are kept: laid again on the same cloth they are the same, and every rule is looked at
anew."""

import json
from dataclasses import replace

import pytest

from tests.lay.judge import judged
from tests.lay.shapes import BOX, ELL, HALF, WEDGE, job, piece
from tests.often import usual
from wickel.cloth import Flaw, Print
from wickel.files import job_of, lay_text
from wickel.job import cut_pieces
from wickel.lay import Search, exact_check, kept_lay_of, lay_again, make_lay

WAYS = (
    "open",
    "lengthwise",
    "partial",
    "to-middle",
    "crosswise",
    "turned",
    "four",
    "lengthwise+open",
)
OFTEN = ("open", "partial", "to-middle", "lengthwise+open")


def record():
    return job(
        piece("front", HALF, fold=[[0, 0], [600, 0]]),
        piece("sleeve", WEDGE, 4, pair=True),
        piece("patch", BOX, 4, symmetric=True),
        width=1200,
    )


def laid(way, value=None, **cloth):
    a_job = job_of(value or record())
    pieces = cut_pieces(a_job)
    return make_lay(pieces, replace(a_job.cloths[0], **cloth), way, search=Search(effort=4)), pieces


@pytest.mark.parametrize("way", usual(WAYS, OFTEN))
def test_a_kept_lay_is_the_same_lay_again(way):
    lay, pieces = laid(way)
    again = lay_again(kept_lay_of(lay), pieces, lay.cloth)
    assert again is not None
    assert again.placements == lay.placements
    assert again.spread == lay.spread
    assert again.used_share == pytest.approx(lay.used_share)
    assert [finding.code for finding in again.findings] == [
        finding.code for finding in lay.findings
    ]
    assert exact_check(again) == ()
    assert judged(record(), json.loads(lay_text((again,)))) == []


@pytest.mark.parametrize("wider", [0.0, 0.4, 37.0, 400.0])
def test_on_a_wider_cloth_what_lies_at_a_far_fold_moves_with_it(wider):
    lay, pieces = laid("to-middle")
    cloth = replace(lay.cloth, usable_width_mm=lay.cloth.usable_width_mm + wider)
    again = lay_again(kept_lay_of(lay), pieces, cloth)
    assert again is not None
    assert exact_check(again) == ()
    value = record()
    value["cloths"][0]["usable_width_mm"] = cloth.usable_width_mm
    assert judged(value, json.loads(lay_text((again,)))) == []
    moved = {p.id: p.y_mm - q.y_mm for p, q in zip(again.placements, lay.placements, strict=True)}
    assert {round(mm, 6) for mm in moved.values()} <= {0.0, round(wider / 2, 6)}


def test_a_cloth_on_which_it_breaks_a_rule_does_not_get_it():
    lay, pieces = laid("open")
    there = lay.placements[0]
    spoilt = Flaw(x_mm=there.x_mm, length_mm=20.0)
    assert lay_again(kept_lay_of(lay), pieces, replace(lay.cloth, flaws=(spoilt,))) is None
    far = Flaw(x_mm=lay.table_mm + 500.0, length_mm=20.0)
    assert lay_again(kept_lay_of(lay), pieces, replace(lay.cloth, flaws=(far,))) is not None
    assert lay_again(kept_lay_of(lay), pieces, replace(lay.cloth, usable_width_mm=240.0)) is None


def test_a_print_that_turns_pieces_back_is_minded():
    lay, pieces = laid("open", job(piece("ell", ELL, 6), width=700))
    turned = any(placement.turn_deg == 180.0 for placement in lay.placements)
    again = lay_again(kept_lay_of(lay), pieces, replace(lay.cloth, print=Print.ONE_WAY))
    assert (again is None) == turned
    other = replace(lay, placements=tuple(replace(p, turn_deg=180.0) for p in lay.placements))
    assert lay_again(kept_lay_of(other), pieces, replace(lay.cloth, print=Print.ONE_WAY)) is None


@pytest.mark.parametrize(
    "change", ["piece gone", "piece more", "copy more", "placement gone", "outline grown"]
)
def test_other_pieces_do_not_get_it(change):
    lay, pieces = laid("open")
    own = kept_lay_of(lay)
    if change == "piece gone":
        pieces = pieces[:-1]
    elif change == "piece more":
        pieces = (*pieces, replace(pieces[0], id="another"))
    elif change == "copy more":
        (order,) = pieces[2].orders
        pieces = (*pieces[:2], replace(pieces[2], orders=(replace(order, copies=5),)))
    elif change == "placement gone":
        own = replace(own, placements=own.placements[:-1])
    else:
        big = tuple((2 * x, 2 * y) for x, y in pieces[2].cut_line)
        pieces = (*pieces[:2], replace(pieces[2], cut_line=big))
    assert lay_again(own, pieces, lay.cloth) is None


def test_a_fold_too_deep_for_a_cloth_is_not_folded():
    lay, pieces = laid("partial")
    depth = float(lay.spread.exact_way.split(":")[1])
    assert (
        lay_again(kept_lay_of(lay), pieces, replace(lay.cloth, usable_width_mm=1.9 * depth)) is None
    )
