"""Schools: they set what a style asks, and nothing else; a maker's own are what the garment has
now."""

import pytest

from wickel.body import CHARTS
from wickel.draft import (
    PRESETS,
    SCHOOLS,
    STYLES,
    Allowances,
    DraftRefused,
    draft,
    school_of,
    school_options,
)
from wickel.draft.schools import SCHOOL_OPTIONS


def test_a_school_sets_only_what_the_style_asks():
    school = SCHOOLS["sixths"]
    bodice = school_options(school, STYLES["bodice"], {"facing_mm": 50.0})
    assert bodice == {
        "facing_mm": 50.0,
        "chest_line": "sixth",
        "neck_rule": "sixth",
        "cap": "close",
    }
    assert school_options(school, STYLES["circle-skirt"], {}) == {}


def test_schools_say_only_what_schools_say_and_name_a_preset():
    for school in SCHOOLS.values():
        assert set(school.options) <= set(SCHOOL_OPTIONS)
        assert school.allowances.preset in PRESETS


@pytest.mark.parametrize("style", STYLES.values(), ids=lambda style: style.id)
@pytest.mark.parametrize("school", SCHOOLS.values(), ids=lambda school: school.id)
def test_every_school_drafts_every_style_or_names_what_disagrees(style, school):
    chart = CHARTS[style.charts[0]]
    sizes = list(chart.sizes)
    options = school_options(school, style, {})
    refused = ()
    try:
        draft(style, chart.body(sizes[len(sizes) // 2]), options, school.allowances)
    except DraftRefused as refusal:
        refused = refusal.concerns
    assert set(refused) <= {*options} | set(style.required) | {o.id for o in style.options}


def test_a_maker_s_own_school_is_what_the_garment_is_drafted_by_now():
    given, allowances = (
        {"ease_mm": 44.0, "below_waist_mm": 50.0},
        Allowances(preset="classic", own_mm={"hem": 33.0}),
    )
    school = school_of(("own-mine", "Mine"), STYLES["bodice"], given, allowances)
    assert school.options["ease_mm"] == 44.0
    assert school.options["chest_line"] == "armhole"
    assert "below_waist_mm" not in school.options
    assert school.allowances == allowances
    assert school_options(school, STYLES["coat"], {})["slope_mm"] == school.options["slope_mm"]
