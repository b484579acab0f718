"""Figures of the maker's own: what is typed is drawn, its rule and its doubt stand beside it."""

import math
from dataclasses import replace

import pytest

from tests.draft.pairwise import pairwise
from tests.often import usual
from wickel.body import CHARTS, MEASUREMENTS, size_body
from wickel.draft import (
    STYLES,
    Allowances,
    AsFar,
    DraftRefused,
    Formula,
    Length,
    LengthOption,
    Plus,
    asked_measurements,
    draft,
    needed_measurements,
    tape_checks,
    unusual_answers,
)
from wickel.draft.ledger import ANYWAY, Both, Ledger, spelled
from wickel.draft.own import blank_style, style_of
from wickel.pattern import FigureKind, Gave

LEDGERS = [style for style in STYLES.values() if style.steps is not None]
IDS = [style.id for style in LEDGERS]


def drafted(style, figures=None, size="92", anyway=False, **options):
    known = STYLES[style]
    chart = CHARTS[known.charts[0]]
    return draft(known, chart.body(size), options, Allowances(), figures or {}, anyway=anyway)


def drafted_or_refused(style, figures=None, size="92", **options):
    """The pattern, or the refusal."""
    try:
        return drafted(style, figures, size, **options), None
    except DraftRefused as refusal:
        return None, refusal


def at(pattern, piece, name):
    """A construction point, as (down, across) in mm."""
    point = next(p for p in pattern.piece(piece).points if p.name == name)
    return (point.down_mm, point.across_mm)


def of(pattern, id):
    """A figure of a pattern, whole."""
    return next(figure for figure in pattern.figures if figure.id == id)


# --- the ledger itself ------------------------------------------------------------------------


def ledger(given=None, **options):
    return Ledger(size_body("92"), options, given)


def test_a_rule_is_a_formula_with_measurements_questions_and_earlier_figures():
    own = ledger(ease_mm=60.0)
    assert own.length("quarter", "bust/4 + ease/4", "Quarter") == 920 / 4 + 15
    assert own.length("hem.across", "quarter + 2 cm", "Hem") == 245 + 20
    assert [figure.rule for figure in own.figures] == ["bust/4 + ease/4", "quarter + 2 cm"]


def test_front_and_back_follow_the_same_rule_each_with_its_own_figures():
    own = ledger({"a.b.back": Length(30.0)})
    assert own.both("a.b", "2 cm", "First") == Both(20.0, 30.0)
    assert own.both("c", "a_b + 1 cm", "Second") == Both(30.0, 40.0)
    assert own.both("d", ("1 cm", "a_b_front"), "Third") == Both(10.0, 20.0)
    assert own.length("e", "a_b_front + a_b_back", "Sum") == 50.0


@pytest.mark.parametrize(
    ("given", "value", "gave"),
    [
        (Length(123.0), 123.0, Gave.LENGTH),
        (Plus(-10.0), 220.0, Gave.PLUS),
        (Formula("waist/4 + 2 cm"), 205.0, Gave.FORMULA),
        (AsFar(450.0), 450.0, Gave.CLOTH),
        (AsFar(450.0, 512.0), 512.0, Gave.CLOTH),
        (AsFar(450.0, 300.0), 450.0, Gave.CLOTH),
    ],
)
def test_the_maker_gives_a_length_a_plus_a_formula_or_as_far_as_it_goes(given, value, gave):
    own = ledger({"quarter": given})
    assert own.length("quarter", "bust/4", "Quarter") == pytest.approx(value)
    (figure,) = own.figures
    assert (figure.gave, figure.mine, figure.ruled) == (gave, True, 230.0)


def test_one_side_stands_before_both():
    own = ledger({"x": Length(10.0), "x.back": Length(20.0)})
    assert own.both("x", "5 cm", "X") == Both(10.0, 20.0)


def test_what_is_unusual_is_doubted_and_drawn():
    own = ledger({"dart.wide": Length(55.0)})
    assert own.length("dart.wide", "3 cm", "Width of the dart", (0, 40)) == 55.0
    assert "mostly it is from 0 cm to 4 cm" in str(own.figures[0].doubt)


def test_what_is_solved_is_not_solved_when_the_maker_gives_it():
    def never():
        raise AssertionError

    own = ledger({"cap": Length(140.0)})
    assert own.solved("cap", never, "Cap height", of=("armhole",)) == 140.0
    assert ledger().solved("cap", lambda: 120.0, "Cap height", of=("armhole",)) == 120.0
    assert ledger({"cap": Plus(5.0)}).solved("cap", lambda: 120.0, "Cap", of=()) == 125.0


