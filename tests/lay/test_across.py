"""Grain across the cloth: what might be turned, and what it saves."""

from dataclasses import replace

import pytest

from tests.lay.shapes import job, piece
from wickel.cloth import Print
from wickel.files import job_of
from wickel.job import cut_pieces
from wickel.job.laid import with_grain_across
from wickel.job.tasks import AcrossTask, Finished, LaidAcross, run_task
from wickel.lay import Grain, Search, groups_across, length_across, make_lay
from wickel.lay.across import may_lie_across, turned_across
from wickel.studio import new_order

# two wide, short panels: side by side along the cloth 1.30 m; across, one after another, 2 × 40 cm
PANEL = piece("panel", [[0, 0], [1300, 0], [1300, 400], [0, 400]], 2)
QUICK = Search(effort=40)


def of(record):
    made = job_of(record)
    return cut_pieces(made), made.cloths[0]


def test_two_wide_panels_save_half_a_metre_across():
    pieces, cloth = of(job(PANEL, width=1400))
    assert make_lay(pieces, cloth, "open", search=QUICK).lay_length_mm == pytest.approx(1300)
    assert groups_across(pieces, cloth) == (frozenset({"panel"}),)
    found = length_across(pieces, cloth, ("open",), {"panel"}, search=QUICK)
    assert found == pytest.approx(800)
    # what is offered is what the lay then takes, and no rule is broken
    lay = make_lay(turned_across(pieces, {"panel"}), cloth, "open", search=QUICK)
    assert lay.complete
    assert lay.lay_length_mm == pytest.approx(found)
    assert {placed.turn_deg for placed in lay.placements} <= {90.0, 270.0}


@pytest.mark.parametrize(
    ("of_cloth", "of_piece"),
    [
        ({"print_": "one-way"}, {}),
        ({"print_": "two-way"}, {}),
        ({"print_": "per-garment"}, {}),
        ({"stretch": {"along": 0.0, "across": 0.4}}, {}),
        ({}, {"grain": "bias", "grain_deg": 45}),
        ({}, {"grain": "none"}),
        ({}, {"grain": "cross"}),
        ({}, {"turns_deg": [0, 180]}),
    ],
)
def test_what_print_stretch_or_piece_forbid_is_not_looked_at(of_cloth, of_piece):
    pieces, cloth = of(job({**PANEL, **of_piece}, width=1400, **of_cloth))
    assert groups_across(pieces, cloth) == ()


def test_a_piece_longer_than_the_cloth_is_wide_has_no_lay_across():
    pieces, cloth = of(job(PANEL, width=1200))
    assert length_across(pieces, cloth, ("open",), {"panel"}, search=QUICK) is None


def test_a_gathered_skirt_saves_a_quarter_of_its_cloth():
    # 65 cm long and twice the waist round: wide, short panels
    made = new_order("gathered-skirt")
    pieces, cloth = cut_pieces(made), made.cloths[0]
    whole = frozenset(piece.id for piece in pieces if may_lie_across(piece, cloth))
    assert whole in groups_across(pieces, cloth)
    told = []
    task = AcrossTask(pieces=pieces, cloth=cloth, ways=("open",), groups=(whole,), search=QUICK)
    run_task(task, told.append, lambda: False)
    (found, end) = told
    assert isinstance(found, LaidAcross)
    assert found.pieces == whole
    assert isinstance(end, Finished)
    usual = make_lay(pieces, cloth, "open", search=QUICK)
    assert found.length_mm < 0.75 * usual.lay_length_mm
    told.clear()
    run_task(task, told.append, lambda: True)  # stopped: nothing half looked at is told
    assert [type(message) for message in told] == [Finished]


def test_turned_it_stands_on_the_cards_of_a_garment_and_in_a_plain_piece():
    made = new_order("gathered-skirt")
    pieces = cut_pieces(made)
    front = next(piece for piece in pieces if piece.name == "Front")
    turned = with_grain_across(made, [front])
    assert {p.name for p in cut_pieces(turned) if p.grain is Grain.CROSS} == {"Front"}
    (garment,) = made.garments
    series = replace(made, garments=(replace(garment, quantity={"88": 1, "96": 1}),))
    first = next(piece for piece in cut_pieces(series) if piece.name == "Front")
    both = with_grain_across(series, [first])
    assert sum(p.grain is Grain.CROSS for p in cut_pieces(both)) == 2  # in every size
    plain = job_of(job(PANEL))
    assert cut_pieces(with_grain_across(plain, cut_pieces(plain)))[0].grain is Grain.CROSS


def test_a_cloth_without_a_print_counts_as_one_way_here_too():
    pieces, cloth = of(job(PANEL))
    assert not may_lie_across(pieces[0], replace(cloth, print=None))
    assert may_lie_across(pieces[0], replace(cloth, print=Print.ANY))
