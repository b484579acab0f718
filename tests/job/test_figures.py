"""Figures and cards of a job: read from words, kept in its file, set on the command line."""

import json
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from typer.testing import CliRunner

from wickel.body import size_body
from wickel.cli import app
from wickel.cloth import Cloth
from wickel.draft import AsFar, DraftRefused, Formula, Length, Plus
from wickel.files import job_of, job_record, read_job, save_job
from wickel.job import Card, Garment, Job, drafted
from wickel.job.as_far import found_as_far
from wickel.job.edits import with_piece_card
from wickel.job.figures import dragged, read_figure, read_settings, shown_own, with_figure
from wickel.job.job import CardGrain
from wickel.job.laying import lay_job
from wickel.job.work import cut_pieces, drafted_series
from wickel.lay import LayRefused, Search
from wickel.lay.demand import Grain
from wickel.units import Unit
from wickel.yardage import need

DRESS = Garment(id="dress", style="box-dress", size="92", body=size_body("92"))
JOB = Job(
    cloths=(Cloth(id="linen", usable_width_mm=1400.0), Cloth(id="silk", usable_width_mm=900.0)),
    garments=(DRESS,),
)


@pytest.mark.parametrize(
    ("text", "own"),
    [
        ("23 cm", Length(230.0)),
        ("23", Length(230.0)),
        ("9 1/4 in", Length(234.95)),
        ("+1 cm", Plus(10.0)),
        ("- 1/2 in", Plus(-12.7)),
        ("−2", Plus(-20.0)),
        ("= -2 cm", Length(-20.0)),
        ("> 45 cm", AsFar(450.0)),
        ("waist/4 + 2 cm", Formula("waist/4 + 2 cm")),
        ("“hip/4”", Formula("hip/4")),
        ("side_across", Formula("side_across")),
        ("-5 cm + waist/4", Formula("-5 cm + waist/4")),
    ],
)
def test_a_figure_is_read_as_a_maker_writes_it(text, own):
    assert read_figure(text, Unit.CM) == own


@pytest.mark.parametrize("text", ["", "  ", "two fingers", "5 cn", "> much", "waist/", "+"])
def test_what_is_no_figure_is_refused_in_words(text):
    with pytest.raises(ValueError, match=r"\w{3,} \w+"):
        read_figure(text, Unit.CM)


@given(
    st.one_of(
        st.integers(-4000, 4000).map(lambda k: Length(float(k))),
        st.integers(-400, 400).map(lambda k: Plus(float(k))),
        st.integers(1, 400).map(lambda k: AsFar(float(k))),
    ),
    st.sampled_from([Unit.CM, Unit.MM]),
)
def test_what_is_shown_is_read_again(own, unit):
    assert read_figure(shown_own(own, unit), unit) == own


def test_figures_and_cards_are_kept_in_the_file(tmp_path):
    job = JOB
    for id, own in {
        "shoulder.slope": Length(12.0),
        "neck.down.back": Plus(-5.0),
        "side.across": Formula("bust/4 + 3 cm"),
        "sleeve.long": AsFar(200.0, 215.0),
    }.items():
        job = with_figure(job, job.garments[0], id, own)
    card = Card(
        left_out=True,
        copies=4,
        cloth="silk",
        grain=CardGrain.CROSS,
        allowances_mm={"neck": 4.0},
        note="by hand",
    )
    job = with_piece_card(job, job.garments[0], "back-facing", card)
    path = tmp_path / "a.wickel.json"
    save_job(job, path)
    again = read_job(path)
    assert again == job
    assert json.loads(path.read_text())["version"] == 2
    assert json.loads(path.read_text())["garments"][0]["figures"]["sleeve.long"] == {
        "at_least_mm": 200.0,
        "found_mm": 215.0,
    }


def test_a_figure_that_says_two_things_is_no_figure():
    record = job_record(JOB)
    record["garments"][0]["figures"] = {"side.across": {"length_mm": 1, "plus_mm": 2}}
    with pytest.raises(ValueError, match="one of length_mm"):
        job_of(record, "a.wickel.json")


def test_a_figure_taken_back_leaves_no_trace():
    job = with_figure(JOB, DRESS, "side.across", Length(250.0))
    assert with_figure(job, job.garments[0], "side.across", None) == JOB


