"""Edits of a job as pure functions, old → new, used by the stages."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from dataclasses import replace
from typing import TypeVar

from wickel.body import WOMEN, Body, Chart, estimates_followed, size_body, with_measurement
from wickel.cloth import Cloth
from wickel.draft import Allowances, DraftRefused, OptionValue, Own, School, draft, school_options
from wickel.draft.operations import Change, Unfold
from wickel.draft.own import OwnStyle
from wickel.job.cards import card_of
from wickel.job.job import Allowed, Card, End, Garment, Giver, Job, Layer, OnCloth, Picture
from wickel.job.work import garment_style
from wickel.pattern import Pattern
from wickel.wording import say


def with_garment(job: Job, garment: Garment) -> Job:
    """The job with the garment of the same id replaced."""
    return replace(job, garments=tuple(garment if g.id == garment.id else g for g in job.garments))


def with_cloth(job: Job, cloth: Cloth) -> Job:
    """The job with the cloth of the same id replaced."""
    return replace(job, cloths=tuple(cloth if c.id == cloth.id else c for c in job.cloths))


def with_shelf_cloth(job: Job, place: Cloth, taken: Cloth) -> Job:
    """The job cut from a cloth off the shelf instead: a snapshot that takes the other's place."""
    return with_cloth(job, replace(taken, id=place.id))


def with_size(job: Job, garment: Garment, size: str) -> Job:
    """The garment made to a size of the chart."""
    return with_garment(job, replace(garment, size=size, body=size_body(size)))


def with_own_measure(
    job: Job, garment: Garment, measurement: str, mm: float, chart: Chart = WOMEN
) -> Job:
    """The garment made to measure: one measurement of its body changed, no longer a plain size;
    what was estimated from that by the chart is estimated again."""
    body = with_measurement(garment.body, measurement, mm)
    if not garment.size:
        body = estimates_followed(garment.body, body, chart)
    else:
        others = frozenset(body.measurements_mm) - {measurement}
        body = replace(body, name="", estimated=others)
    return with_garment(job, replace(garment, size="", body=body))


def with_person(job: Job, garment: Garment, name: str) -> Job:
    """The garment made for a person of that name, and the job too.

    What came from a size of the chart was not measured on that person: it is marked as an estimate.
    """
    body: Body = replace(garment.body, name=name)
    if garment.size:
        body = replace(body, taken="", estimated=frozenset(body.measurements_mm))
    return replace(with_garment(job, replace(garment, body=body, size="")), client=name)


def with_estimates(job: Job, garment: Garment, estimates: Mapping[str, float]) -> Job:
    """The garment's body with measurements worked out from others, marked as such."""
    body = garment.body
    for measurement, mm in estimates.items():
        body = with_measurement(body, measurement, mm, estimated=True)
    return with_garment(job, replace(garment, body=body))


def with_option(job: Job, garment: Garment, option: str, value: OptionValue) -> Job:
    """The garment with one option set."""
    return with_garment(job, replace(garment, options={**garment.options, option: value}))


def with_allowances(job: Job, garment: Garment, allowances: Allowances) -> Job:
    """The garment with other allowances."""
    return with_garment(job, replace(garment, allowances=allowances))


def with_school(job: Job, garment: Garment, school: School) -> Job:
    """The garment drafted by a school: its answers where the style asks, its allowances, and those
    of its figures that the style takes and that the maker has not given otherwise.

    Figures that an earlier school brought go with it.
    """
    options = school_options(school, garment_style(garment), garment.options)
    old = {id for id, giver in garment.given_by.items() if giver.layer is Layer.SCHOOL}
    figures = {id: own for id, own in garment.figures.items() if id not in old}
    given_by = {id: giver for id, giver in garment.given_by.items() if id not in old}
    bare = replace(
        garment,
        options=options,
        allowances=school.allowances,
        figures=figures,
        given_by=given_by,
    )
    giver = Giver(layer=Layer.SCHOOL, name=school.name)
    for id in _taken_of(bare, school.figures):
        figures[id], given_by[id] = school.figures[id], giver
    return with_garment(job, replace(bare, figures=figures, given_by=given_by))


