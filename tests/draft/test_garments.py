"""The garments described in words (``garments.py``), as the program makes them: every part, every
piece, every check, and a lay no longer than the one by hand."""

from collections import Counter
from dataclasses import replace

import pytest

from tests.draft.garments import GARMENTS
from tests.draft.test_builder import BODY, STYLE, drafted, made_of
from tests.often import usual
from wickel.cloth import Cloth, Print
from wickel.draft import tape_checks
from wickel.draft.builder import PARTS
from wickel.geometry import bounds, rotation
from wickel.job import cut_pieces
from wickel.lay import Search, make_lay
from wickel.studio import new_order

EFFORT = 400
_SAME_MM = 0.01


def test_they_use_every_part_between_them():
    used = {
        (slot, garment.chosen.get(slot.value, STYLE.option(slot.value).default))
        for garment in GARMENTS
        for slot in PARTS
    }
    assert {(slot, id) for slot, own in PARTS.items() for id in own} <= used
    assert len(GARMENTS) >= 30


@pytest.mark.parametrize("garment", GARMENTS, ids=lambda garment: garment.words)
def test_a_garment_in_words_has_its_pieces_and_is_sewn_together(garment):
    pattern = drafted(**garment.chosen)
    assert made_of(pattern) == garment.pieces
    checks = tape_checks(STYLE, pattern, BODY, garment.chosen)
    assert checks
    assert [check for check in checks if not check.held] == []


def laid(garment):
    base = new_order("from-parts")
    cloth = Cloth(id="plain", usable_width_mm=garment.width, print=Print.ANY)
    lining = replace(cloth, id="lining", usable_width_mm=1400.0)
    backing = replace(cloth, id="backing", usable_width_mm=900.0)
    made = replace(
        base.garments[0],
        options=garment.chosen,
        cloths={
            "main": "plain",
            "interfacing": "backing",
            "lining": "lining",
            "contrast": "lining",
        },
    )
    job = replace(base, garments=(made,), cloths=(cloth, backing, lining))
    return make_lay(cut_pieces(job), cloth, "open", search=Search(effort=EFFORT))


def columns(row):
    """The columns of a row by hand, each a list of pieces."""
    for text in row.split(" | "):
        times, _, rest = text.partition(" x ")
        for _ in range(int(times) if rest else 1):
            yield (rest or text).split(" over ")


def along_the_thread(placed, grain_deg):
    """The box of a piece as it lies on the cloth, its grain along it."""
    turned = rotation(-grain_deg)
    return bounds(tuple(turned(point) for point in placed.shape.outline))


_FEW = [garment for k, garment in enumerate(GARMENTS) if k % 4 == 0]


@pytest.mark.parametrize("garment", usual(GARMENTS, _FEW), ids=lambda garment: garment.words)
def test_its_lay_is_no_longer_than_by_hand(garment):
    lay = laid(garment)
    assert lay.complete
    assert lay.broken == ()
    grain = {piece.id: piece.grain_deg for piece in lay.pieces}
    boxes = {
        placed.piece.rpartition("/")[2]: along_the_thread(placed, grain[placed.piece])
        for placed in lay.placements
    }
    by_hand = 0.0
    for row in garment.rows:
        stacked = list(columns(row))
        long = max(boxes[id].width for column in stacked for id in column)
        wide = sum(max(boxes[id].height for id in column) for column in stacked)
        assert wide <= garment.width + _SAME_MM
        for column in stacked:
            assert sum(boxes[id].width for id in column) <= long + _SAME_MM
        by_hand += long
    cut = Counter(id for row in garment.rows for column in columns(row) for id in column)
    assert cut == Counter(placed.piece.rpartition("/")[2] for placed in lay.placements)
    assert by_hand <= garment.greatest < by_hand + 10
    assert lay.lay_length_mm <= garment.greatest
