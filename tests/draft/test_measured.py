"""Tape checks after changes by hand: every one measured on the pieces as they are, or said not to
be measured."""

import math

import pytest

from wickel.body import size_body
from wickel.draft import NOT_MEASURED
from wickel.draft.operations import (
    Fold,
    Join,
    Lengthen,
    SlashAndSpread,
    Split,
    Spot,
    Unfold,
)
from wickel.draft.own import lost_in_rewriting, own_from_pattern
from wickel.job import Garment, drafted
from wickel.pattern import edge_length

BODY = size_body("96")


def checked(style, *changes, **options):
    done = drafted(
        Garment(id="g", style=style, size="96", body=BODY, options=options, changes=changes)
    )
    return {check.name: check for check in done.checks}, done.pattern


def slashed(**more):
    return SlashAndSpread(piece="front", edge="neck", to_edge="hem", cuts=2, open_mm=15.0, **more)


def test_a_neck_slashed_open_no_longer_fits_its_facing():
    checks, pattern = checked("box-dress", slashed())
    check = checks["Front neck to facing"]
    assert check.one_mm == pytest.approx(edge_length(pattern.piece("front"), "neck"))
    assert check.one_mm == pytest.approx(check.other_mm + 30, abs=1.0)  # two cuts, 15 mm each
    assert check.broken


def test_a_neck_that_is_gathered_back_fits_again():
    assert checked("box-dress", slashed(gathered=True))[0]["Front neck to facing"].held


@pytest.mark.parametrize("style", ["box-dress", "bodice", "pencil-skirt", "knit-top"])
@pytest.mark.parametrize("operation", ["unfold", "fold again", "split along", "split across"])
def test_a_fold_or_a_split_by_itself_raises_no_alarm(style, operation):
    before, _ = checked(style)
    upper = "shoulder" if style != "pencil-skirt" else "waist"
    changes = {
        "unfold": (Unfold(piece="front"),),
        "fold again": (
            Unfold(piece="front"),
            Fold(piece="front"),
        ),
        "split along": (
            Split(
                piece="front", first=Spot(edge="hem", share=0.7), last=Spot(edge=upper, share=0.5)
            ),
        ),
        "split across": (
            Split(
                piece="front",
                first=Spot(edge="side", share=0.6),
                last=Spot(edge="centre", share=0.4),
            ),
        ),
    }[operation]
    after, _ = checked(style, *changes)
    assert [check.name for check in after.values() if check.broken] == []
    for name, check in before.items():
        if after[name].measured:
            assert (after[name].one_mm, after[name].other_mm) == pytest.approx(
                (check.one_mm, check.other_mm), abs=0.2
            )


def test_a_check_whose_piece_is_gone_says_so_and_is_neither_held_nor_broken():
    join = Join(
        piece="front", edge="shoulder", other="back", other_edge="shoulder", turned_over=True
    )
    checks, _ = checked("box-dress", join)
    check = checks["Side seam"]
    assert [check.measured, check.held, check.broken] == [False, False, False]
    assert math.isnan(check.one_mm)
    assert NOT_MEASURED.startswith("cannot be measured here")


def test_lengthening_one_side_is_seen_by_the_style_s_own_check():
    checks, _ = checked("box-dress", Lengthen(piece="front", at=0.8, by_mm=20.0))
    assert checks["Side seam"].difference_mm == pytest.approx(20.0, abs=0.5)
    assert checks["Side seam"].broken


def test_a_dart_that_is_slashed_apart_moves_with_its_strip():
    before, drawn = checked("pencil-skirt")
    _, after = checked(
        "pencil-skirt",
        SlashAndSpread(
            piece="front", edge="waist", to_edge="hem", cuts=1, open_mm=30.0, open_opposite_mm=30.0
        ),
    )
    old, new = (pattern.piece("front") for pattern in (drawn, after))
    (dart,) = (mark for mark in old.inner_lines if mark.name == "dart")
    (moved,) = (mark for mark in new.inner_lines if mark.name == "dart")
    outward = [abs(b.start[1] - a.start[1]) for a, b in zip(dart.path, moved.path, strict=True)]
    assert all(
        shift == pytest.approx(0, abs=1.0) or shift == pytest.approx(30.0, abs=1.0)
        for shift in outward
    )
    assert before


# --- rewriting ------------------------------------------------------------------------------------


def rewritten(style, **options):
    from dataclasses import replace

    garment = Garment(id="g", style=style, size="96", body=BODY, options=options)
    done = drafted(garment)
    own = own_from_pattern("own-x", "X", done.pattern, garment.allowances, options)
    return done, own, drafted(replace(garment, style=own.id, own=own, options={}))


@pytest.mark.parametrize(
    "style", ["box-dress", "bodice", "pencil-skirt", "trousers", "knit-top", "corset"]
)
def test_rewriting_keeps_every_allowance_and_asks_every_check_again(style):
    house, _, own = rewritten(style)
    for before, after in zip(house.pattern.pieces, own.pattern.pieces, strict=True):
        assert [edge.allowance_mm for edge in after.edges] == [
            edge.allowance_mm for edge in before.edges
        ]
    assert {check.name for check in house.checks} <= {check.name for check in own.checks}


def test_what_rewriting_loses_is_said_piece_by_piece():
    house, own, _ = rewritten("bodice")
    plain = Garment(id="g", style="bodice", body=BODY).allowances
    lost = [str(own) for own in lost_in_rewriting(house.pattern, own, BODY, plain)]
    assert any(
        sentence.startswith("Front: the lines inside it are gone") and "dart" in sentence
        for sentence in lost
    )
    assert any("notch" in sentence for sentence in lost)
    assert not any("allowance" in sentence for sentence in lost)


def test_a_check_that_needs_a_dart_that_rewriting_lost_is_not_called_held():
    _, _, own = rewritten("bodice")
    (waist,) = (check for check in own.checks if check.name == "Waist")
    assert not waist.held
    assert not waist.measured
