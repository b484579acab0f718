"""Sentences: every code has its words, every value is given, and every length follows the unit."""

import ast
import re
import string
from dataclasses import replace
from functools import lru_cache
from pathlib import Path

import pytest

import wickel
from tests.draft.garments import GARMENTS
from tests.parsed import tree_of
from wickel.body import CHARTS, MEASUREMENTS
from wickel.cloth import Cloth, Kind
from wickel.cutting.guide import cloth_lines
from wickel.draft import STYLES, Allowances, ChoiceOption, draft
from wickel.draft.operations import OPERATIONS
from wickel.job import Garment, Job
from wickel.job.laid import shown_garment
from wickel.job.work import called
from wickel.units import Unit
from wickel.wording import Sentence, in_words, renamed, say, show_in, shown_unit, words_of
from wickel.wording.english import ENGLISH
from wickel.wording.template import data_texts, window_texts

HERE = Path(wickel.__file__).parent
CODE = re.compile(r"'([a-z_]+\.[a-z0-9-]+)'")


def said():
    """Every call of ``say`` in the program, with its code, the names of its values, and whether
    more may come."""
    for path in sorted(HERE.rglob("*.py")):
        for node in ast.walk(tree_of(path)):
            if not isinstance(node, ast.Call) or getattr(node.func, "id", "") != "say":
                continue
            more = any(key.arg is None for key in node.keywords)
            given = {key.arg for key in node.keywords if key.arg}
            for code in CODE.findall(ast.unparse(node.args[0])):
                yield path.name, code, given, more


def written():
    """Everything in the program that reads like a code of the catalogue, also one that is chosen
    before it is said."""
    text = "".join(path.read_text() for path in HERE.rglob("*.py") if path.parent.name != "english")
    return set(CODE.findall(text.replace('"', "'")))


def fields(template):
    return {name for _, name, _, _ in string.Formatter().parse(template) if name}


def test_every_sentence_that_is_said_is_in_the_catalogue_with_its_values():
    for where, code, given, more in said():
        assert code in ENGLISH, f"{where}: {code}"
        wanted = fields(ENGLISH[code])
        assert given <= wanted if more else given == wanted, f"{where}: {code} {given ^ wanted}"


def test_no_sentence_of_the_catalogue_is_never_said():
    assert set(ENGLISH) <= written()


def test_no_sentence_writes_a_unit_by_itself():
    by_hand = [
        code
        for code, words in ENGLISH.items()
        if re.search(r"\}\s*(cm|mm|m|in|inches|yd)\b", words)
    ]
    assert by_hand == []


def test_every_length_follows_the_unit():
    with_lengths = [code for code, words in ENGLISH.items() if ":length}" in words]
    assert len(with_lengths) > 50
    for code in with_lengths:
        parts = string.Formatter().parse(ENGLISH[code])
        sentence = say(
            code, **{name: 254.0 if spec else "it" for _, name, spec, _ in parts if name}
        )
        assert "25.4 cm" in sentence.in_unit(Unit.CM), code
        assert "10 in" in sentence.in_unit(Unit.INCH), code
        assert not re.search(r"\d (cm|mm|m)\b", sentence.in_unit(Unit.INCH)), code


def test_what_is_bought_or_added_is_rounded_up():
    short = say("usual_checks.add-all-round", short=10.0)
    assert str(short) == "Add 1 cm all round."
    over = say("parts.wider-than", piece="Front", needs=1501.0, over=1.2, room=1499.8, cloth="Moss")
    assert "0.2 cm more" in over.in_unit(Unit.CM)
    assert "1/8 in more" in over.in_unit(Unit.INCH)


def test_a_sentence_within_a_sentence_follows_the_unit_too():
    inner = say("draped_dress.slit-reach-above-hip-shorter", slit=254.0)
    outer = say("changes.change", number=2, name="fold", refusal=inner)
    assert "Change 2, fold: A slit of 10 in would" in outer.in_unit(Unit.INCH)
    assert "A slit of 25.4 cm would" in outer.in_unit(Unit.CM)


def test_the_unit_that_is_shown_is_that_of_the_job_in_hand():
    sentence = say("usual_checks.add-all-round", short=25.4)
    assert shown_unit() is Unit.CM
    show_in(Unit.INCH)
    try:
        assert str(sentence) == "Add 1 in all round."
    finally:
        show_in(Unit.CM)


def test_sentences_are_values():
    one = say("usual_checks.add-all-round", short=25.4)
    assert one == Sentence("usual_checks.add-all-round", {"short": 25.4})
    assert hash(one) == hash(say("usual_checks.add-all-round", short=25.4))
    assert one != say("usual_checks.add-all-round", short=25.0)
    assert words_of(ValueError(one)) is one
    assert words_of(ValueError("plain")) == "plain"
    assert in_words("plain", Unit.INCH) == "plain"
    with pytest.raises(KeyError):
        say("nothing.of-the-kind")


def test_a_name_in_a_sentence_is_changed_and_in_plain_words_too():
    lying = say("rules.beyond-remnant", piece="Front", cloth="Moss")
    assert str(renamed(lying, "Moss", "Fern")) == "Front reaches beyond the remnant Fern."
    assert renamed("Front on Moss", "Moss", "Fern") == "Front on Fern"


BELOW = [
    "geometry",
    "pattern",
    "body",
    "draft",
    "cloth",
    "lay",
    "yardage",
    "job",
    "files",
    "drawing",
]
"""The rooms of the core: what they refuse or find is said with a code."""

TO_PROGRAMMERS = re.compile(r"ValueError|KeyError|TypeError|AssertionError|NotImplementedError")


