"""Front and back together: two halves on one fold of four plies share a place; worked out by hand,
and judged by code that shares nothing with the placing."""

import json
import math
from dataclasses import replace

import numpy as np
import pytest

from tests.lay.judge import judged
from tests.often import usual
from wickel.drawing import Layer, lay_drawing
from wickel.files import job_of, lay_record, svg_text
from wickel.job import cut_pieces
from wickel.lay import LayRefused, Level, Search, make_lay
from wickel.lay.together import cut_later, lies_above, sharing


def half(id, long, wide, neck, **more):
    """A half on the fold, ``neck`` deep and half as wide cut out at its head."""
    line = [[neck, 0], [long, 0], [long, wide], [0, wide], [0, neck / 2]]
    cut = {"cloth": "main", "copies": 1, "fold_edge_mm": [[neck, 0], [long, 0]]}
    return {"id": id, "cut_line_mm": line, "cuts": [cut], **more}


def job(*pieces, width=1400, **cloth):
    cloth = {"id": "main", "usable_width_mm": width, "print": "any", **cloth}
    return {"format": "wickel-job", "version": 1, "cloths": [cloth], "pieces": list(pieces)}


FRONT, BACK = half("front", 600, 240, 120), half("back", 600, 240, 40)


def laid(record, way="lengthwise-twice", effort=20, **more):
    made = job_of(record)
    lay = make_lay(cut_pieces(made), made.cloths[0], way, search=Search(effort=effort), **more)
    assert judged(record, json.loads(json.dumps(lay_record((lay,))))) == []
    assert lay.complete
    return lay


def plies_of(lay):
    return {placement.piece: placement.cut_plies for placement in lay.placements}


def test_front_and_back_share_one_place_and_the_cloth_of_one():
    lay = laid(job(FRONT, BACK))
    assert lay.lay_length_mm == pytest.approx(600.0)
    assert plies_of(lay) == {"back": (0, 1), "front": (2, 3)}
    ((one, other),) = sharing(lay.placements, lay.pieces)
    assert (one.piece, other.piece) == ("back", "front")  # the higher neck holds the other
    assert {placement.x_mm for placement in lay.placements} == {0.0}
    (note,) = [finding for finding in lay.findings if finding.code == "together"]
    assert note.level is Level.NOTE
    assert str(note.text) == "back and front are cut together: they share one place on the fold."
    # folded in half, where each takes the fold by itself, it is twice as long
    assert laid(job(FRONT, BACK), "lengthwise").lay_length_mm == pytest.approx(1200.0)


def test_what_is_cut_through_all_plies_and_what_later_from_which_is_known():
    lay = laid(job(FRONT, BACK))
    ((back, front),) = sharing(lay.placements, lay.pieces)
    # the back's outline goes through all four plies; of the front its neck is left, from 12 cm down
    # the fold to 6 cm out: the root of 12² + 6² is 13.4 cm
    (line,) = cut_later(back, front, lay.pieces)
    (x, y), (far_x, far_y) = line[0], line[-1]
    assert sorted([round(x, -1), round(far_x, -1)]) == [0.0, 120.0]
    assert sorted([round(y, -1), round(far_y, -1)]) == [0.0, 60.0]
    assert math.dist(line[0], line[-1]) == pytest.approx(134.2, abs=1.0)
    # the front's plies are the third and the fourth, which lie upmost (FORMATS: 1, 2, 4, 3)
    assert lies_above(back, front, lay.zone(back))
    assert not lies_above(front, back, lay.zone(back))
    (note,) = [finding for finding in lay.findings if finding.code == "together"]
    # less where it runs into the back's outline
    assert "upper ones: in them cut the rest of front, 13.3 cm of edge" in str(note.way_out)


def test_what_is_cut_later_is_drawn_on_the_papers():
    lay = laid(job(FRONT, BACK))
    drawing = lay_drawing(lay)
    later = [stroke for stroke in drawing.strokes if stroke.layer is Layer.LATER]
    assert [stroke.of for stroke in later] == ["front/1"]
    assert '<g id="later"' in svg_text(drawing, "A lay")
    apart = laid(job({**FRONT, "place": "alone"}, BACK))
    assert not [s for s in lay_drawing(apart).strokes if s.layer is Layer.LATER]


