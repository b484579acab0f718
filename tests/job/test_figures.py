"""Figures and cards of a job: read from words, kept in its file, set on the command line."""

import json
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from typer.testing import CliRunner

from wickel.body import size_body
from wickel.cli import app
from wickel.cloth import Cloth
from wickel.draft import SCHOOLS, AsFar, DraftRefused, Formula, Length, Plus, School
from wickel.files import job_of, job_record, read_job, save_job
from wickel.files.book import read_schools, save_schools
from wickel.geometry import area, simple_outline
from wickel.job import Card, Garment, Job, drafted
from wickel.job.as_far import found_as_far
from wickel.job.edits import with_allowed, with_piece_card, with_school, with_shared_allowances
from wickel.job.figures import (
    bases_of_piece,
    dragged,
    read_figure,
    read_settings,
    shown_own,
    with_figure,
)
from wickel.job.job import Allowed, Backing, CardGrain, Centre, End, Giver, Layer
from wickel.job.laying import lay_job
from wickel.job.unheard import unheard
from wickel.job.version import version_of, with_version
from wickel.job.work import cut_pieces, drafted_series
from wickel.lay import LayRefused, Place, Search
from wickel.lay.demand import Grain
from wickel.pattern import EdgeKind, cut_line, edge_length, net_line
from wickel.studio import with_materials
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
        ("6 cut", Length(60.0, cut=True)),
        ("2 3/8 in cut", Length(2.375 * 25.4, cut=True)),
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
        st.integers(1, 4000).map(lambda k: Length(float(k), cut=True)),
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
        "neck.down.front": Length(60.325, cut=True),
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
        name="Neck strip",
        centre=Centre.WHOLE,
        grain_deg=-30.0,
        interfacing=Backing(edge="neck", deep_mm=40.0),
        lining=Backing(shorter_mm=20.0, smaller_mm=3.0, outer_edge="neck", outer_mm=60.0),
        runs_out={"outer": End.START, "neck": End.END},
        spare_mm=40.0,
        place=Place.ALONE,
    )
    job = with_piece_card(job, job.garments[0], "back-facing", card)
    facing = Card(interfacing=Backing(), lining=Backing(none=True))
    job = with_piece_card(job, job.garments[0], "front-facing", facing)
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


# --- schools and versions: who has given a figure -------------------------------------------------

MINE = School(
    id="own-mine",
    name="Mine",
    figures={
        "shoulder.slope": Length(12.0),
        "neck.down.back": Plus(-5.0),
        "crotch.whole": Length(400.0),  # a dress has none
        "sleeve.long": Length(150.0),
    },
)


def test_a_school_brings_the_figures_that_the_style_takes_and_leaves_the_makers():
    job = with_figure(JOB, DRESS, "sleeve.long", Length(222.0))
    job = with_school(job, job.garments[0], MINE)
    (dress,) = job.garments
    assert dress.figures == {
        "sleeve.long": Length(222.0),
        "shoulder.slope": Length(12.0),
        "neck.down.back": Plus(-5.0),
    }
    assert {id: giver.name for id, giver in dress.given_by.items()} == {
        "shoulder.slope": "Mine",
        "neck.down.back": "Mine",
    }
    # what the maker then gives is theirs; another school takes only its forerunner's away
    job = with_figure(job, dress, "shoulder.slope", Length(20.0))
    assert set(job.garments[0].given_by) == {"neck.down.back"}
    job = with_school(job, job.garments[0], SCHOOLS["easy"])
    assert set(job.garments[0].figures) == {"sleeve.long", "shoulder.slope"}
    assert job.garments[0].given_by == {}


def test_a_version_is_named_as_the_giver_of_its_figures_and_a_file_keeps_it(tmp_path):
    own = replace(DRESS, figures={"shoulder.slope": Length(12.0)})
    version = version_of(own, "mine", "My dress")
    made = with_version(DRESS, version)
    giver = Giver(layer=Layer.VERSION, name="My dress")
    assert made.given_by == {"shoulder.slope": giver}
    job = replace(JOB, garments=(made,))
    path = tmp_path / "a.wickel.json"
    save_job(job, path)
    assert read_job(path) == job


