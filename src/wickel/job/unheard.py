"""What a maker has said of a garment that nothing of it is drawn by: it is kept, and said.

Answers to questions that are not asked of a garment as it is, such as the neck of what has no
shoulders, wait until they are asked again. A figure may be one that the garment takes and does not
come to, such as a chest line that lies higher than the underarm anyway.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from wickel.draft import ChoiceOption, DraftRefused
from wickel.draft.style import asked, full_options
from wickel.job.job import Garment
from wickel.job.work import drafted, garment_style
from wickel.pattern import Pattern
from wickel.wording import Sentence, say


def unheard(garment: Garment) -> tuple[Sentence, ...]:
    """The answers and figures of a garment by which nothing is drawn, each as a sentence.

    Raises:
        JobRefused, DraftRefused: it cannot be drafted at all.
    """
    given = drafted(garment).pattern
    figures = (id for id in garment.figures if _is_unheard(garment, given, id))
    return (*_answers(garment), *(say("unheard.figure", figure=id) for id in figures))


def is_unheard(garment: Garment, figure: str) -> bool:
    """Whether a garment's pieces are the same with a figure that was given and by its rule,
    although the figure is not what the rule gives.

    Raises:
        JobRefused, DraftRefused: it cannot be drafted with it.
    """
    return _is_unheard(garment, drafted(garment).pattern, figure)


def _is_unheard(garment: Garment, given: Pattern, figure: str) -> bool:
    """Whether the pattern of a garment is the same without a figure that was given."""
    mine = [own for own in given.figures if figure in (own.id, own.base) and own.mine]
    if not mine or all(abs(own.value - own.ruled) < _SAME_MM for own in mine):
        return False
    left = {id: own for id, own in garment.figures.items() if id != figure}
    try:
        ruled = drafted(replace(garment, figures=left)).pattern
    except DraftRefused:
        return False
    return _pieces(given) == _pieces(ruled)


_SAME_MM = 0.05


def _pieces(pattern: Pattern) -> list[object]:
    """What is drawn and cut of a pattern; how its points came about is not."""
    return [replace(piece, points=()) for piece in pattern.pieces]


def _answers(garment: Garment) -> Iterator[Sentence]:
    style = garment_style(garment)
    heard = asked(style.options, full_options(style, garment.options))
    for option in style.options:
        answer = garment.options.get(option.id, option.default)
        if option.id in heard or answer == option.default:
            continue
        if isinstance(option, ChoiceOption):
            words = option.choices[str(answer)]
            yield say("unheard.choice", question=option.question, answer=words)
        else:
            yield say("unheard.length", question=option.question, answer=answer)