def _taken_of(garment: Garment, figures: Mapping[str, Own]) -> tuple[str, ...]:
    """Which figures a garment's style takes, and the maker has not given on either side."""
    style = garment_style(garment)
    try:
        pattern = draft(style, garment.body, garment.options, garment.allowances)
    except DraftRefused:
        return ()
    known = {id for figure in pattern.figures for id in (figure.id, figure.base)}
    given = {id for own in garment.figures for id in (own, own.rpartition(".")[0])}
    return tuple(id for id in figures if id in known and id not in given)


def with_allowed(job: Job, garment: Garment, check: str, allowed: Allowed | None) -> Job:
    """The garment with how far the lengths of a check may differ; None: as the style says."""
    kept = {name: old for name, old in garment.allowed.items() if name != check}
    if allowed is not None:
        kept[check] = allowed
    return with_garment(job, replace(garment, allowed=kept))


def with_changes_by_hand(job: Job, garment: Garment, changes: tuple[Change, ...]) -> Job:
    """The garment with other changes made by hand to its pieces. What is left at the edges of a
    piece that is unfolded is left at their mirror images too, as long as it is unfolded."""
    before, after = (
        {change.piece for change in own if isinstance(change, Unfold)}
        for own in (garment.changes, changes)
    )
    cards = {
        id: _unfolded(card)
        if id in after - before
        else _folded(card)
        if id in before - after
        else card
        for id, card in garment.cards.items()
    }
    return with_garment(job, replace(garment, changes=changes, cards=cards))


def _unfolded(card: Card) -> Card:
    """The card of a half, of the whole: what it says of an edge holds for its mirror image."""
    left = {f"other {edge}": mm for edge, mm in card.allowances_mm.items()}
    ends = {f"other {edge}": _TURNED[end] for edge, end in card.runs_out.items()}
    return replace(
        card,
        allowances_mm={**left, **card.allowances_mm},
        runs_out={**ends, **card.runs_out},
    )


_TURNED = {End.START: End.END, End.END: End.START}


def _folded(card: Card) -> Card:
    """The card of a whole, of its half: nothing of mirror images."""
    return replace(
        card,
        allowances_mm=_of_half(card.allowances_mm),
        runs_out=_of_half(card.runs_out),
    )


T = TypeVar("T")


def _of_half(of_edges: Mapping[str, T]) -> dict[str, T]:
    mirrored = {f"other {edge}" for edge in of_edges}
    return {edge: own for edge, own in of_edges.items() if edge not in mirrored}


def with_own(job: Job, garment: Garment, own_style: OwnStyle) -> Job:
    """The garment with its own style written anew; options that are gone fall away, and so do
    changes made by hand to pieces that are now written out."""
    known = {option.id for option in own_style.options}
    options = {id: value for id, value in garment.options.items() if id in known}
    changes = garment.changes if garment.own is not None else ()
    return with_garment(
        job,
        replace(
            garment,
            style=own_style.id,
            own=own_style,
            options=options,
            changes=changes,
            figures={},
            given_by={},
        ),
    )


def with_body(job: Job, garment: Garment, body: Body) -> Job:
    """The garment made for a client's body, and the job for that client."""
    return replace(with_garment(job, replace(garment, body=body, size="")), client=body.name)


# --- several garments, several cloths ---------------------------------------------------------


def without_garment(job: Job, garment: Garment) -> Job:
    """The job without a garment; cloths that only it was cut from stay."""
    return replace(job, garments=tuple(other for other in job.garments if other.id != garment.id))


def with_quantity(job: Job, garment: Garment, quantity: Mapping[str, int]) -> Job:
    """The garment made so many times in each size, in its own body under the empty name."""
    plain = {size: count for size, count in quantity.items() if count > 0}
    return with_garment(job, replace(garment, quantity={} if plain == {"": 1} else plain))


def read_quantity(text: str, sizes: Iterable[str]) -> dict[str, int]:
    """How many are made in which size, as a maker writes it: ``own``, ``2 own; 96``, ``92 × 2;
    100``.

    Raises:
        ValueError: with a sentence; a size that is none of ``sizes``, a number that is none,
        nothing at all.
    """
    known = set(sizes)
    found: dict[str, int] = {}
    for part in text.replace(",", ";").split(";"):
        if part.strip():
            size, count = _size_and_count(part, known)
            found[size] = found.get(size, 0) + count
    if not found:
        raise ValueError(say("quantity.empty"))
    return found