@pytest.mark.parametrize(
    ("formula", "says"),
    [
        ("bust/", "signs and brackets"),
        ("busst/4", "“busst” is neither"),
        ("4", "plain number"),
        ("bust.real", "not allowed"),
        ("bust*bust", "area"),
        ("30000 cm", "that long"),
    ],
)
def test_a_formula_that_gives_no_length_is_refused_with_the_figure(formula, says):
    with pytest.raises(DraftRefused, match=says) as refusal:
        ledger({"quarter": Formula(formula)}).length("quarter", "bust/4", "Quarter of the bust")
    assert "Quarter of the bust" in str(refusal.value)
    assert refusal.value.concerns == ("quarter",)


def test_a_figure_may_not_be_spelled_like_a_measurement_nor_taken_twice():
    with pytest.raises(ValueError, match="like a measurement"):
        ledger().length("sleeve.length", "5 cm", "Sleeve")
    own = ledger()
    own.length("a", "5 cm", "A")
    with pytest.raises(ValueError, match="twice"):
        own.length("a", "6 cm", "A")


def test_numbers_and_angles_are_plain():
    own = ledger({"panels": Length(6.0), "angle": Plus(5.0)})
    assert own.number("panels", 4, "Panels", (2, 12)) == 6.0
    assert own.angle("angle", 30.0, "Angle", (0, 90)) == 35.0
    with pytest.raises(DraftRefused, match="plain number"):
        ledger({"panels": Formula("bust/4")}).number("panels", 4, "Panels", (2, 12))


# --- every style on the ledger ----------------------------------------------------------------


@pytest.mark.parametrize("style", usual(LEDGERS, LEDGERS[1::3]), ids=lambda style: style.id)
def test_a_style_tells_every_figure_with_words_level_and_rule(style):
    pattern = drafted(style.id, size=middle(style))
    assert len(pattern.figures) >= 8
    for figure in pattern.figures:
        assert figure.words[0].isupper(), figure.id
        assert figure.level, figure.id
        assert figure.rule or figure.of, figure.id
        assert figure.doubt == "", f"{figure.id}: {figure.doubt}"
        assert spelled(figure.id) not in MEASUREMENTS
    assert len({figure.id for figure in pattern.figures}) == len(pattern.figures)


