"""Lengths in and out, as makers write them."""

import contextlib
import unicodedata

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wickel.typed import UnreadableLength, parsed_length, parsed_stretch
from wickel.units import Unit, rounded_up, shown_cloth_length, shown_difference, shown_length


@pytest.mark.parametrize(
    ("text", "default", "mm"),
    [
        ("3 5/8", Unit.INCH, 92.075),  # 3.625 · 25.4
        ('3.625"', Unit.CM, 92.075),
        ("92", Unit.CM, 920.0),
        ("92 cm", Unit.INCH, 920.0),
        ("92,5", Unit.CM, 925.0),
        ("1 yd 24 in", Unit.CM, 1524.0),  # 60 in · 25.4
        ("2½ m", Unit.CM, 2500.0),
        ("½", Unit.INCH, 12.7),
        ("5/8 in", Unit.CM, 15.875),
        ("5' 6\"", Unit.CM, 1676.4),  # 66 in · 25.4
        ("12mm", Unit.CM, 12.0),
        ("−4 cm", Unit.INCH, -40.0),
        ("-1 1/2", Unit.INCH, -38.1),
        ("1-1/2", Unit.INCH, 38.1),
        ("  7 In. ", Unit.CM, 177.8),
        ("0", Unit.CM, 0.0),
    ],
)
def test_reads_what_makers_write(text, default, mm):
    assert parsed_length(text, default) == pytest.approx(mm, abs=1e-9)


@pytest.mark.parametrize(
    "text",
    [
        "",
        "abc",
        "3 bananas",
        "1/0",
        "3//4",
        "1 yd 24",
        "nan",
        "inf",
        "1e5",
        "3 5/8 5/8",
        "--3",
        "9" * 50,
        "1" * 5000,
    ],
)
def test_nonsense_is_refused_with_a_sentence(text):
    with pytest.raises(UnreadableLength) as refusal:
        parsed_length(text, Unit.CM)
    sentence = str(refusal.value)
    assert sentence.endswith(".")
    if text:
        assert f"“{text[:20]}" in sentence


shown_units = st.sampled_from([Unit.MM, Unit.CM, Unit.M, Unit.INCH, Unit.YARD])


@given(st.floats(0, 20_000), shown_units, st.sampled_from([8, 16]))
def test_what_is_shown_reads_back_within_half_a_step(mm, unit, denominator):
    half_step = {Unit.MM: 0.05, Unit.CM: 0.5, Unit.M: 5.0}.get(unit, 25.4 / denominator / 2)
    text = shown_length(mm, unit, denominator=denominator)
    assert abs(parsed_length(text, Unit.MM) - mm) <= half_step + 1e-6


@given(st.integers(0, 4000), st.sampled_from([8, 16]))
def test_fractions_of_an_inch_round_trip_exactly(steps, denominator):
    mm = steps / denominator * 25.4
    text = shown_length(mm, Unit.INCH, denominator=denominator)
    assert parsed_length(text, Unit.CM) == pytest.approx(mm, abs=1e-9)


@given(st.text(max_size=30))
def test_any_text_is_read_or_refused_never_more(text):
    with contextlib.suppress(UnreadableLength):
        assert isinstance(parsed_length(text, Unit.CM), float)


@pytest.mark.parametrize(
    ("mm", "unit", "shown"),
    [
        (92.075, Unit.INCH, "3 5/8 in"),
        (915.0, Unit.CM, "91.5 cm"),
        (920.0, Unit.CM, "92 cm"),
        (1524.0, Unit.YARD, "1 yd 24 in"),
        (914.4, Unit.YARD, "1 yd"),
        (-40.0, Unit.CM, "−4 cm"),
        (-0.01, Unit.CM, "0 cm"),
        (6.35, Unit.INCH, "1/4 in"),
    ],
)
def test_shows_lengths_as_makers_read_them(mm, unit, shown):
    assert shown_length(mm, unit) == shown


def test_cloth_is_shown_in_metres_or_yards():
    assert shown_cloth_length(2200, Unit.CM) == "2.20 m"
    assert shown_cloth_length(2286, Unit.INCH) == "2 yd 18 in"


@given(st.floats(0, 1e5), st.sampled_from([10.0, 100.0, 114.3, 228.6]))
def test_what_is_bought_is_rounded_up_never_down(mm, step):
    bought = rounded_up(mm, step)
    assert bought >= mm - 0.0101
    assert bought - mm < step + 1e-6


def test_a_hundredth_of_a_millimetre_does_not_cost_a_step():
    assert rounded_up(1300.005, 100) == 1300
    assert rounded_up(1300.02, 100) == 1400


@pytest.mark.parametrize(
    ("text", "share"),
    [
        ("40", 0.4),
        ("40 %", 0.4),
        ("4,5", 0.045),
        ("10 cm pull to 14", 0.4),
        ("10 to 14", 0.4),
        ("4 in pulls to 6 in", 0.5),
        ("10 → 12.5 cm", 0.25),
    ],
)
def test_a_stretch_is_a_part_of_a_hundred_or_as_it_pulls(text, share):
    assert parsed_stretch(text) == pytest.approx(share, abs=1e-9)


@pytest.mark.parametrize("text", ["", "much", "10 pull", "0 pull to 4", "10 14", "1,2,3 to 4"])
def test_what_is_no_stretch_is_refused(text):
    with pytest.raises(UnreadableLength, match="is not a number"):
        parsed_stretch(text)


@pytest.mark.parametrize("sign", "½⅓⅔¼¾⅕⅛⅜⅝⅞")
def test_a_fraction_written_as_one_sign_is_what_the_sign_says(sign):
    assert parsed_length(f"2{sign} in", Unit.CM) == pytest.approx(
        25.4 * (2 + unicodedata.numeric(sign))
    )


@given(
    one=st.floats(0, 3000),
    other=st.floats(0, 3000),
    unit=st.sampled_from([Unit.MM, Unit.CM, Unit.M, Unit.INCH]),
)
def test_the_difference_that_is_shown_is_that_of_what_is_shown(one, other, unit):
    shown = [parsed_length(shown_length(mm, unit), unit) for mm in (one, other)]
    difference = parsed_length(shown_difference(one, other, unit).replace("−", "-"), unit)
    assert difference == pytest.approx(shown[0] - shown[1], abs=1e-6)