def test_settings_of_the_command_line():
    job = read_settings(("dress:side.across.front=25cm", "shoulder.slope=+1cm"), JOB)
    given = {"side.across.front": Length(250.0), "shoulder.slope": Plus(10.0)}
    assert job.garments[0].figures == given
    wrongs = (("side.across", "write ID"), ("coat:a=1cm", "no garment"), ("a=two cms", "not a"))
    for wrong, says in wrongs:
        with pytest.raises(ValueError, match=says):
            read_settings((wrong,), JOB)


def test_a_draft_on_the_command_line_with_a_figure(tmp_path):
    path = tmp_path / "a.wickel.json"
    save_job(JOB, path)
    out = tmp_path / "out"
    run = ["draft", str(path), "-o", str(out), "--set", "hem.down=1 m", "--set", "hem.rise=2cm"]
    assert CliRunner().invoke(app, run).exit_code == 0
    made = cut_pieces(read_job(out / "pieces.wickel.json"))
    front = next(piece for piece in made if piece.name == "Front")
    assert max(x for x, _ in front.net_line or front.cut_line) == pytest.approx(1000.0, abs=40)
    refused = CliRunner().invoke(app, [*run[:4], "--set", "brim=2cm"])
    assert refused.exit_code == 2
    assert "no figure brim" in refused.stderr


def test_a_draft_on_the_command_line_that_is_drafted_anyway(tmp_path):
    legs = replace(
        DRESS,
        style="trousers",
        figures={"crotch.whole": Length(400.0)},
        cloths={"interfacing": "silk"},
    )
    path, out = tmp_path / "a.wickel.json", tmp_path / "out"
    save_job(replace(JOB, garments=(legs,)), path)
    refused = CliRunner().invoke(app, ["draft", str(path), "-o", str(out)])
    assert refused.exit_code == 2
    assert "disagree" in refused.stderr
    made = CliRunner().invoke(app, ["draft", str(path), "-o", str(out), "--anyway"])
    assert made.exit_code == 0, made.stderr
    kept = replace(JOB, garments=(replace(legs, anyway=True),))
    assert job_of(job_record(kept), "a.wickel.json") == kept


def test_figures_are_listed_with_their_rules():
    result = CliRunner().invoke(app, ["figures", "pencil-skirt", "--size", "96", "--json"])
    found = {own["id"]: own for own in json.loads(result.stdout)}
    assert found["waist.across.front"]["rule"] == "(waist + waist_ease)/4"
    assert found["waist.across.front"]["value"] == (size_body("96")["waist"] + 15) / 4
    words = CliRunner().invoke(app, ["figures", "pencil-skirt", "--inches"]).stdout
    assert "hip.across.back: A quarter of the hip, back: " in words
    assert " in = (hip + hip_ease)/4" in words
    assert CliRunner().invoke(app, ["figures", "toga"]).exit_code == 2
    assert CliRunner().invoke(app, ["figures", "corset", "--size", "3"]).exit_code == 2


def test_in_other_sizes_a_length_stays_and_a_plus_grades():
    garment = Garment(
        id="dress",
        style="box-dress",
        size="92",
        body=size_body("92"),
        quantity={"92": 1, "100": 1},
        figures={"shoulder.slope": Length(10.0), "side.across": Plus(5.0)},
    )
    made = drafted_series(garment, JOB)
    assert [done.pattern.figure("shoulder.slope.front") for done in made] == [10.0, 10.0]
    house = [drafted(Garment(id="d", style="box-dress", body=size_body(s))) for s in ("92", "100")]
    for done, plain in zip(made, house, strict=True):
        wider = done.pattern.figure("side.across.back") - plain.pattern.figure("side.across.back")
        assert wider == pytest.approx(5.0)


# --- cards --------------------------------------------------------------------------------------


def with_card(piece, **said):
    return cut_pieces(with_piece_card(JOB, DRESS, piece, Card(**said)))


