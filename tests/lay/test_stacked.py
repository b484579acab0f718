"""Two cloths stacked: each cloth's lay is judged by itself, and both have the same outlines on the
table."""

import json

import pytest

from tests.lay.judge import judged
from tests.lay.shapes import BOX, ELL, HALF, WEDGE, job, piece
from wickel.files import job_of, lay_record
from wickel.job import cut_pieces, lay_job
from wickel.lay import LayRefused, Search, stack_partner

MIRRORED_ELL = [[x, -y] for x, y in ELL]


def two_cloths(*pieces, **other):
    record = job(*pieces)
    record["cloths"].append({"id": "other", "usable_width_mm": 1400, "print": "any", **other})
    return record


def from_both(id, outline, copies, *, fold=None, pair=False, **more):
    cuts = [{"cloth": cloth, "copies": copies, "pair": pair} for cloth in ("main", "other")]
    if fold is not None:
        for cut in cuts:
            cut["fold_edge_mm"] = fold
    return {"id": id, "cut_line_mm": outline, "cuts": cuts, **more}


def laid(record):
    made = job_of(record)
    return json.loads(
        json.dumps(
            lay_record(lay_job(made, cut_pieces(made), fold="stacked", search=Search(effort=10)))
        )
    )


def outlines(lay):
    return sorted(sorted(map(tuple, placed["cut_line_mm"])) for placed in lay["placements"])


def test_pairs_and_wholes_are_cut_from_both_cloths_at_once():
    record = two_cloths(
        from_both("front", HALF, 1, fold=[[0, 0], [600, 0]]),
        from_both("sleeve", WEDGE, 2, pair=True),
    )
    lay_file = laid(record)
    assert judged(record, lay_file) == []
    lower, upper = lay_file["lays"]
    assert (lower["cloth"], upper["cloth"]) == ("main", "other")
    assert outlines(lower) == outlines(upper)
    assert lower["lay_length_mm"] == upper["lay_length_mm"]
    # the upper cloth lies face down: what is mirrored on the table comes out as drawn
    assert lower["sections"][0]["zones"][0]["plies"] == [{"map": [[1, 0, 0], [0, 1, 0]]}]
    assert upper["sections"][0]["zones"][0]["plies"] == [{"map": [[1, 0, 0], [0, -1, 1400]]}]


def test_a_left_half_of_one_cloth_and_its_mirror_of_the_other_lie_on_each_other():
    record = two_cloths(piece("left", ELL), piece("right", MIRRORED_ELL, cloth="other"))
    lay_file = laid(record)
    assert judged(record, lay_file) == []
    lower, upper = lay_file["lays"]
    assert outlines(lower) == outlines(upper)


def test_two_left_halves_cannot_lie_on_each_other_and_lie_side_by_side():
    record = two_cloths(
        from_both("patch", BOX, 1, symmetric=True),
        piece("left", ELL),
        piece("right", ELL, cloth="other"),
    )
    lay_file = laid(record)
    assert judged(record, lay_file) == []
    lower, upper = lay_file["lays"]
    assert outlines(lower) != outlines(upper)
    # the box is shared, each ell has its own place on the pile
    assert len({str(outline) for outline in outlines(lower) + outlines(upper)}) == 3


@pytest.mark.parametrize(
    "other",
    [{"usable_width_mm": 1100}, {"print": "one-way"}, {"print": "one-way", "heads_at_end": True}],
)
def test_cloths_of_another_width_or_direction_are_not_stacked(other):
    record = two_cloths(from_both("patch", BOX, 2, symmetric=True), **other)
    with pytest.raises(LayRefused, match="one width and print"):
        laid(record)


def test_one_cloth_by_itself_has_no_partner():
    made = job_of(job(piece("a", BOX, 2)))
    assert stack_partner(cut_pieces(made), made.cloths[0], made.cloths) is None
    with pytest.raises(LayRefused, match="two cloths of one width"):
        lay_job(made, cut_pieces(made), fold="stacked")


def test_cloths_that_share_no_piece_are_not_stacked():
    record = two_cloths(piece("a", BOX), piece("b", ELL, cloth="other"))
    with pytest.raises(LayRefused):
        laid(record)


def test_a_third_cloth_lies_its_own_shortest_way():
    record = two_cloths(
        from_both("patch", BOX, 2, symmetric=True), piece("pocket", BOX, 2, cloth="lining")
    )
    record["cloths"].append({"id": "lining", "usable_width_mm": 900, "print": "any"})
    lay_file = laid(record)
    assert judged(record, lay_file) == []
    assert [lay["sections"][0]["way"] == "stacked" for lay in lay_file["lays"]] == [
        True,
        True,
        False,
    ]