def test_a_school_with_figures_is_kept_in_its_file(tmp_path):
    path = tmp_path / "schools.json"
    save_schools((MINE,), path)
    assert read_schools(path) == (MINE,)


def test_how_far_a_check_may_differ_is_the_maker_s(tmp_path):
    job = with_figure(JOB, DRESS, "hem.down.back", Plus(20.0))
    broken = {check.name: check for check in drafted(job.garments[0]).checks if check.broken}
    side = broken["Side seam"]
    allowed = Allowed(least_mm=-25.0, most_mm=2.0)
    job = with_allowed(job, job.garments[0], "Side seam", allowed)
    checks = {check.name: check for check in drafted(job.garments[0]).checks}
    assert checks["Side seam"].held
    assert checks["Side seam"].difference_mm == side.difference_mm
    path = tmp_path / "a.wickel.json"
    save_job(job, path)
    assert read_job(path) == job
    version = version_of(job.garments[0], "mine", "Mine")
    assert with_version(DRESS, version).allowed == {"Side seam": allowed}
    record = job_record(job)
    record["garments"][0]["allowed"] = {"Side seam": {"least_mm": 5, "most_mm": 1}}
    with pytest.raises(ValueError, match="ends before it begins"):
        job_of(record, "a.wickel.json")
    bare = with_allowed(job, job.garments[0], "Side seam", None)
    assert drafted(bare.garments[0]).checks != drafted(job.garments[0]).checks


def test_the_figures_of_a_piece_are_those_it_is_drawn_with():
    pattern = drafted(DRESS).pattern
    front, bag = bases_of_piece(pattern, "front"), bases_of_piece(pattern, "pocket")
    assert {"neck.down", "shoulder.slope", "hem.down", "side.across"} <= front
    assert "pocket.deep" not in front
    assert {"pocket.opening", "pocket.deep"} <= bag
    assert "neck.down" not in bag
    # what no point stands on is shown with every piece
    assert "slit.facing_half" in bag & bases_of_piece(pattern, "turn-up")
    every = {figure.base for figure in pattern.figures}
    assert frozenset().union(*(bases_of_piece(pattern, p.id) for p in pattern.pieces)) == every


# --- cards --------------------------------------------------------------------------------------


def carded(piece, **said):
    """A piece as its card makes it."""
    return drafted(replace(DRESS, cards={piece: Card(**said)})).pattern.piece(piece)


def carded_pieces(piece, **said):
    """All pieces where one has a card, by their ids."""
    pattern = drafted(replace(DRESS, cards={piece: Card(**said)})).pattern
    return {made.id: made for made in pattern.pieces}


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


def test_a_centre_is_cut_on_the_fold_in_halves_or_whole():
    plain = carded("front")
    halves = carded("front", centre=Centre.HALVES, allowances_mm={"centre": 15.0})
    whole = carded("front", centre=Centre.WHOLE)
    mm2 = area(net_line(plain))
    assert [(cut.copies, cut.pair, cut.on_fold) for cut in halves.cuts] == [(2, True, False)]
    assert halves.edge("centre").allowance_mm == 15.0
    assert area(net_line(halves)) == pytest.approx(mm2)
    assert area(net_line(whole)) == pytest.approx(2 * mm2)
    assert [(cut.copies, cut.on_fold) for cut in whole.cuts] == [(1, False)]
    assert carded("front", centre=Centre.FOLD) == plain
    job = with_piece_card(JOB, DRESS, "front", Card(centre=Centre.HALVES))
    seams = drafted(job.garments[0]).pattern.seams
    assert ("front", "centre") in {seam.one for seam in seams if seam.one == seam.other}