def middle(style):
    sizes = list(CHARTS[style.charts[0]].sizes)
    return sizes[len(sizes) // 2]


def three_sizes(style):
    sizes = list(CHARTS[style.charts[0]].sizes)
    return (sizes[1], sizes[len(sizes) // 2], sizes[-2])


def every_figure(which):
    """All figures in the smallest, the middle or the largest of three sizes."""
    return [
        (style.id, three_sizes(style)[which], figure)
        for style in LEDGERS
        for figure in drafted(style.id, size=three_sizes(style)[which]).figures
    ]


def step(figure):
    return Plus(10.0 if figure.kind is FigureKind.LENGTH else 1.0)


SOME = 13
"""One in so many figures is changed in every run."""


@pytest.mark.parametrize("which", usual((0, 1, 2), (1,)))
@pytest.mark.parametrize("all_of_them", usual((False, True), (False,)))
def test_every_figure_that_is_changed_changes_the_draft_or_is_refused_by_name(which, all_of_them):
    without = []
    figures = every_figure(which)
    for style, size, figure in figures if all_of_them else figures[::SOME]:
        before = drafted(style, size=size)
        after, refusal = drafted_or_refused(style, {figure.id: step(figure)}, size)
        if refusal is not None:
            assert refusal.concerns, figure.id
            continue
        assert after.figure(figure.id) == pytest.approx(figure.value + step(figure).mm)
        if after.pieces == before.pieces:
            without.append((style, size, figure.id))
        checks = tape_checks(STYLES[style], after, CHARTS[STYLES[style].charts[0]].body(size), {})
        assert checks
    # a neck no wider than its true point, a curve cut short by its sleeve, a line above the curve
    assert {id for _, _, id in without} <= DRAWN_ONLY_WHERE_THEY_REACH


def figures_of_other_answers(style):
    """The figures that only come with other answers than the usual ones, each with the first
    answers that bring it."""
    known = {figure.id for figure in drafted(style.id, size=middle(style)).figures}
    for row in pairwise(style):
        made, _ = drafted_or_refused(style.id, None, middle(style), **row)
        for figure in () if made is None else made.figures:
            if figure.id not in known:
                known.add(figure.id)
                yield row, made, figure


@pytest.mark.parametrize(
    "style",
    usual(LEDGERS, [own for own in LEDGERS[::3] if own.id != "from-parts"]),
    ids=lambda style: style.id,
)
def test_every_figure_of_other_answers_changes_the_draft_too(style):
    for row, before, figure in figures_of_other_answers(style):
        given = {figure.id: step(figure)}
        after, refusal = drafted_or_refused(style.id, given, middle(style), **row)
        if refusal is not None:
            assert refusal.concerns, figure.id
            continue
        assert after.figure(figure.id) == pytest.approx(figure.value + step(figure).mm), figure.id
        assert after.pieces != before.pieces or figure.id in DRAWN_ONLY_WHERE_THEY_REACH, (
            figure.id,
            row,
        )


DRAWN_ONLY_WHERE_THEY_REACH = {
    "chest.down.front",
    "chest.down.back",
    "bust.down.back",
    "pleat.wide",
}
"""Figures of which a centimetre more need not show: another figure reaches further, or pleats are
as many as before."""


@pytest.mark.parametrize("style", usual(LEDGERS, LEDGERS[2::3]), ids=lambda style: style.id)
def test_a_length_stays_a_plus_grades_and_a_formula_follows(style):
    small, large = list(CHARTS[style.charts[0]].sizes)[1:3]
    figure = next(f for f in drafted(style.id, size=small).figures if "/" in f.rule)
    for own in (Length(figure.value), Plus(5.0), Formula(f"{figure.rule} + 5 mm")):
        values = [
            drafted(style.id, {figure.id: own}, size=s).figure(figure.id) for s in (small, large)
        ]
        ruled = [drafted(style.id, size=s).figure(figure.id) for s in (small, large)]
        if isinstance(own, Length):
            assert values == [figure.value, figure.value]
        else:
            assert values == pytest.approx([mm + 5.0 for mm in ruled])


@pytest.mark.parametrize("style", usual(LEDGERS, LEDGERS[0::3]), ids=lambda style: style.id)
def test_a_figure_that_the_style_does_not_take_is_named(style):
    with pytest.raises(DraftRefused, match=r"has no figure brim\.wide") as refusal:
        drafted(style.id, {"brim.wide": Length(10.0)}, size=middle(style))
    assert refusal.value.concerns == ("brim.wide",)


def test_a_style_without_a_ledger_says_so():
    own = style_of(blank_style("own-new", "A style of your own"))
    with pytest.raises(DraftRefused, match="takes no figures"):
        draft(own, CHARTS["women"].body("96"), {}, Allowances(), {"waist.across": Length(200.0)})


def test_every_style_of_the_house_takes_figures():
    assert [style.id for style in STYLES.values() if style.steps is None] == []


@pytest.mark.parametrize("style", usual(LEDGERS, LEDGERS[1::3]), ids=lambda style: style.id)
def test_answers_beyond_what_is_usual_are_doubted_and_drawn_where_they_can_be(style):
    for option in style.options:
        if isinstance(option, LengthOption):
            for value in (option.least - 2.0, option.most + 2.0):
                assert str(unusual_answers(style, {option.id: value})[option.id])
                answer = {option.id: value}
                _, refusal = drafted_or_refused(style.id, size=middle(style), **answer)
                assert refusal is None or refusal.args[0].code != "style.outside", option.id
            assert unusual_answers(style, {option.id: option.default}) == {}


# --- drafted anyway ---------------------------------------------------------------------------

ANYWAY_CASES = [
    ("knit-top", {"sleeve.across": Length(600.0)}, "cap.height", "Cap to armhole"),
    ("trousers", {"crotch.across": Length(10.0)}, "crotch.more", "Crotch"),
    ("trousers", {"crotch.whole": Length(400.0)}, "crotch.more", "Crotch"),
]


@pytest.mark.parametrize(("style", "figures", "id", "check"), ANYWAY_CASES)
def test_what_can_be_sewn_is_drafted_anyway_and_its_check_is_broken(style, figures, id, check):
    known = STYLES[style]
    body = CHARTS[known.charts[0]].body("92")
    with pytest.raises(DraftRefused) as refused:
        draft(known, body, {}, Allowances(), figures)
    assert ANYWAY in refused.value.concerns
    made = draft(known, body, {}, Allowances(), figures, anyway=True)
    assert str(of(made, id).doubt) == str(refused.value)
    (broken,) = (own for own in tape_checks(known, made, body, {}) if own.broken)
    assert broken.name == check
    assert broken.way_out


def test_the_nearest_crotch_is_as_far_off_as_the_refusal_says():
    made = drafted("trousers", {"crotch.across": Length(10.0)}, anyway=True)
    known = STYLES["trousers"]
    body = CHARTS[known.charts[0]].body("92")
    (crotch,) = (own for own in tape_checks(known, made, body, {}) if own.name == "Crotch")
    said = of(made, "crotch.more").doubt.values["short"]
    assert crotch.other_mm - crotch.one_mm == pytest.approx(said, abs=0.01)


def test_a_lift_of_the_makers_own_is_met_by_the_extension():
    made = drafted("trousers", {"waist.lift": Length(5.0)})
    known = STYLES["trousers"]
    body = CHARTS[known.charts[0]].body("92")
    assert not any(own.broken for own in tape_checks(known, made, body, {}))
    assert made.figure("crotch.more") > 0


def test_what_cannot_be_drawn_is_refused_anyway():
    with pytest.raises(DraftRefused) as refused:
        drafted("trousers", {"leg.down": Length(150.0)}, anyway=True)
    assert ANYWAY not in refused.value.concerns


# --- what need not be measured --------------------------------------------------------------------


def without(body, *measurements):
    return replace(
        body,
        measurements_mm={
            id: mm for id, mm in body.measurements_mm.items() if id not in measurements
        },
    )


def test_a_measurement_that_no_piece_needs_is_not_asked_for():
    style, body = STYLES["pencil-skirt"], size_body("92")
    assert needed_measurements(style, body, {}, Allowances()) == style.required
    own = {"hem.down": Length(600.0), "hip.down": Length(200.0), "zip.below": Length(200.0)}
    needed = needed_measurements(style, body, {}, Allowances(), own)
    assert set(needed) == {"waist", "hip"}
    bare = without(body, "waist_to_knee", "waist_to_hip")
    made = draft(style, bare, {}, Allowances(), own)
    assert made == replace(draft(style, body, {}, Allowances(), own), figures=made.figures)
    hem = of(made, "hem.down.front")
    assert (hem.value, hem.gave) == (600.0, Gave.LENGTH)
    assert math.isnan(hem.ruled)
    with pytest.raises(DraftRefused, match="not measured yet: waist to hip") as refused:
        draft(style, bare, {}, Allowances(), {"hem.down": Length(600.0)})
    assert refused.value.concerns == ("waist_to_hip",)


def test_without_sleeves_no_arm_is_measured():
    style, body = STYLES["bodice"], size_body("92")
    needed = needed_measurements(style, body, {"sleeve": "none"}, Allowances())
    assert "bust" in needed
    assert not {"upper_arm", "wrist", "sleeve_length"} & set(needed)
    asked = asked_measurements(style, body, {"sleeve": "none"}, Allowances())
    assert set(needed) <= set(asked) < set(style.required)
    bare = without(body, "upper_arm", "wrist", "sleeve_length")
    assert draft(style, bare, {"sleeve": "none"}, Allowances()).pieces


@pytest.mark.parametrize("style", usual(IDS, IDS[1::3]))
def test_what_is_not_needed_changes_nothing_and_its_checks_are_not_made(style):
    known = STYLES[style]
    body = CHARTS[known.charts[0]].body("92")
    whole = draft(known, body, {}, Allowances())
    for measurement in known.required:
        bare = without(body, measurement)
        if measurement in needed_measurements(known, body, {}, Allowances()):
            with pytest.raises(DraftRefused, match="not measured yet"):
                draft(known, bare, {}, Allowances())
            continue
        assert draft(known, bare, {}, Allowances()).pieces == whole.pieces
        for check in tape_checks(known, whole, bare, {}):
            assert not check.broken


def test_a_rule_that_was_not_measured_is_needed_again_when_the_figure_is_taken_back():
    style = STYLES["trousers"]
    bare = without(size_body("92"), "crotch_round")
    own = {"waist.lift": Length(20.0), "crotch.more": Length(0.0), "crotch.whole": Length(700.0)}
    made = draft(style, bare, {}, Allowances(), own)
    assert made.figure("waist.lift") == 20.0
    crotch = next(c for c in tape_checks(style, made, bare, {}) if c.name == "Crotch")
    assert not crotch.measured
    with pytest.raises(DraftRefused, match="crotch round"):
        draft(style, bare, {}, Allowances(), {"waist.lift": Length(20.0)})


def test_what_only_a_check_looks_at_is_asked_for_and_does_not_hinder():
    style, body = STYLES["box-dress"], size_body("92")
    assert "head" not in needed_measurements(style, body, {}, Allowances())
    assert "head" in asked_measurements(style, body, {}, Allowances())
    bare = without(body, "head")
    made = draft(style, bare, {}, Allowances())
    (head,) = (c for c in tape_checks(style, made, bare, {}) if c.name == "Over the head")
    assert not head.measured
    assert not head.broken