def test_folded_in_four_they_share_a_place_where_the_print_lets_two_plies_be_turned():
    lay = laid(job(FRONT, BACK), "four")
    assert lay.table_mm == pytest.approx(600.0)
    # of a one-way print the upper plies hold the front only with its head at the other end
    one_way = laid(job(FRONT, BACK, print="one-way"), "four")
    turns = {placement.piece: placement.turn_deg for placement in one_way.placements}
    assert abs(turns["front"] - turns["back"]) == 180.0
    # folded lengthwise twice every ply runs the same way
    assert laid(job(FRONT, BACK, print="one-way")).lay_length_mm == pytest.approx(600.0)


def test_a_longer_front_lies_beside_the_hem_of_its_back():
    lay = laid(job(half("front", 605, 240, 120), BACK))
    assert lay.lay_length_mm == pytest.approx(605.0)
    assert len(sharing(lay.placements, lay.pieces)) == 1


def test_what_does_not_lie_within_the_other_has_a_place_of_its_own():
    wide = half("wide", 300, 330, 40)
    lay = laid(job(wide, half("long", 900, 120, 40)))
    assert sharing(lay.placements, lay.pieces) == ()
    # two copies fill all four plies by themselves
    twice = {**BACK, "cuts": [{**BACK["cuts"][0], "copies": 2}]}
    lay = laid(job(FRONT, twice))
    assert plies_of(lay)["back"] == (0, 1, 2, 3)
    assert sharing(lay.placements, lay.pieces) == ()


def test_a_piece_that_lies_alone_shares_its_place_with_none():
    lay = laid(job({**FRONT, "place": "alone"}, BACK))
    assert sharing(lay.placements, lay.pieces) == ()
    assert lay.lay_length_mm == pytest.approx(1200.0)


def test_what_is_longer_together_lies_apart_unless_the_maker_asks_for_it(monkeypatch):
    # a quick look that finds every lay of fewer parts longer
    monkeypatch.setattr("wickel.lay.homes.quick_mm", lambda *args: 1000.0 / len(args[2]))
    apart = laid(job(FRONT, BACK))
    assert sharing(apart.placements, apart.pieces) == ()
    asked = laid(job(FRONT, {**BACK, "place": "shared"}))
    assert len(sharing(asked.placements, asked.pieces)) == 1
    assert asked.complete


def test_a_piece_that_is_held_keeps_its_place_and_its_partner():
    record = job(FRONT, BACK, half("facing", 200, 90, 30))
    lay = laid(record)
    made = job_of(record)
    for piece in ("front", "back"):
        held = tuple(p for p in lay.placements if p.piece == piece)
        again = make_lay(
            cut_pieces(made),
            made.cloths[0],
            str(lay.spread.exact_way),
            search=Search(effort=5),
            held=held,
        )
        assert again.complete
        assert [p for p in again.placements if p.piece == piece] == list(held)
    both = tuple(p for p in lay.placements if p.piece in ("front", "back"))
    again = make_lay(
        cut_pieces(made), made.cloths[0], "lengthwise-twice", search=Search(effort=5), held=both
    )
    assert again.complete
    assert set(both) <= set(again.placements)
    # taken apart by hand they stay apart
    apart = tuple(replace(p, x_mm=p.x_mm + 700.0) if p.piece == "front" else p for p in both)
    again = make_lay(
        cut_pieces(made), made.cloths[0], "lengthwise-twice", search=Search(effort=5), held=apart
    )
    assert set(apart) <= set(again.placements)


@pytest.mark.parametrize("seed", usual(range(40), range(15)))
def test_random_halves_are_laid_right(seed):
    rng = np.random.default_rng(seed)
    pieces = []
    for k in range(int(rng.integers(2, 6))):
        long, wide = rng.uniform(150, 700), rng.uniform(60, 300)
        neck = rng.uniform(0, 0.4) * min(long, wide)
        pieces.append(half(f"p{k}", long, wide, neck))
        pieces[-1]["cuts"][0]["copies"] = int(rng.integers(1, 3))
    record = job(*pieces, width=float(rng.uniform(900, 1600)), reserve_mm=float(rng.choice([0, 5])))
    way = str(rng.choice(["lengthwise-twice", "four", "lengthwise-twice+open"]))
    made = job_of(record)
    try:
        make_lay(cut_pieces(made), made.cloths[0], way, search=Search(effort=1))
    except LayRefused:
        return  # too wide for that fold
    lay = laid(record, way, effort=10)
    # never longer than with every piece in a place of its own
    alone = {**record, "pieces": [{**piece, "place": "alone"} for piece in pieces]}
    assert lay.lay_length_mm <= laid(alone, way, effort=10).lay_length_mm + 0.1
    for one, other in sharing(lay.placements, lay.pieces):
        assert not set(one.cut_plies) & set(other.cut_plies)