def test_a_whole_piece_goes_onto_the_fold_where_both_sides_are_alike():
    assert [cut.on_fold for cut in carded("turn-up", centre=Centre.WHOLE).cuts] == [False]
    with pytest.raises(DraftRefused, match="not the same on both sides"):
        carded("turn-up", centre=Centre.FOLD)


def test_the_grain_is_turned_by_an_angle_and_a_piece_has_a_name_of_its_own():
    front = carded("front-facing", grain_deg=30.0, name="Neck strip")
    assert (front.grain_deg, front.name) == (30.0, "Neck strip")
    job = with_piece_card(JOB, DRESS, "front-facing", Card(grain_deg=30.0))
    (cut,) = (piece for piece in cut_pieces(job) if piece.id == "dress/front-facing")
    assert cut.grain_deg == pytest.approx(30.0)


def test_interfacing_and_lining_of_all_of_it_of_a_strip_or_none():
    job = with_materials(JOB, DRESS, ("interfacing", "lining"))
    (garment,) = job.garments
    assert set(garment.cloths) >= {"interfacing", "lining"}
    card = Card(interfacing=Backing(edge="hem", deep_mm=60.0), lining=Backing(shorter_mm=30.0))
    job = with_piece_card(job, garment, "front", card)
    by_id = {piece.id: piece for piece in drafted(job.garments[0], job).pattern.pieces}
    strip, lined = by_id["front-interfacing"], by_id["front-lining"]
    wide = edge_length(by_id["front"], "hem")
    assert area(net_line(strip)) == pytest.approx(60.0 * wide, rel=0.02)
    assert [cut.material for cut in strip.cuts] == ["interfacing"]
    assert edge_length(lined, "side") == pytest.approx(edge_length(by_id["front"], "side") - 30.0)
    assert {o.cloth for p in cut_pieces(job) for o in p.orders} >= {
        garment.cloths["interfacing"],
        garment.cloths["lining"],
    }
    skirt = Garment(id="s", style="pencil-skirt", size="92", body=size_body("92"))
    none = replace(skirt, cards={"waistband": Card(interfacing=Backing(none=True))})
    materials = [cut.material for cut in drafted(none).pattern.piece("waistband").cuts]
    assert materials == ["main"]
    with pytest.raises(DraftRefused, match="no edge “brim”"):
        carded("front", interfacing=Backing(edge="brim", deep_mm=30.0))


def test_a_lining_is_smaller_and_its_front_strip_of_the_outer_cloth():
    plain = with_piece_card(JOB, DRESS, "front", Card(lining=Backing(shorter_mm=30.0)))
    lining = drafted(plain.garments[0]).pattern.piece("front-lining")
    said = Backing(shorter_mm=30.0, smaller_mm=4.0, outer_edge="neck", outer_mm=70.0)
    job = with_piece_card(JOB, DRESS, "front", Card(lining=said))
    by_id = {piece.id: piece for piece in drafted(job.garments[0]).pattern.pieces}
    strip, rest = by_id["front-lining-strip"], by_id["front-lining"]
    assert [cut.material for cut in strip.cuts] == ["main"]
    assert [cut.material for cut in rest.cuts] == ["lining"]
    both = area(net_line(strip)) + area(net_line(rest))
    assert both == pytest.approx(area(net_line(lining)), rel=1e-4)
    assert edge_length(strip, "seam") == pytest.approx(edge_length(rest, "seam"), abs=0.1)
    assert rest.edge("side").allowance_mm == lining.edge("side").allowance_mm - 4.0
    smaller = carded_pieces("front", interfacing=Backing(smaller_mm=3.0))["front-interfacing"]
    front = drafted(DRESS).pattern.piece("front")
    assert area(net_line(smaller)) == pytest.approx(area(net_line(front)))
    assert smaller.edge("side").allowance_mm == front.edge("side").allowance_mm - 3.0
    with pytest.raises(DraftRefused, match="it cannot be cut"):
        carded("front", interfacing=Backing(smaller_mm=80.0))
    with pytest.raises(DraftRefused, match="no edge “brim”"):
        carded("front", lining=Backing(outer_edge="brim", outer_mm=50.0))


