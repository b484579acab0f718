"""A maker is answered in the maker's unit: every stage is walked in inches, and in centimetres."""

import re

import pytest
from PySide6.QtWidgets import QAbstractButton, QComboBox, QLabel, QLineEdit, QPlainTextEdit, QWidget

from tests.app.test_window import BODY, CLOTH, DRAFT, LAY, go, type_into
from tests.often import usually
from wickel.units import Unit

pytestmark = pytest.mark.own_window
"""What was unfolded before is in sight, and would be read here."""

METRIC = re.compile(r"\d\s?(?:cm|mm|m)\b")
IMPERIAL = re.compile(r"\d\s?(?:in|yd|ft)\b")
MOST_STAGES = 6
TYPED = (
    "type it in any unit, like 92, 36 1/4 in or 1 yd 4 in",
    "like 10 cm or 1/8 yd",
    "like 5 yd",
    "waist_to_knee - 1 1/2 in",
    "bust/4 + 2 cm",
)
"""Examples of what may be typed, in any unit whatever the job's."""


def words_of(widget):
    """Everything a widget says, also to those who hover over it or have it read out."""
    yield widget.toolTip()
    yield widget.accessibleName()
    if isinstance(widget, QLabel | QAbstractButton | QLineEdit):
        yield widget.text()
    if isinstance(widget, QLineEdit):
        yield widget.placeholderText()
    if isinstance(widget, QPlainTextEdit):
        yield widget.toPlainText()
    if isinstance(widget, QComboBox):
        yield from (widget.itemText(k) for k in range(widget.count()))


def said(window):
    """What is said on the stage that is in sight, without examples."""
    for widget in window.findChildren(QWidget):
        for words in words_of(widget) if widget.isVisible() else ():
            for example in TYPED:
                words = words.replace(example, "")
            yield words


@pytest.mark.parametrize(("unit", "foreign"), [(Unit.INCH, METRIC), (Unit.CM, IMPERIAL)])
def test_no_stage_answers_in_another_unit(window, session, qtbot, unit, foreign):
    if unit is Unit.INCH:
        window.menus.inches.trigger()
    assert session.job.unit is unit
    for stage in range(MOST_STAGES):
        go(qtbot, window, stage)
        wrong = {words for words in said(window) if foreign.search(words)}
        assert not wrong, f"stage {stage}: {wrong}"
    window.draft.show_figures()
    go(qtbot, window, DRAFT)
    wrong = {words for words in said(window) if foreign.search(words)}
    assert not wrong, f"figures: {wrong}"


TROUBLES = (
    (BODY, lambda window: window.body.fields["bust"], "160"),
    (BODY, lambda window: window.body.fields["bust"], "900"),
    (DRAFT, lambda window: window.draft.options.fields["neck_width_mm"], "19"),
    (DRAFT, lambda window: window.draft.options.fields["below_knee_mm"], "-60"),
    (CLOTH, lambda window: window.cloth.fields["usable_width_mm"], "40"),
    (CLOTH, lambda window: window.cloth.fields["margin_mm"], "3"),
)


@pytest.mark.parametrize(
    ("stage", "field", "typed"),
    usually(TROUBLES, lambda k: k % 2 == 0),
)
def test_what_is_wrong_is_said_in_inches_too(window, session, qtbot, stage, field, typed):
    window.menus.inches.trigger()
    go(qtbot, window, stage)
    before = set(said(window))
    type_into(qtbot, field(window), f"{typed} cm")
    new = set(said(window)) - before
    assert new
    for there in (stage, LAY):
        go(qtbot, window, there)
        wrong = {words for words in said(window) if METRIC.search(words)}
        assert not wrong, f"stage {there}: {wrong}"