def test_a_card_turns_the_grain_counts_copies_names_a_cloth_and_an_allowance():
    by_id = {piece.id: piece for piece in with_card("turn-up", grain=CardGrain.CROSS, copies=4)}
    turn_up = by_id["dress/turn-up"]
    assert turn_up.grain is Grain.CROSS
    assert [order.copies for order in turn_up.orders] == [4]
    bias = {piece.id: piece for piece in with_card("turn-up", grain=CardGrain.BIAS)}
    assert bias["dress/turn-up"].grain is Grain.BIAS
    silk = {piece.id: piece for piece in with_card("front-facing", cloth="silk")}
    assert [order.cloth for order in silk["dress/front-facing"].orders] == ["silk"]
    assert [order.cloth for order in silk["dress/front"].orders] == ["linen"]
    wide = {piece.id: piece for piece in with_card("front", allowances_mm={"side": 40.0})}
    plain = {piece.id: piece for piece in cut_pieces(JOB)}
    across = [max(y for x, y in by["dress/front"].cut_line if x > 900) for by in (wide, plain)]
    assert across[0] - across[1] == pytest.approx(30.0, abs=0.5)


def test_a_piece_left_out_is_not_cut():
    ids = {piece.id for piece in with_card("back-facing", left_out=True)}
    assert "dress/back-facing" not in ids
    assert "dress/front-facing" in ids


@pytest.mark.parametrize(
    ("said", "says"),
    [({"brim": 10.0}, "no edge “brim”"), ({"side": 500.0}, "cannot have an allowance")],
)
def test_an_allowance_that_cannot_be_is_refused(said, says):
    job = with_piece_card(JOB, DRESS, "front", Card(allowances_mm=said))
    with pytest.raises(DraftRefused, match=says):
        drafted(job.garments[0])


# --- dragging -----------------------------------------------------------------------------------


@given(st.integers(-30, 60), st.integers(-40, 0))
def test_a_point_is_dragged_to_within_what_a_tape_shows(across, down):
    start = point(JOB)
    try:
        job = dragged(JOB, DRESS, "front", "hem at the side", (start[0] + down, start[1] + across))
    except ValueError:
        assert abs(across) < 1
        return
    end = point(job)
    assert end[0] - start[0] == pytest.approx(down, abs=3.0)
    assert end[1] - start[1] == pytest.approx(across, abs=3.0)


def point(job):
    pieces = drafted(job.garments[0]).pattern.piece("front").points
    return next((p.down_mm, p.across_mm) for p in pieces if p.name == "hem at the side")


def test_a_point_that_no_figure_moves_stays():
    with pytest.raises(ValueError, match="No figure"):
        dragged(JOB, DRESS, "pocket", "finger tip", (0.0, 0.0))
    with pytest.raises(ValueError, match="no point"):
        dragged(JOB, DRESS, "front", "pocket tip", (0.0, 0.0))


# --- as far as the cloth goes -------------------------------------------------------------------


def skirt_on(at_hand_mm):
    cloth = Cloth(id="linen", usable_width_mm=1400.0, length_at_hand_mm=at_hand_mm)
    skirt = Garment(
        id="skirt",
        style="pencil-skirt",
        size="92",
        body=size_body("92"),
        cloths={"interfacing": "firm"},
        figures={"hem.down": AsFar(400.0)},
    )
    firm = Cloth(id="firm", usable_width_mm=900.0)
    return Job(cloths=(cloth, firm), garments=(skirt,), fold="open")


def test_a_skirt_goes_as_far_as_the_cloth_does():
    found = []
    for at_hand in (900.0, 1100.0):
        job = found_as_far(skirt_on(at_hand), Search(effort=30))
        own = job.garments[0].figures["hem.down"]
        assert isinstance(own, AsFar)
        found.append(own.found_mm)
        lays = lay_job(job, cut_pieces(job), fold="open", search=Search(effort=30))
        (lay,) = (lay for lay in lays if lay.cloth.id == "linen")
        assert need(lay).need_mm <= at_hand + 1e-6
    # the front and both backs lie side by side on 140 cm: the length grows with the cloth
    assert found[1] - found[0] == pytest.approx(200.0, abs=25.0)


def test_cloth_too_short_even_for_the_least_is_refused():
    with pytest.raises(LayRefused, match=r"Even at its least hem\.down"):
        found_as_far(skirt_on(600.0), Search(effort=20))


def test_what_is_found_is_said_and_written(tmp_path):
    path, out = tmp_path / "a.wickel.json", tmp_path / "b.wickel.json"
    save_job(skirt_on(1000.0), path)
    result = CliRunner().invoke(app, ["reach", str(path), "-o", str(out), "--effort", "20"])
    assert result.exit_code == 0, result.stderr
    assert result.stdout.startswith("skirt:hem.down: ")
    own = read_job(out).garments[0].figures["hem.down"]
    assert own.found_mm >= own.least_mm == 400.0