def refusals():
    """Every exception that the core raises, with what it is raised with."""
    for room in BELOW:
        for path in sorted((HERE / room).rglob("*.py")):
            for node in ast.walk(tree_of(path)):
                if isinstance(node, ast.Raise) and isinstance(node.exc, ast.Call) and node.exc.args:
                    yield f"{path.name}:{node.lineno}", node.exc


def test_every_refusal_of_the_core_is_a_code_with_values():
    found = list(refusals())
    assert len(found) > 150
    by_hand = [
        where
        for where, raised in found
        if not TO_PROGRAMMERS.fullmatch(ast.unparse(raised.func))
        and isinstance(raised.args[0], ast.JoinedStr)
        and re.search(r"[a-z]{3,} [a-z]{2,}", ast.unparse(raised.args[0]))
    ]
    assert by_hand == []


def test_every_finding_and_check_of_the_core_is_said_with_a_code():
    by_hand = []
    for room in BELOW:
        for path in sorted((HERE / room).rglob("*.py")):
            for node in ast.walk(tree_of(path)):
                if isinstance(node, ast.keyword) and node.arg in (
                    "text",
                    "way_out",
                    "refusal",
                    "why",
                ):
                    words = ast.unparse(node.value)
                    if isinstance(node.value, ast.JoinedStr) and re.search(
                        r"[a-z]{3,} [a-z]", words
                    ):
                        by_hand.append(f"{path.name}:{node.value.lineno}")
    assert by_hand == []


# --- texts of the data ---------------------------------------------------------------------------


def texts_of_styles():
    for style in STYLES.values():
        yield from (style.name, style.summary)
        for option in style.options:
            yield option.question
            if isinstance(option, ChoiceOption):
                yield from option.choices.values()


def texts_of_garments():
    """The figures of garments that use every part between them."""
    for garment in GARMENTS:
        body = CHARTS["women"].body("92")
        for figure in draft(STYLES["from-parts"], body, garment.chosen, Allowances()).figures:
            yield from (figure.words, figure.level)


def texts_of_figures():
    for style in STYLES.values():
        pattern = draft(style, CHARTS[style.charts[0]].body("92"), {}, Allowances())
        for figure in pattern.figures:
            yield from (figure.words, figure.level)


@pytest.mark.long
def test_what_styles_and_figures_are_called_stands_in_the_template():
    texts = {*data_texts(), *window_texts(), ""}
    for found in (texts_of_styles(), texts_of_figures(), texts_of_garments()):
        # what is numbered (seam 3, "1") is put together, and stays as it is
        assert {text for text in found if not re.search("[0-9]", text)} - texts == set()
    assert {row.name for row in MEASUREMENTS.values()} <= texts
    assert {row.how for row in MEASUREMENTS.values()} <= texts
    assert {operation.title for operation in OPERATIONS.values()} <= texts


# --- one, none, several -----------------------------------------------------------------------

COUNTED = re.compile(r"\{[a-z_]+:of ([^|}]*)\|([^}]*)\}")
TWO_AT_LEAST = {
    "{fraction} panels",
    "{longest_formula} signs",
    "{most} stretches",
    "{most} times",
}
"""Numbers that are never one."""


@lru_cache
def shown_texts():
    return [*ENGLISH.values(), *window_texts()]


def test_a_number_before_things_that_are_counted_reads_right_of_one():
    """Every number before a word that is counted somewhere is written for one and for several."""
    things = {more.split()[0] for text in shown_texts() for _, more in COUNTED.findall(text)}
    assert {"plies", "papers", "pieces", "cloths"} <= things
    for text in shown_texts():
        for found in re.finditer(r"\{[a-z_]+\} ([a-z]+)\b", text):
            assert found[1] not in things or found[0] in TWO_AT_LEAST, text


@pytest.mark.parametrize("number", [0, 1, 2])
def test_numbers_and_things_go_together_in_every_sentence(number):
    for code, sentence in ENGLISH.items():
        words = str(say(code, **dict.fromkeys(fields(sentence), number)))
        for one, more in COUNTED.findall(sentence):
            assert f"{number} {one if number == 1 else more}" in words
            assert f"{number} {more if number == 1 else one} " not in words


@pytest.mark.parametrize(
    ("squaring", "kind", "words"),
    [
        (0.0, Kind.WOVEN, "pull a thread right across and trim along it."),
        (0.3, Kind.WOVEN, "pull a thread right across and trim along it."),
        (20.0, Kind.WOVEN, "pull a thread right across and trim along it, up to 2 cm."),
        (20.0, Kind.KNIT, "lay a square to the edge and trim along it, up to 2 cm."),
        (0.0, Kind.NON_WOVEN, "lay a square to the edge and trim along it."),
    ],
)
def test_a_thread_is_pulled_where_there_is_one_and_nothing_is_trimmed_by_nothing(
    squaring, kind, words
):
    cloth = Cloth(id="c", usable_width_mm=1400, kind=kind, squaring_mm=squaring)
    assert f"Square the start: {words}" in [str(line) for line in cloth_lines(cloth)]


def test_a_garment_without_a_name_is_called_after_its_style():
    garment = Garment(id="g", style="box-dress", body=CHARTS["women"].body("92"))
    job = Job(cloths=(Cloth(id="main", usable_width_mm=1400),), garments=(garment,))
    assert called(garment) == shown_garment("g", job) == STYLES["box-dress"].name
    assert called(replace(garment, name="Blue")) == "Blue"
    assert called(replace(garment, style="of-elsewhere")) == "of-elsewhere"
