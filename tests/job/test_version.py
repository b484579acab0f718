"""Versions of a style: what is a maker's own, kept under a name; a style rewritten with formulas of
the maker's own drafts as before for every body."""

import json
import math
import random
from dataclasses import replace

import pytest

from tests.often import all_or, usually
from wickel.body import CHARTS, size_body
from wickel.cloth import Cloth
from wickel.draft import STYLES, Allowances, DraftRefused, Formula, Length, Plus, draft, tape_checks
from wickel.draft.operations.by_hand import Lengthen
from wickel.files import read_style, save_version
from wickel.geometry import flatten
from wickel.job import (
    Card,
    Garment,
    Job,
    Version,
    drafted,
    rewritten,
    version_of,
    version_pieces,
    with_version,
)
from wickel.job.job import CardGrain
from wickel.pattern import cut_line, net_line
from wickel.studio import new_order, with_style

LEDGERS = [style.id for style in STYLES.values() if style.steps is not None]
CLOSE_MM = 0.05
VARIANTS = {
    "box-dress": ({}, {"ease_school": "quarter", "ease_mm": 25.0}),
    "bodice": ({}, {"shape": "armhole", "closing": "front"}, {"neck": "v", "collar": "none"}),
    "pencil-skirt": ({}, {"shape": "sides", "slit_mm": 0.0}),
    "knit-top": ({}, {"neck_width_mm": 95.0}),
    "trousers": ({}, {"waist": "elastic"}, {"waist": "pleats"}),
    "corset": ({},),
}


def known_variants(style):
    """The variants of a style whose questions it asks."""
    ids = {option.id for option in STYLES[style].options}
    for answers in VARIANTS.get(style, ({},)):
        if set(answers) <= ids:
            yield answers


CASES = [(style, answers) for style in LEDGERS for answers in known_variants(style)]


def off_the_chart(seed, size="92"):
    """A body with every measurement up to 4 % off a size of the chart."""
    rng = random.Random(seed)
    body = size_body(size)
    return replace(
        body,
        measurements_mm={m: mm * rng.uniform(0.96, 1.04) for m, mm in body.measurements_mm.items()},
    )


def made(style, body, options, figures):
    try:
        return draft(STYLES[style], body, options, Allowances(), figures)
    except DraftRefused as refusal:
        return str(refusal)


def farthest(one, other):
    """How far two outlines are apart, corner by corner."""
    assert len(one) == len(other)
    return max(math.dist(p, q) for p, q in zip(one, other, strict=True))


def assert_alike(one, other, style, body, options):
    assert [p.id for p in one.pieces] == [p.id for p in other.pieces]
    assert one.seams == other.seams
    for a, b in zip(one.pieces, other.pieces, strict=True):
        assert farthest(net_line(a), net_line(b)) <= CLOSE_MM
        assert farthest(cut_line(a), cut_line(b)) <= CLOSE_MM
        assert a.cuts == b.cuts
        assert [e.allowance_mm for e in a.edges] == [e.allowance_mm for e in b.edges]
        assert [(n.name, n.edge) for n in a.notches] == [(n.name, n.edge) for n in b.notches]
        for m, n in zip(a.notches, b.notches, strict=True):
            assert m.at_mm == pytest.approx(n.at_mm, abs=CLOSE_MM)
        assert [own.name for own in a.inner_lines] == [own.name for own in b.inner_lines]
        for m, n in zip(a.inner_lines, b.inner_lines, strict=True):
            assert farthest(flatten(m.path), flatten(n.path)) <= CLOSE_MM
    checks = [tape_checks(STYLES[style], pattern, body, options) for pattern in (one, other)]
    assert [c.name for c in checks[0]] == [c.name for c in checks[1]]
    for a, b in zip(*checks, strict=True):
        assert (a.one_mm, a.other_mm) == pytest.approx((b.one_mm, b.other_mm), abs=CLOSE_MM)
        assert a.held == b.held


def rewritten_figures(style, options):
    garment = Garment(id="g", style=style, size="92", body=size_body("92"), options=options)
    pattern = draft(STYLES[style], garment.body, options, Allowances())
    return rewritten(garment, pattern, "version-mine", "Mine").figures


@pytest.mark.parametrize(
    ("style", "options"),
    usually(CASES, lambda k: k % 4 == 0),
)
def test_rewritten_and_house_style_draft_alike_for_every_body(style, options):
    figures = rewritten_figures(style, options)
    assert figures
    assert all(isinstance(own, Formula) for own in figures.values())
    bodies = [size_body(size) for size in ("84", "92", "106")]
    bodies += [off_the_chart(seed) for seed in all_or(range(20), range(5))]
    compared = 0
    for body in bodies:
        house, mine = made(style, body, options, {}), made(style, body, options, figures)
        if isinstance(house, str) or isinstance(mine, str):
            assert house == mine  # refused both, for the same reason
            continue
        assert_alike(house, mine, style, body, options)
        compared += 1
    assert compared >= 3


def test_every_length_with_a_rule_is_written_out():
    figures = rewritten_figures("pencil-skirt", {})
    pattern = draft(STYLES["pencil-skirt"], size_body("92"), {}, Allowances(), figures)
    by_rule = [f.id for f in pattern.figures if f.rule and f.kind == "length" and f.gave == "rule"]
    assert by_rule == []


