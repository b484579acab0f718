"""Formulas of chalk lists: lengths with units, nothing unsafe, one clear sentence for each
refusal."""

import contextlib

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wickel.draft.own import BadFormula, evaluate, names_in

BODY = {"bust": 920.0, "waist_to_knee": 590.0, "ease": 60.0}


@pytest.mark.parametrize(
    ("text", "mm"),
    [
        ("bust/4 + ease/4", 245.0),  # 920/4 + 60/4
        ("waist_to_knee - 5 cm", 540.0),
        ("waist_to_knee − 1 1/2 in", 590 - 38.1),
        ("½ in", 12.7),
        ("2,5 cm", 25.0),
        ("bust/6 + 1 1/2 in", 920 / 6 + 38.1),
        ("max(bust/4, 20 cm)", 230.0),
        ("min(bust/4, 20 cm)", 200.0),
        ("half(bust) × 2", 920.0),
        ("sqrt(bust*bust)", 920.0),
        ("hypot(30 cm, 40 cm)", 500.0),
        ("abs(10 cm - bust)", 820.0),
        ("-(bust - 1 m)", 80.0),
        ("0", 0.0),
        ("bust * 0.25 + 0", 230.0),
    ],
)
def test_a_formula_gives_the_length_worked_out_by_hand(text, mm):
    assert evaluate(text, BODY) == pytest.approx(mm)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("bust - 5", "5 is a plain number"),
        ("bust/2 cm", "cannot be read"),
        ("bust*bust", "comes out as an area"),
        ("3/4", "comes out as a plain number"),
        ("hip/4", "“hip” is neither a measurement nor an option"),
        ("__import__('os')", "“__import__” is no function"),
        ("bust.real", "“.real” is not allowed"),
        ("().__class__.__bases__", "is not allowed"),
        ("open('x')", "no function"),
        ("9**9**9", "A power is a whole number up to 4"),
        ("bust**99", "A power is a whole number up to 4"),
        ("1e300*1e300*bust", "far too large"),
        ("bust/0", "divided by 0"),
        ("(lambda: bust)()", "no function"),
        ("bust if bust else ease", "not allowed"),
        ("[bust]", "not allowed"),
        ("'bust'", "Text"),
        ("True*bust", "True or False"),
        ("f = bust", "no formula"),
        ("bust; bust", "no formula"),
        ("import os", "no formula"),
        ("bust +", "cannot be read"),
        ("(" * 200 + "bust" + ")" * 80, "cannot be read"),
        ("", "missing"),
        ("   ", "missing"),
        ("half()", "too many or too few"),
        ("max(bust, 2)", "plain number"),
        ("sqrt(bust)", "sqrt is taken of an area"),
        ("_mm(3)", "cannot be read"),
        ("bust" + "+bust" * 59, "too many parts"),
        ("bust*4000", "no piece is that long"),
        ("bust*4000000", "far too large"),
    ],
)
def test_what_is_no_length_is_refused_with_one_sentence(text, says):
    with pytest.raises(
        BadFormula, match="(?s)" + says.replace("(", r"\(").replace("*", r"\*")
    ) as refusal:
        evaluate(text, BODY)
    assert str(refusal.value).endswith(".")
    assert len(str(refusal.value)) < 220


def test_ten_megabytes_of_text_are_refused_at_once():
    with pytest.raises(BadFormula, match="at most 300 signs, not 10000000"):
        evaluate("1" * 10_000_000, BODY)


def test_names_are_measurements_and_options_and_not_functions():
    assert names_in("max(bust/4, half(ease)) + 2 cm") == {"bust", "ease"}


@given(st.text(max_size=60))
def test_any_text_gives_a_length_or_a_refusal(text):
    with contextlib.suppress(BadFormula):
        assert isinstance(evaluate(text, BODY), float)


@given(st.floats(-500, 500), st.floats(0.1, 9))
def test_a_formula_follows_its_body(mm, factor):
    assert evaluate(f"bust*{factor:.6f} + ease", {"bust": mm, "ease": 10.0}) == pytest.approx(
        mm * round(factor, 6) + 10, abs=1e-6
    )
