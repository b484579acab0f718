"""The ledger of figures: every number of a draft is taken from it, in the order of chalking.

A figure has a rule, which is a formula with measurements, the style's questions and the figures
taken before it, and is evaluated by the reader that makers' own styles are read by. The maker may
give any figure instead: as a length, as the rule and so much, as a formula, or as far as the cloth
goes. What is unusual is doubted in words and drawn all the same; what cannot be drawn is refused
by the geometry, not here.

In a formula the dots of an id are underscores: ``waist.across.front`` is ``waist_across_front``. A
figure that front and back each have is called without its side from a rule of the same side.
"""

from __future__ import annotations

import math
import re
from collections.abc import Callable, Iterator, Mapping
from copy import copy
from dataclasses import dataclass, replace

from wickel.body import MEASUREMENTS, Body
from wickel.draft.formulas import BadFormula, Formulas, names_in
from wickel.draft.style import DraftRefused, Options
from wickel.pattern import Figure, FigureKind, Gave
from wickel.wording import Text, say, words_of

SIDES = ("front", "back")
ANYWAY = "anyway"
"""Among the concerns of a refusal: the garment could be drafted anyway, a check broken."""

MOST_MM = 20_000.0
"""No figure of a garment is longer."""


@dataclass(frozen=True, slots=True)
class Length:
    """A figure as a length in mm: the same at every size. ``cut``: to the cut line, as it is
    chalked; such a one is turned into that of the net line first (``job.turned``)."""

    mm: float
    cut: bool = False


@dataclass(frozen=True, slots=True)
class Plus:
    """The rule and so many mm: it grades with the rule."""

    mm: float


@dataclass(frozen=True, slots=True)
class Formula:
    """A formula of the maker's own: it follows the body and the other figures."""

    text: str


@dataclass(frozen=True, slots=True)
class AsFar:
    """As far as the cloth goes, at least so much. ``found_mm`` is what the job has found last."""

    least_mm: float
    found_mm: float | None = None


Own = Length | Plus | Formula | AsFar
"""What a maker says of a figure."""

Rule = str | tuple[str, str]
"""A rule, or that of the front and that of the back."""

Given = Mapping[str, Own]
"""What a maker has given, by the id of a figure, or by that without its side for both."""


@dataclass(frozen=True, slots=True)
class Both:
    """A figure of the front and of the back, in mm."""

    front: float
    back: float

    def of(self, side: str) -> float:
        """That of one side."""
        return self.front if side == "front" else self.back


def spelled(id: str) -> str:
    """The id of a figure as formulas spell it.

    >>> spelled("waist.across.front")
    'waist_across_front'
    """
    return id.replace(".", "_")


