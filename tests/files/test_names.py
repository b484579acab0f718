"""Names from people and files: safe as file names, in XML and in sheets, and never two the same."""

import string
from pathlib import PurePosixPath
from xml.etree import ElementTree

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wickel.drawing import Drawing, Label, Layer
from wickel.files import (
    UniqueNames,
    csv_text,
    plain_text,
    safe_name,
    svg_text,
)
from wickel.geometry import Bounds

ANY = st.text(st.characters(), max_size=300)


@given(ANY)
def test_a_safe_name_stays_in_its_folder_and_can_be_a_file(text):
    name = safe_name(text)
    assert PurePosixPath(name).name == name
    assert name not in ("", ".", "..")
    assert not name.startswith((".", "-"))
    assert len(name.encode()) <= 120
    assert safe_name(name) == name


@pytest.mark.parametrize(
    "text", ["/etc/passwd", "../../x", "a\0b", "..", "con\x1b[2J", "\ud800", "x" * 400, "é" * 200]
)
def test_names_that_would_do_harm_do_not(text):
    assert set(safe_name(text)) <= set(string.ascii_letters + string.digits + "-_.") | {"é"}


def test_long_names_stay_apart():
    assert safe_name("x" * 200 + "a") != safe_name("x" * 200 + "b")


def test_what_looks_alike_once_it_is_safe_gets_a_number():
    names = UniqueNames()
    assert [names.name(text) for text in ("a/b", "a-b", "A-B", "c")] == [
        "a-b",
        "a-b-2",
        "A-B-3",
        "c",
    ]


@given(ANY)
def test_plain_text_can_be_written_and_shown(text):
    plain = plain_text(text)
    plain.encode()
    drawing = Drawing(
        box=Bounds(0, 0, 10, 10),
        strokes=(),
        labels=(Label(layer=Layer.NAME, text=text, at=(1, 1), height_mm=3),),
    )
    ElementTree.fromstring(svg_text(drawing, text))
    assert plain_text(plain) == plain


def test_text_that_can_be_shown_is_left_as_it_is():
    assert plain_text("Odile's Kleid, ½ yd × 2 “blue”") == "Odile's Kleid, ½ yd × 2 “blue”"


@pytest.mark.parametrize("cell", ["=1+1", "+1+1", "@SUM(1)", "-cmd|' /C calc'!A0", "\t=1"])
def test_no_cell_of_a_sheet_is_a_formula(cell):
    first = csv_text([[cell]]).strip().strip('"')
    assert first.startswith("'")


def test_numbers_stay_numbers_in_a_sheet():
    assert csv_text([["-3.5", -3.5, "+2"]]) == "-3.5,-3.5,+2\n"