def test_an_allowance_runs_out_to_nothing_at_one_end():
    plain = carded("front", allowances_mm={"side": 40.0})
    out = carded("front", allowances_mm={"side": 40.0}, runs_out={"side": End.START})
    assert (out.edge("side").allowance_mm, out.edge("side").allowance_at_end_mm) == (0.0, 40.0)
    whole = area(cut_line(plain)) - area(cut_line(carded("front", allowances_mm={"side": 0.0})))
    half = area(cut_line(out)) - area(cut_line(carded("front", allowances_mm={"side": 0.0})))
    assert half == pytest.approx(whole / 2, rel=0.1)
    lined = carded_pieces("front", runs_out={"side": End.START}, centre=Centre.WHOLE)["front"]
    mirrored = lined.edge("other side")
    assert mirrored.allowance_at_end_mm == 0.0
    assert mirrored.allowance_mm == lined.edge("side").allowance_at_end_mm
    with pytest.raises(DraftRefused, match="no edge “brim”"):
        carded("front", runs_out={"brim": End.START})


def test_a_piece_that_is_cut_later_keeps_spare_length_in_the_lay():
    plain = {piece.id: piece for piece in cut_pieces(JOB)}["dress/front"]
    spare = {piece.id: piece for piece in with_card("front", spare_mm=50.0)}["dress/front"]
    low = [max(x for x, _ in piece.cut_line) for piece in (plain, spare)]
    assert low[1] - low[0] == pytest.approx(50.0, abs=0.1)


def test_an_allowance_is_the_same_on_both_sides_of_its_seam_where_that_is_asked():
    pattern = drafted(DRESS).pattern
    job = with_piece_card(JOB, DRESS, "front", Card(allowances_mm={"side": 25.0, "hem": 50.0}))
    job = with_shared_allowances(job, "dress", pattern, "front")
    by_id = {piece.id: piece for piece in drafted(job.garments[0]).pattern.pieces}
    assert by_id["back"].edge("side").allowance_mm == 25.0
    assert by_id["back"].edge("hem").allowance_mm != 50.0  # no seam there


CARD_PARTS = {
    "left_out": st.booleans(),
    "copies": st.one_of(st.none(), st.integers(1, 6)),
    "grain": st.one_of(st.none(), st.sampled_from(CardGrain)),
    "grain_deg": st.sampled_from((0.0, 12.5, -30.0)),
    "centre": st.one_of(st.none(), st.sampled_from(Centre)),
    "allowances_mm": st.dictionaries(
        st.sampled_from(("side", "neck", "hem", "centre")), st.floats(0, 60), max_size=3
    ),
    "interfacing": st.one_of(
        st.none(),
        st.sampled_from(
            (
                Backing(none=True),
                Backing(),
                Backing(edge="hem", deep_mm=40.0),
                Backing(shorter_mm=20.0, smaller_mm=5.0),
                Backing(outer_edge="neck", outer_mm=50.0),
            )
        ),
    ),
    "runs_out": st.dictionaries(
        st.sampled_from(("side", "neck")), st.sampled_from(End), max_size=2
    ),
}


@given(
    st.dictionaries(
        st.sampled_from(("front", "back", "turn-up", "front-facing")),
        st.fixed_dictionaries({}, optional=CARD_PARTS).map(lambda said: Card(**said)),
        max_size=4,
    )
)
def test_random_cards_give_valid_pieces_of_the_same_net_area_or_a_reason(cards):
    bare = {piece.id: piece for piece in drafted(DRESS).pattern.pieces}
    try:
        done = drafted(replace(DRESS, cards=cards))
    except DraftRefused:
        return
    assert done.checks == drafted(DRESS).checks
    for piece in done.pattern.pieces:
        simple_outline(net_line(piece))
        assert area(cut_line(piece)) >= area(net_line(piece)) - 1e-6
        if piece.id not in bare:
            continue  # a strip beside it
        card = cards.get(piece.id, Card())
        folds = any(e.kind is EdgeKind.FOLD for e in bare[piece.id].edges)
        times = 2 if card.centre is Centre.WHOLE and folds else 1
        if card.centre is Centre.FOLD and not folds:
            times = 0.5
        assert area(net_line(piece)) == pytest.approx(times * area(net_line(bare[piece.id])))
        for edge, mm in card.allowances_mm.items():
            made = piece.edge(edge)
            left = max(made.allowance_mm, made.allowance_at_end_mm)
            assert left == (0.0 if made.kind is EdgeKind.FOLD else mm)