class Ledger:
    """Gives the figures of one draft, and remembers them.

    Raises:
        ValueError: a figure is spelled like a measurement, or is taken twice.
    """

    def __init__(
        self,
        body: Body,
        options: Options,
        given: Given | None = None,
        *,
        anyway: bool = False,
    ) -> None:
        self.body, self.options, self._anyway = body, options, anyway
        self._given = dict(given or {})
        known = {
            id.removesuffix("_mm"): value
            for id, value in options.items()
            if isinstance(value, float) and id.endswith("_mm")
        }
        known |= body.measurements_mm  # a measurement keeps its name, whatever a style asks
        self._readers = {side: Formulas(known) for side in ("", *SIDES)}
        self._taken: dict[str, Figure] = {}
        self._absent: set[str] = set()
        self._needed: set[str] = set()
        self._level = ""
        self._of = ""
        self._instead: Mapping[str, Rule] = {}
        self._whole: Ledger | None = None

    def within(self, part: str, instead: Mapping[str, Rule] | None = None) -> Ledger:
        """The ledger of a part that is drafted by rules of its own. Its figures are called after
        the part (``hip.across`` of ``leg`` is ``leg.hip.across``); its rules name them without it,
        and all that was known before. ``instead`` holds rules in the place of its own, by the ids
        of figures in the part; a style's rules for these figures stand before them."""
        inner = copy(self)  # what was taken, given and needed is that of the whole
        inner._of, inner._whole = f"{self._of}{part}.", self
        outer = {
            id.removeprefix(f"{part}."): rule
            for id, rule in self._instead.items()
            if id.startswith(f"{part}.")
        }
        inner._instead = {**(instead or {}), **outer}
        inner._readers = {side: reader.copy() for side, reader in self._readers.items()}
        return inner

    def id_of(self, id: str) -> str:
        """What a figure of this ledger is called in the whole garment."""
        return self._of + id

    def ruled(self, instead: Mapping[str, Rule]) -> Ledger:
        """The ledger with rules in the place of those of the parts that a garment is put together
        from, by the ids of figures; those that it has already stand before them."""
        own = copy(self)
        own._instead = {**instead, **self._instead}
        return own

    @property
    def figures(self) -> tuple[Figure, ...]:
        """The figures taken so far, in order."""
        return tuple(self._taken.values())

    @property
    def needed(self) -> frozenset[str]:
        """The measurements that were drafted with so far."""
        return frozenset(self._needed)

    def measured(self, id: str) -> float:
        """A measurement of the body. Raises ``DraftRefused``: it was not taken."""
        self._needed.add(id)
        if id not in self.body.measurements_mm:
            name = MEASUREMENTS[id].name.lower()
            raise DraftRefused(say("ledger.not-measured", name=name), id)
        return self.body[id]

    def choice(self, id: str) -> str:
        """The answer to a question that is a choice."""
        return str(self.options[id])

    def at(self, level: str) -> None:
        """What is taken from here on belongs to a level, such as *Neck* or *Waist*."""
        self._level = level

    def know(self, name: str, mm: float | Both) -> None:
        """Let later rules name what has been drawn meanwhile, such as an armhole."""
        for side, reader in self._readers.items():
            if isinstance(mm, Both):
                if side:
                    reader.know(name, mm.of(side))
                for own in SIDES:
                    reader.know(f"{name}_{own}", mm.of(own))
            else:
                reader.know(name, mm)

    def _know_figure(self, id: str, mm: float | Both) -> None:
        """Let later rules name a figure: without its part in the part, and with it everywhere."""
        self.know(spelled(id), mm)
        if self._whole is not None:
            part = self._of.removeprefix(self._whole._of)
            self.know(spelled(self._of + id), mm)
            self._whole._know_figure(part + id, mm)

    def _own_rule(self, id: str, rule: str) -> str:
        """The rule of a figure that front and back share, or that in its place."""
        own = self._instead.get(id, rule)
        return own if isinstance(own, str) else own[0]

    def _qualified(self, rule: str) -> str:
        """A rule as it is read outside its part: its figures called after the part."""
        if not self._of:
            return rule
        known = {spelled(id) for own in self._taken.values() for id in (own.id, own.base)}

        def called(found: re.Match[str]) -> str:
            full = spelled(self._of) + found[0]
            return full if full in known else found[0]

        return _NAME.sub(called, rule)

    # --- taking ----------------------------------------------------------------------------------

    def length(
        self,
        id: str,
        rule: str,
        words: str,
        usual: tuple[float, float] | None = None,
        source: str = "",
    ) -> float:
        """A length that front and back share, in mm.

        Raises:
            DraftRefused: a formula cannot be read, or gives no length.
        """
        full = self._of + id
        entry = _Entry(full, full, words, usual, source, self._own_rule(id, rule))
        value = self._length(entry, "")
        self._know_figure(id, value)
        return value

    def both(
        self,
        id: str,
        rule: Rule,
        words: str,
        usual: tuple[float, float] | None = None,
        source: str = "",
        only: tuple[str, ...] = SIDES,
    ) -> Both:
        """A length of the front and one of the back, by the same rule or by one of each. Of sides
        that are not in ``only`` nothing is drawn with it, and it is no figure there.

        Raises:
            DraftRefused: as ``length``.
        """
        rule = self._instead.get(id, rule)
        rules = (rule, rule) if isinstance(rule, str) else rule
        full = self._of + id
        entries = {
            side: _Entry(f"{full}.{side}", full, words, usual, source, own)
            for side, own in zip(SIDES, rules, strict=True)
        }
        self._absent |= {entry.id for side, entry in entries.items() if side not in only} | {full}
        made = Both(
            *(
                self._length(entry, side)
                if side in only
                else self._evaluated(entry, entry.rule, side)
                for side, entry in entries.items()
            )
        )
        self._know_figure(id, made)
        return made

    def solved(
        self,
        id: str,
        solve: Callable[[], float],
        words: str,
        of: tuple[str, ...],
        nearest: Callable[[], float] | None = None,
    ) -> float:
        """A length that is found by search from other figures, unless the maker gives it.

        Where the search finds none and the garment is to be drafted anyway, it is ``nearest``, and
        the refusal stands beside it as a doubt: the check that it should have met is then broken.

        Raises:
            DraftRefused: as ``length``, and whatever ``solve`` refuses when it is asked.
        """
        full = self._of + id
        entry = _Entry(full, full, words, None, "", "", tuple(self._of + own for own in of))
        own, key = self._own(entry)
        ruled = math.nan
        refusal: Text = ""
        if not isinstance(own, Length | AsFar | Formula):
            ruled, refusal = self._solved(solve, nearest)
        value = self._write(entry, ruled, own, key, "")
        if refusal:
            self._taken[full] = replace(self._taken[full], doubt=refusal)
        self._know_figure(id, value)
        return value

    def number(self, id: str, default: float, words: str, usual: tuple[float, float]) -> float:
        """A plain number, such as how many panels; the maker gives another as its value."""
        full = self._of + id
        rule = self._own_rule(id, f"{default:g}")
        return self._plain(_Entry(full, full, words, usual, "", rule), FigureKind.NUMBER)

    def angle(self, id: str, default: float, words: str, usual: tuple[float, float]) -> float:
        """An angle in degrees."""
        full = self._of + id
        return self._plain(_Entry(full, full, words, usual, "", f"{default:g}"), FigureKind.ANGLE)

    def unused(self) -> Iterator[str]:
        """Ids that the maker has given a value, and that no figure of this draft has."""
        known = {id for own in self._taken.values() for id in (own.id, own.base)} | self._absent
        yield from (id for id in self._given if id not in known)

    # --- inside ----------------------------------------------------------------------------------

    def _solved(
        self, solve: Callable[[], float], nearest: Callable[[], float] | None
    ) -> tuple[float, Text]:
        """What is solved; or, where that is to be drafted anyway, what is nearest, and why."""
        try:
            return solve(), ""
        except DraftRefused as refusal:
            if nearest is None:
                raise
            if not self._anyway:
                raise DraftRefused(words_of(refusal), *refusal.concerns, ANYWAY) from None
            return nearest(), words_of(refusal)

    def _length(self, entry: _Entry, side: str) -> float:
        own, key = self._own(entry)
        if isinstance(own, Length | AsFar | Formula):
            # the rule is only shown beside what the maker gave: what it measures need not be known
            try:
                ruled = self._readers[side].length(entry.rule)
            except BadFormula:
                ruled = math.nan
        else:
            ruled = self._evaluated(entry, entry.rule, side)
        return self._write(entry, ruled, own, key, side)

    def _own(self, entry: _Entry) -> tuple[Own | None, str]:
        """What the maker has given for a figure, by its own id before that of both sides."""
        for key in (entry.id, entry.base):
            if key in self._given:
                return self._given[key], key
        return None, entry.id

    def _evaluated(self, entry: _Entry, formula: str, side: str) -> float:
        try:
            named = names_in(formula) & MEASUREMENTS.keys()
            for id in sorted(named):
                self.measured(id)
            return self._readers[side].length(formula)
        except BadFormula as reason:
            text = say("ledger.formula", figure=entry.words, reason=words_of(reason))
            raise DraftRefused(text, entry.id) from None

    def _write(self, entry: _Entry, ruled: float, own: Own | None, key: str, side: str) -> float:
        value, gave, typed = ruled, Gave.RULE, ""
        match own:
            case Length(_, True):
                raise DraftRefused(say("ledger.cut", figure=entry.words), key)
            case Length(mm):
                value, gave = mm, Gave.LENGTH
            case Plus(mm):
                value, gave = ruled + mm, Gave.PLUS
            case Formula(text):
                value, gave, typed = self._evaluated(entry, text, side), Gave.FORMULA, text
            case AsFar(least, found):
                value, gave = max(least, found or least), Gave.CLOTH
        if not math.isfinite(value) or abs(value) > MOST_MM:
            raise DraftRefused(say("ledger.too-long", figure=entry.words, value=value), key)
        self._put(entry, FigureKind.LENGTH, ruled, value, gave, typed)
        return value

    def _plain(self, entry: _Entry, kind: FigureKind) -> float:
        own, key = self._own(entry)
        ruled = float(entry.rule)
        if own is None:
            self._put(entry, kind, ruled, ruled, Gave.RULE, "")
            return ruled
        if not isinstance(own, Length | Plus):
            raise DraftRefused(say("ledger.plain", figure=entry.words), key)
        value = own.mm if isinstance(own, Length) else ruled + own.mm
        gave = Gave.LENGTH if isinstance(own, Length) else Gave.PLUS
        self._put(entry, kind, ruled, value, gave, "")
        return value

    def _put(
        self,
        entry: _Entry,
        kind: FigureKind,
        ruled: float,
        value: float,
        gave: Gave,
        typed: str,
    ) -> None:
        if entry.id in self._taken:
            raise ValueError(f"the figure {entry.id} is taken twice")
        if spelled(entry.id) in MEASUREMENTS:
            raise ValueError(f"the figure {entry.id} is spelled like a measurement")
        self._taken[entry.id] = Figure(
            id=entry.id,
            base=entry.base,
            words=entry.words,
            level=self._level,
            kind=kind,
            rule=self._qualified(entry.rule),
            ruled=ruled,
            value=value,
            gave=gave,
            own=typed,
            of=entry.of,
            source=entry.source,
            doubt=_doubt(entry, kind, value),
        )


_NAME = re.compile(r"[A-Za-z_]\w*")


@dataclass(frozen=True, slots=True)
class _Entry:
    """What a style says of a figure."""

    id: str
    base: str
    words: str
    usual: tuple[float, float] | None
    source: str
    rule: str
    of: tuple[str, ...] = ()


def _doubt(entry: _Entry, kind: FigureKind, value: float) -> Text:
    """What is unusual about a value, empty when nothing is."""
    if entry.usual is None or entry.usual[0] <= value <= entry.usual[1]:
        return ""
    least, most = entry.usual
    code = "ledger.unusual" if kind is FigureKind.LENGTH else "ledger.unusual-number"
    return say(code, figure=entry.words, value=value, least=least, most=most)