def _size_and_count(part: str, known: set[str]) -> tuple[str, int]:
    """One entry such as ``2 × 92``: the size, ``""`` for the client's own, and how many.

    Raises:
        ValueError: with a sentence.
    """
    words = re.sub(r"(?<=\d)\s*[x×]\s*|\s+[x×]\s*", " ", part, flags=re.IGNORECASE).split()
    names = [word for word in words if word in known or word.lower() == OWN]
    counts = [word for word in words if word not in names]
    if len(words) == 2 and len(names) == 2:  # two sizes that are numbers: the first is how many
        counts, names = names[:1], names[1:]
    if len(names) != 1 or len(counts) > 1 or not all(count.isdigit() for count in counts):
        raise ValueError(say("quantity.not-understood", text=part.strip()))
    count = int(counts[0]) if counts else 1
    if not 0 < count <= MOST_OF_ONE:
        raise ValueError(say("quantity.too-many", count=count, most=MOST_OF_ONE))
    return "" if names[0].lower() == OWN else names[0], count


def shown_quantity(quantity: Mapping[str, int]) -> str:
    """How many are made in which size, as ``read_quantity`` reads it."""
    rows = quantity or {"": 1}
    return "; ".join(
        f"{count} × {size or OWN}" if count > 1 else size or OWN for size, count in rows.items()
    )


OWN, MOST_OF_ONE = "own", 200
"""What the garment's own body is called beside sizes, and how many garments alike there may be."""


def with_added_cloth(job: Job, taken: Cloth) -> Job:
    """The job with one more cloth, off the shelf: a snapshot under an id of its own. Nothing is cut
    from it yet."""
    return replace(
        job,
        cloths=(
            *job.cloths,
            replace(taken, id=free_id(taken.id, (cloth.id for cloth in job.cloths))),
        ),
    )


def without_cloth(job: Job, cloth_id: str) -> Job:
    """The job without a cloth from which nothing is cut."""
    return replace(
        job, cloths=tuple(cloth for cloth in job.cloths if cloth.id != cloth_id)
    ).with_on(cloth_id, OnCloth())


def with_material_on(job: Job, garment: Garment, material: str, cloth_id: str) -> Job:
    """The garment with a material cut from another of the job's cloths."""
    return with_garment(job, replace(garment, cloths={**garment.cloths, material: cloth_id}))


def free_id(wanted: str, taken: Iterable[str]) -> str:
    """An id that none of some others has."""
    known = set(taken)
    return next(
        id for id in (wanted, *(f"{wanted}-{k}" for k in range(2, 10_000))) if id not in known
    )


def with_picture(job: Job, picture: Picture) -> Job:
    """The job with one more reference picture."""
    return replace(job, pictures=(*job.pictures, picture))


def without_picture(job: Job, number: int) -> Job:
    """The job without one of its reference pictures."""
    return replace(job, pictures=(*job.pictures[:number], *job.pictures[number + 1 :]))


def with_shared_allowances(job: Job, garment_id: str, pattern: Pattern, piece: str) -> Job:
    """The job with the allowances on the card of a piece also at the edges that are sewn to its
    own, on their cards."""
    mine = job.garment(garment_id).cards.get(piece, Card()).allowances_mm
    for seam in pattern.seams:
        for here, there in ((seam.one, seam.other), (seam.other, seam.one)):
            if here[0] == piece and here[1] in mine and there[0] != piece:
                garment = job.garment(garment_id)
                card = card_of(garment.cards, garment.changes, there[0])
                allowances = {**card.allowances_mm, there[1]: mine[here[1]]}
                card = replace(card, allowances_mm=allowances)
                job = with_piece_card(job, garment, there[0], card)
    return job


def bare_card(card: Card) -> Card:
    """A card with nothing on it but what has been done and waived: the piece is as the style
    says."""
    return Card(waive=card.waive, cut=card.cut)


def with_piece_card(job: Job, garment: Garment, piece: str, card: Card) -> Job:
    """The job with the card of a piece of a garment; an empty card is taken away."""
    cards = {id: own for id, own in garment.cards.items() if id != piece}
    if card != Card():
        cards[piece] = card
    return with_garment(job, replace(garment, cards=cards))