# --- dragging -----------------------------------------------------------------------------------


@given(st.integers(-30, 60), st.integers(-40, 0))
@settings(max_examples=10)
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
        dragged(JOB, DRESS, "pocket", "top of the opening", (10.0, 10.0))
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


@pytest.mark.long
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


@pytest.mark.long
def test_a_cloth_that_is_not_bought_yet_stops_no_figure_and_what_does_is_said():
    job = skirt_on(1100.0)
    lined = with_piece_card(job, job.garments[0], "front", Card(lining=Backing()))
    garment = replace(lined.garments[0], cloths={"interfacing": "firm", "lining": "silk"})
    silk = Cloth(id="silk", usable_width_mm=1400.0, name="Silk")
    lined = replace(lined, cloths=(*lined.cloths, silk), garments=(garment,))
    said = []
    found = found_as_far(lined, Search(effort=20), told=lambda *told: said.append(told))
    plain = found_as_far(job, Search(effort=20))
    far, as_far = (own.garments[0].figures["hem.down"].found_mm for own in (found, plain))
    assert far == pytest.approx(as_far, abs=15.0)
    ((id, figure, why),) = said
    assert (id, figure) == ("skirt", "hem.down")
    assert str(why) == "as far as 1.10 m of linen go"


def test_cloth_too_short_even_for_the_least_is_refused():
    with pytest.raises(LayRefused, match=r"Even at its least hem\.down"):
        found_as_far(skirt_on(600.0), Search(effort=20))


@pytest.mark.long
def test_what_is_found_is_said_and_written(tmp_path):
    path, out = tmp_path / "a.wickel.json", tmp_path / "b.wickel.json"
    save_job(skirt_on(1000.0), path)
    result = CliRunner().invoke(app, ["reach", str(path), "-o", str(out), "--effort", "20"])
    assert result.exit_code == 0, result.stderr
    assert result.stdout.startswith("skirt:hem.down: ")
    own = read_job(out).garments[0].figures["hem.down"]
    assert own.found_mm >= own.least_mm == 400.0


# --- what changes nothing ---------------------------------------------------------------------


def house_job(style, *settings, **options):
    job = Job(
        cloths=(Cloth(id="main", usable_width_mm=1500),),
        garments=(Garment(id="g", style=style, body=size_body("92"), options=options),),
    )
    return read_settings(settings, job)


def said_unheard(job):
    return [str(sentence) for sentence in unheard(job.garments[0])]


def test_a_figure_by_which_nothing_is_drawn_is_said():
    job = house_job("maxi-dress", "chest.down=5", "neck.down.front=12")
    assert said_unheard(job) == [
        "chest.down changes nothing on this garment as it is: nothing is drawn by it."
    ]
    # deep enough it is drawn by
    assert said_unheard(house_job("maxi-dress", "chest.down=45")) == []


def test_a_figure_that_is_what_the_rule_gives_changes_nothing_and_nothing_is_said():
    rule = drafted(house_job("maxi-dress").garments[0]).pattern.figure("chest.down.front")
    assert said_unheard(house_job("maxi-dress", f"chest.down={rule / 10:.4f}")) == []


def test_answers_that_are_not_asked_are_said():
    job = house_job("from-parts", shape="off-shoulder", neck="sweetheart")
    (said,) = said_unheard(job)
    assert "is not asked of this garment as it is" in said
    assert said_unheard(house_job("from-parts", neck="sweetheart")) == []
