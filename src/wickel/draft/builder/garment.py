"""The garment from its parts: what is asked, the steps of the draft, what is measured."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, replace
from itertools import combinations

from wickel.body import Body
from wickel.catalogue import in_folder
from wickel.draft.allowances import Allowances
from wickel.draft.builder import parts
from wickel.draft.builder.making import QUESTIONS, Making, Part, Slot, as_it_is
from wickel.draft.builder.zips import with_room_along_zip
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import Ledger, Rule
from wickel.draft.style import Apart, ChoiceOption, DraftRefused, Option, Options
from wickel.pattern import Pattern

Chosen = Mapping[Slot, str]
"""The id of the part of each slot."""

Names = Callable[[Options], Chosen]
"""What names the parts of a garment by its answers."""

Rules = Callable[[Ledger], Mapping[str, Rule]]
"""The rules of a style in the place of those of its parts, by the ids of figures."""


def _no_rules(ledger: Ledger) -> Mapping[str, Rule]:
    return {}


def _found() -> dict[Slot, dict[str, Part]]:
    """The parts of every slot by their ids, in the order of their places."""
    every: list[Part] = [part for group in in_folder(parts, "PARTS") for part in group]
    every.sort(key=lambda part: part.place)
    return {slot: {part.id: part for part in every if part.slot is slot} for slot in Slot}


PARTS: Mapping[Slot, Mapping[str, Part]] = _found()
"""All parts there are, by slot and id."""


def every_part() -> Iterable[Part]:
    """The parts of all slots."""
    return (part for own in PARTS.values() for part in own.values())


def garment_options(usual: Mapping[Slot, str]) -> tuple[Option, ...]:
    """What a garment asks: a part for each slot, with what is ``usual`` for it, and what the parts
    ask, each only with the parts that ask it."""
    asked: dict[str, Option] = {}
    for slot, own in PARTS.items():
        words = {part.id: part.name for part in own.values()}
        asked[slot.value] = ChoiceOption(
            id=slot.value,
            question=QUESTIONS[slot],
            default=usual[slot],
            choices=words,
            only_with=_applies(slot),
        )
        for option in _asked_by(own.values()):
            asked.setdefault(option.id, option)
    return tuple(asked.values())


def _applies(slot: Slot) -> tuple[str, tuple[str, ...]] | None:
    """The choice beside some of whose answers alone a slot applies."""
    for other, own in PARTS.items():
        beside = tuple(part.id for part in own.values() if slot not in part.without)
        if len(beside) < len(own):
            return other.value, beside
    return None


def _asked_by(own: Iterable[Part]) -> list[Option]:
    """What the parts of a slot ask, each question once."""
    askers: dict[str, list[str]] = {}
    options: dict[str, Option] = {}
    parts_of_slot = list(own)
    for part in parts_of_slot:
        for option in part.options:
            options.setdefault(option.id, option)
            askers.setdefault(option.id, []).append(part.id)
    # what all of them ask goes with the slot, too: where it does not apply it is not asked
    return [
        replace(option, only_with=(parts_of_slot[0].slot.value, tuple(askers[id])))
        for id, option in options.items()
    ]


def as_asked(
    slot: Slot, part: str, *ids: str, called: Mapping[str, str] | None = None
) -> tuple[Option, ...]:
    """What a part asks, for a style that asks the same: all, or what is named by its ids at the
    part. ``called`` are those that the style asks under an id of its own (``Recipe.asked``)."""
    own = {theirs: id for id, theirs in (called or {}).items()}
    return tuple(
        replace(option, id=own.get(option.id, option.id))
        for option in PARTS[slot][part].options
        if not ids or option.id in ids
    )


_LEFT_OUT: Mapping[Slot, str] = {
    Slot.NECK: "round",
    Slot.UPPER: "darts",
    Slot.SLEEVE: "none",
    Slot.CLOSING: "none",
    Slot.COLLAR: "none",
    Slot.WAIST: "plain",
    Slot.LOWER: "in-one",
    Slot.OPENING: "none",
    Slot.HEM: "turned",
    Slot.EDGES: "raw",
    Slot.DART: "side",
    Slot.YOKE: "none",
    Slot.LINING: "none",
    Slot.DRAPE: "none",
    Slot.CLOTHS: "none",
    Slot.POCKETS: "none",
    Slot.BELT: "none",
    Slot.EXTRA: "none",
}


def without_others(chosen: Chosen) -> Chosen:
    """The parts named, and of every other slot what adds nothing."""
    return {**_LEFT_OUT, **chosen}


def parts_chosen(options: Options) -> Chosen:
    """The part of each slot as a garment's answers name them."""
    return {slot: str(options[slot.value]) for slot in Slot}