def test_what_the_maker_gave_stays_as_given():
    given = {"hem.down.front": Length(700.0), "waist.dip": Plus(3.0)}
    garment = Garment(id="g", style="pencil-skirt", size="92", body=size_body("92"), figures=given)
    pattern = draft(STYLES["pencil-skirt"], garment.body, {}, Allowances(), given)
    figures = rewritten(garment, pattern, "v", "V").figures
    assert figures["hem.down.front"] == Length(700.0)
    assert figures["waist.dip"] == Plus(3.0)
    assert figures["hem.down.back"] == Formula("waist_to_knee + below_knee")
    assert "hem.down" not in figures


def test_a_figure_of_a_dart_that_a_body_does_not_have_is_no_refusal():
    # the waist nearly as wide as the hip: no dart, so that its ends are no figures
    body = size_body("92")
    body = replace(body, measurements_mm=dict(body.measurements_mm) | {"waist": 905.0})
    figures = {"dart.top": Plus(5.0)}
    assert any(
        f.id == "dart.top.front"
        for f in draft(STYLES["bodice"], size_body("92"), {}, Allowances(), figures).figures
    )
    straight = draft(STYLES["bodice"], body, {"ease_mm": 20.0}, Allowances(), figures)
    assert straight.figure("dart.wide.front") == 0


# --- kept, read, made again ---------------------------------------------------------------------

MINE = Version(
    id="version-ferry",
    name="Ferry skirt",
    style="pencil-skirt",
    options={"slit_mm": 0.0},
    figures={
        "hem.down": Length(720.0),
        "hip.across.front": Plus(5.0),
        "waist.dip.back": Formula("waist/60"),
    },
    cards={"waistband": Card(grain=CardGrain.CROSS, note="interfaced twice")},
)


def order():
    skirt = Garment(
        id="skirt",
        style="pencil-skirt",
        size="96",
        body=size_body("96"),
        cloths={"interfacing": "firm"},
    )
    cloths = (
        Cloth(id="linen", usable_width_mm=1400.0),
        Cloth(id="firm", usable_width_mm=900.0),
    )
    return Job(cloths=cloths, garments=(skirt,))


def test_a_version_survives_its_file(tmp_path):
    path = tmp_path / "version-ferry.wickel-style.json"
    save_version(MINE, path)
    assert read_style(path) == MINE


@pytest.mark.parametrize(
    ("key", "value", "says"),
    [
        ("style", "toga", "no style “toga”"),
        ("figures", {"hem.down": {}}, "one of length_mm"),
        ("cards", {"front": {"copies": 0}}, "copies"),
        ("version", 3, "newer Wickel"),
        ("changes", [{"operation": "iron", "piece": "front"}], "iron"),
    ],
)
def test_a_version_that_cannot_be_read_says_why(tmp_path, key, value, says):
    path = tmp_path / "x.wickel-style.json"
    save_version(MINE, path)
    path.write_text(json.dumps(json.loads(path.read_text()) | {key: value}))
    with pytest.raises(ValueError, match=says):
        read_style(path)


def test_a_garment_made_in_a_version_has_its_figures_and_cards_in_any_size():
    for size in ("84", "92", "106"):
        job = with_style(order(), order().garments[0], MINE)
        (skirt,) = job.garments
        skirt = replace(skirt, size=size, body=size_body(size))
        assert (skirt.name, skirt.style) == ("Ferry skirt", "pencil-skirt")
        pattern = drafted(skirt, replace(job, garments=(skirt,))).pattern
        assert pattern.figure("hem.down.front") == pattern.figure("hem.down.back") == 720.0
        quarter = (size_body(size)["hip"] + 40.0) / 4
        assert pattern.figure("hip.across.front") == pytest.approx(quarter + 5.0)
        assert pattern.figure("waist.dip.back") == pytest.approx(size_body(size)["waist"] / 60)
        assert not any(n.name == "slit" for n in pattern.piece("back").notches if n.at_mm > 0)


def test_a_version_of_a_garment_holds_what_is_the_makers_and_nothing_of_the_job():
    job = order()
    garment = with_version(job.garments[0], MINE)
    cards = {**garment.cards, "front": Card(cut={"linen": 1}, cloth="linen")}
    kept = version_of(replace(garment, cards=cards), MINE.id, MINE.name)
    assert kept == MINE
    assert with_version(job.garments[0], kept).cloths == job.garments[0].cloths


def test_a_new_order_in_a_version_is_called_after_it():
    job = new_order(MINE)
    assert job.name == "New ferry skirt"
    assert job.garments[0].figures == MINE.figures
    assert {
        material
        for cut in version_pieces(MINE).pieces
        for material in (c.material for c in cut.cuts)
    } <= {"main", *job.garments[0].cloths}


def test_changes_by_hand_belong_to_a_version(tmp_path):
    change = Lengthen(piece="front", at=0.5, by_mm=20.0)
    mine = replace(MINE, changes=(change,))
    save_version(mine, tmp_path / "a.wickel-style.json")
    again = read_style(tmp_path / "a.wickel-style.json")
    assert again.changes == (change,)
    assert version_pieces(again) == version_pieces(mine)


def test_a_style_that_has_no_chart_body_is_not_drafted_but_read():
    impossible = replace(MINE, figures={"hem.down": Length(-50.0)})
    with pytest.raises(DraftRefused):
        version_pieces(impossible)
    assert CHARTS[impossible.base.charts[0]].sizes
