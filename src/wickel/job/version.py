"""A maker's version of a style: what is theirs in a draft, under a name, to be made again for
another body."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from wickel.body import CHARTS
from wickel.draft import STYLES, Allowances, Formula, OptionValue, Own, draft
from wickel.draft.operations import Change, with_changes
from wickel.draft.own import OwnStyle, style_of
from wickel.draft.style import Style
from wickel.job.cards import with_cards
from wickel.job.job import Allowed, Card, Garment, Giver, Layer
from wickel.job.turned import net_figures
from wickel.pattern import FigureKind, Pattern


@dataclass(frozen=True, slots=True, kw_only=True)
class Version:
    """A style of the house, or of the maker's own (``own``, when ``style`` is its id), with the
    answers, figures, cards and changes that a maker laid over it.

    What belongs to one job is no part of it: which cloths, what is cut already.
    """

    id: str
    name: str
    style: str
    own: OwnStyle | None = None
    options: Mapping[str, OptionValue] = field(default_factory=dict)
    allowances: Allowances = field(default_factory=Allowances)
    figures: Mapping[str, Own] = field(default_factory=dict)
    cards: Mapping[str, Card] = field(default_factory=dict)
    changes: tuple[Change, ...] = ()
    anyway: bool = False
    allowed: Mapping[str, Allowed] = field(default_factory=dict)

    @property
    def base(self) -> Style:
        """The style that it is a version of. Raises ``KeyError``: there is no such style."""
        if self.own is not None and self.own.id == self.style:
            return style_of(self.own)
        return STYLES[self.style]


def version_of(garment: Garment, id: str, name: str) -> Version:
    """What is the maker's own in a garment, under a name."""
    cards = {
        piece: replace(card, cut={}, cloth="", waive=frozenset())
        for piece, card in garment.cards.items()
    }
    return Version(
        id=id,
        name=name,
        style=garment.style,
        own=garment.own,
        options=garment.options,
        allowances=garment.allowances,
        figures=garment.figures,
        cards={piece: card for piece, card in cards.items() if card != Card()},
        changes=garment.changes,
        anyway=garment.anyway,
        allowed=garment.allowed,
    )


def rewritten(garment: Garment, pattern: Pattern, id: str, name: str) -> Version:
    """The garment as a version in which every length stands as a formula of the maker's own.

    ``pattern`` is its draft. What the maker has given stays as it is; what is solved stays solved
    by the house's rule, and so do numbers and angles. So it drafts as before for every body.
    """
    given = garment.figures
    rules: dict[str, dict[str, str]] = {}
    sides = Counter(figure.base for figure in pattern.figures)
    for figure in pattern.figures:
        if figure.kind is not FigureKind.LENGTH or not figure.rule:
            continue
        if figure.id not in given and figure.base not in given:
            rules.setdefault(figure.base, {})[figure.id] = figure.rule
    written: dict[str, Own] = dict(given)
    for base, texts in rules.items():
        if len(texts) == sides[base] and len(set(texts.values())) == 1:
            written[base] = Formula(next(iter(texts.values())))
        else:
            written |= {figure: Formula(text) for figure, text in texts.items()}
    return replace(version_of(garment, id, name), figures=written)


def with_version(garment: Garment, version: Version) -> Garment:
    """The garment made in a version of a style: its body, its cloths and how many stay."""
    giver = Giver(layer=Layer.VERSION, name=version.name)
    return replace(
        garment,
        style=version.style,
        own=version.own,
        name=version.name,
        options=version.options,
        allowances=version.allowances,
        figures=version.figures,
        given_by={id: giver for id in version.figures},
        cards=version.cards,
        changes=version.changes,
        anyway=version.anyway,
        allowed=version.allowed,
    )


def version_pieces(version: Version) -> Pattern:
    """The pieces of a version in the middle size of its chart.

    Raises:
        KeyError: there is no such style.
        DraftRefused: it cannot be drafted in that size.
    """
    style = version.base
    chart = CHARTS[style.charts[0]]
    sizes = list(chart.sizes)
    pattern = draft(
        style,
        chart.body(sizes[len(sizes) // 2]),
        version.options,
        version.allowances,
        net_figures(version.figures, version.allowances, version.cards),
        anyway=version.anyway,
    )
    return with_cards(with_changes(pattern, version.changes), version.cards, version.changes)