def _parts_of(chosen: Chosen) -> list[Part]:
    """The parts chosen, but for those of slots that do not apply."""
    every = [PARTS[slot][chosen[slot]] for slot in Slot if slot in chosen]
    left_out = frozenset[Slot]().union(*(part.without for part in every))
    return [part for part in every if part.slot not in left_out]


def _agree(chosen: list[Part]) -> None:
    """Raises ``DraftRefused`` for two parts that do not go together."""
    for one, other in combinations(chosen, 2):
        reason = one.refuses(other) or other.refuses(one)
        if reason:
            raise DraftRefused(reason, one.slot.value, other.slot.value)


def made_to_fit(chosen: Chosen, *keep: Slot) -> dict[Slot, str]:
    """The choice with other parts in those slots that do not go with what is kept, or with each
    other: the first that does. What cannot be helped stays."""
    fitting = dict(chosen)
    kept = list(keep)
    for slot in [slot for slot in Slot if slot not in keep]:
        beside = [PARTS[own][fitting[own]] for own in kept]
        for id in (fitting[slot], *PARTS[slot]):
            part = PARTS[slot][id]
            if not any(part.refuses(own) or own.refuses(part) for own in beside):
                fitting[slot] = id
                break
        kept.append(slot)
    return fitting


@dataclass(frozen=True, slots=True, kw_only=True)
class Recipe:
    """A style that is put together from parts: its id, what names its parts by its answers, the
    rules that are its own, and what its pieces are ``called`` where it is not as its parts call
    them (their ids by those of the parts). ``asked`` are its questions that a part asks under
    another id, and that id."""

    style: str
    parts: Names
    rules: Rules = _no_rules
    called: Mapping[str, str] = field(default_factory=dict)
    asked: Mapping[str, str] = field(default_factory=dict)

    def steps(self, ledger: Ledger, allow: Allowances) -> Pattern:
        """Chalk it: its parts in the order of the slots.

        Raises:
            DraftRefused: two parts do not go together, or body and figures disagree.
        """
        parts_of_it = _parts_of(self.parts(ledger.options))
        _agree(parts_of_it)
        making = Making(
            ledger=ledger.ruled(self.rules(ledger)),
            allow=allow,
            chosen={part.slot: part.id for part in parts_of_it},
            needs=frozenset(need for part in parts_of_it for need in part.needs),
        )
        for part in parts_of_it:
            making = part.add(making)
        making = with_room_along_zip(making)
        made = Pattern(style=self.style, pieces=making.pieces, seams=making.seams)
        return _renamed(made, self.called)

    def apart(self, body: Body, options: Options) -> Apart:
        """What the garment is put together from, as another may begin with it."""
        chosen = {slot.value: id for slot, id in self.parts(options).items()}
        return Apart(chosen, self.rules(Ledger(body, options)), self.called, self.asked)

    def brings(self, options: Options) -> tuple[str, ...]:
        """What its parts are cut from beside the outer cloth."""
        every = _parts_of(self.parts(options))
        return tuple(material for part in every for material in part.materials)

    def checked(self, pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
        """What is measured of it: what each of its parts has measured."""
        as_parts = _renamed(pattern, {own: id for id, own in self.called.items()})
        chosen = self.parts(options)
        answers = {**options, **{slot.value: id for slot, id in chosen.items()}}
        parts_of_it = _parts_of(chosen)
        before = as_parts
        for part in parts_of_it:
            before = part.measured_as(before)
        found: dict[str, TapeCheck] = {}
        for part in parts_of_it:
            own = as_parts if part.measured_as is not as_it_is else before
            for check in part.checks(own, body, answers):
                found.setdefault(check.name, check)
        return tuple(found.values())


def _renamed(pattern: Pattern, ids: Mapping[str, str]) -> Pattern:
    """The pattern with some pieces called otherwise."""
    if not ids:
        return pattern

    def end(of: tuple[str, str]) -> tuple[str, str]:
        return (ids.get(of[0], of[0]), of[1])

    return replace(
        pattern,
        pieces=tuple(
            replace(p, id=ids.get(p.id, p.id), of=ids.get(p.of, p.of)) for p in pattern.pieces
        ),
        seams=tuple(replace(s, one=end(s.one), other=end(s.other)) for s in pattern.seams),
    )
