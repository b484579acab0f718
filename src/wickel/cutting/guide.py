"""The guide at the table: every step of cutting a job, one a screen, made from the job.

Before, fold, lay out, check, cut, label, after: cloth after cloth. A step is data; the window shows
it large, the paper small.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum

from wickel.cloth import WAYS, Cloth, Kind, Section
from wickel.cutting.cautions import At, Caution, Studio, cautions
from wickel.cutting.checks import Check, checks
from wickel.cutting.joining import Join, bundles, joins
from wickel.cutting.labels import Label, labels
from wickel.cutting.lay_out import Laid, laid_rows
from wickel.cutting.left import LeftPiece, left_pieces
from wickel.cutting.order import Cut, Do, order_of_cutting
from wickel.cutting.to_cut import ToCut
from wickel.geometry import bounds
from wickel.job import bought_for, shopping_rows
from wickel.job.laid import shown_garment
from wickel.lay import Lay, on_table
from wickel.units import Unit, shown_length
from wickel.wording import Sentence, Text, say

SLIPPERY = ("silk", "viscose", "satin", "acetate", "rayon", "cupro")
"""Fibres that slip on the table."""

DONE = "after:done"
"""What the last step is known by."""


class Part(StrEnum):
    """The parts of the guide."""

    BEFORE = "before"
    FOLD = "fold"
    LAY_OUT = "out"
    CHECK = "check"
    CUT = "cut"
    LABEL = "label"
    AFTER = "after"


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    """One step: what it is known by, its part, of which cloth (by its id, empty where it is of the
    whole job), its title, what is said, and what belongs to it."""

    id: str
    part: Part
    title: Text
    lines: tuple[Text, ...] = ()
    cloth: str = ""
    section: int = 0
    laid: Laid | None = None
    cut: Cut | None = None
    checks: tuple[Check, ...] = ()
    cautions: tuple[Caution, ...] = ()
    labels: tuple[Label, ...] = ()
    joins: tuple[Join, ...] = ()
    left: tuple[LeftPiece, ...] = ()
    measure: bool = False
    finishes: tuple[str, ...] = ()


def guide(work: ToCut, studio: Studio, unit: Unit = Unit.CM) -> tuple[Step, ...]:
    """All steps of a job, from what is needed to what is left. ``unit`` is that of the list of what
    is needed; everything else comes in the unit that is shown."""
    known = cautions(work, studio)
    return (
        *_before(work, known, unit),
        *(step for lay in work.lays for step in _on_cloth(lay, work, known, studio)),
        *_after_cutting(work, known),
        *_after(work),
    )


def _several(work: ToCut) -> bool:
    return len(work.lays) > 1


def _titled(title: Sentence, lay: Lay, work: ToCut) -> Sentence:
    """A title, with the cloth named where there are several."""
    if not _several(work):
        return title
    return say("guide.of-cloth", title=title, cloth=lay.cloth.shown_name)


# --- before -----------------------------------------------------------------------------------


def _before(work: ToCut, known: tuple[Caution, ...], unit: Unit) -> Iterator[Step]:
    rows = shopping_rows(bought_for(work.job, work.drafts, work.lays), unit)
    yield Step(
        id="before:needed",
        part=Part.BEFORE,
        title=say("guide.needed"),
        lines=(
            *(f"{row.what}: {row.much}" for row in rows),
            say("guide.tools"),
        ),
    )
    yield Step(
        id="before:cautions",
        part=Part.BEFORE,
        title=say("guide.cautions"),
        cautions=tuple(own for own in known if own.at in (At.BEFORE, At.WEAR)),
        lines=(say("guide.local-rules"),),
    )


def _squared(cloth: Cloth) -> Sentence:
    """How the start is made square: by a thread, of which a knit and a fleece have none to pull."""
    pulled = cloth.kind is Kind.WOVEN
    if shown_length(cloth.squaring_mm, Unit.CM) == shown_length(0.0, Unit.CM):
        return say("guide.square-only" if pulled else "guide.square-only-by-eye")
    code = "guide.square" if pulled else "guide.square-by-eye"
    return say(code, squaring=cloth.squaring_mm)


def cloth_lines(cloth: Cloth) -> tuple[Sentence, ...]:
    """What is seen and done on a cloth before it is folded."""
    said = [say("guide.press"), _squared(cloth)]
    if cloth.shrink_along or cloth.shrink_across:
        said.insert(0, say("guide.washed"))
    said.append(say("guide.chalk-thin" if cloth.see_through else "guide.chalk"))
    if cloth.fibre in SLIPPERY:
        said.append(say("guide.slips"))
    if cloth.kind is Kind.KNIT or cloth.stretch_across > 0.05:
        said.append(say("guide.stretches"))
    if cloth.nap:
        said.append(say("guide.nap"))
    if cloth.frays:
        said.append(say("guide.frays"))
    return tuple(said)


# --- on the cloth -----------------------------------------------------------------------------


def _on_cloth(lay: Lay, work: ToCut, known: tuple[Caution, ...], studio: Studio) -> Iterator[Step]:
    id = lay.cloth.id
    yield Step(
        id=f"before:cloth:{id}",
        part=Part.BEFORE,
        cloth=id,
        title=_titled(say("guide.cloth"), lay, work),
        lines=cloth_lines(lay.cloth),
    )
    yield Step(
        id=f"before:measure:{id}",
        part=Part.BEFORE,
        cloth=id,
        title=_titled(say("guide.measure"), lay, work),
        lines=(
            say("guide.measure-width", width=lay.cloth.lay_width_mm),
            say("guide.measure-length", length=lay.lay_length_mm + 2 * lay.cloth.squaring_mm),
        ),
        measure=True,
    )
    for k, section in enumerate(lay.spread.sections):
        yield Step(
            id=f"fold:{id}:{k}",
            part=Part.FOLD,
            cloth=id,
            section=k,
            title=_titled(_fold_title(lay, k), lay, work),
            lines=(*WAYS[section.way].steps, *fold_lines(lay, section, studio)),
        )
    for row in laid_rows(lay, work):
        yield Step(
            id=f"out:{id}:{row.placement}",
            part=Part.LAY_OUT,
            cloth=id,
            section=row.section,
            title=_titled(
                say("guide.lay-out", number=row.number, of=len(lay.placements), name=row.called),
                lay,
                work,
            ),
            laid=row,
        )
    yield Step(
        id=f"check:{id}",
        part=Part.CHECK,
        cloth=id,
        title=_titled(say("guide.check"), lay, work),
        checks=checks(lay, work),
    )
    yield from _cutting(lay, work, known)


def _cutting(lay: Lay, work: ToCut, known: tuple[Caution, ...]) -> Iterator[Step]:
    """A step for everything that is cut, marked or lifted off."""
    id = lay.cloth.id
    cuts = order_of_cutting(lay, work)
    last = _last_cuts(cuts)
    for k, cut in enumerate(cuts):
        yield Step(
            id=f"cut:{id}:{cut.id}",
            part=Part.CUT,
            cloth=id,
            title=_titled(say("guide.cut", number=k + 1, of=len(cuts)), lay, work),
            lines=(cut.words, *cut.marks),
            cut=cut,
            cautions=tuple(own for own in known if own.at is At.CUT) if k == 0 else (),
            finishes=tuple(own for own in cut.placements if last.get(own) == k),
        )


def _last_cuts(cuts: tuple[Cut, ...]) -> dict[str, int]:
    """The step after which a placement is cut all round, by its id."""
    found: dict[str, int] = {}
    whole = (Do.AROUND, Do.LIFT, Do.PART, Do.LINE, Do.LATER)
    for k, cut in enumerate(cuts):
        if cut.do in whole:
            found |= dict.fromkeys(cut.placements, k)
    return found


def _fold_title(lay: Lay, number: int) -> Sentence:
    section = lay.spread.sections[number]
    name = WAYS[section.way].name
    if len(lay.spread.sections) == 1:
        return say("guide.fold", way=name)
    return say("guide.fold-section", number=number + 1, way=name)


_DEPTHS = ("guide.depth-1", "guide.depth-2")


def fold_lines(lay: Lay, section: Section, studio: Studio) -> tuple[Text, ...]:
    """What is to be known when a section is spread, beside the steps of its way: the depths to
    measure, the way of the print, and where to move on when the table is too short."""
    said: list[Text] = []
    if len(lay.spread.sections) > 1:
        said.append(say("guide.section-at", at=section.x_mm, cloth=section.cloth_length_mm))
    codes = _DEPTHS if len(section.depths_mm) > 1 else ("guide.depth",)
    said += [
        say(code, depth=depth, twice=2 * depth)
        for code, depth in zip(codes, section.depths_mm, strict=False)
    ]
    if any(zone.folds for zone in section.zones):
        middle = [f for zone in section.zones for f in zone.folds if f.name in ("low", "high")]
        if middle and not section.depths_mm:
            broad = max(y for zone in section.zones for _, y in zone.outline)
            said.append(say("guide.folded-width", width=broad))
    if lay.cloth.print_or_assumed.value == "one-way":
        said.append(say("guide.heads-end" if lay.cloth.heads_at_end else "guide.heads-start"))
    table = studio.table_mm
    if 0 < table < section.length_mm:
        said += [say("guide.table-short", table=table), *_moves(lay, section, table)]
    return tuple(said)


def _moves(lay: Lay, section: Section, table_mm: float) -> Iterator[Sentence]:
    """Where to move the cloth on over a table that is too short: before the first piece that would
    hang over its end."""
    ends = []
    for placement in lay.placements:
        if lay.spread.sections[placement.section] is section:
            box = bounds(on_table(placement, lay.piece(placement.piece)).outline)
            ends.append((box.min_x - section.x_mm, box.max_x - section.x_mm, placement))
    start = 0.0
    while start + table_mm < section.length_mm:
        over = [own for own in ends if own[0] > start and own[1] > start + table_mm]
        if not over:
            return
        at, _, placement = min(over, key=lambda own: own[0])
        at = min(at, start + table_mm)
        yield say("guide.move-on", at=at, piece=lay.piece(placement.piece).name)
        start = at


def _after_cutting(work: ToCut, known: tuple[Caution, ...]) -> Iterator[Step]:
    by_garment: dict[str, list[Label]] = {}
    for lay in work.lays:
        for label in labels(lay, work):
            by_garment.setdefault(label.garment, []).append(label)
    for garment, own in by_garment.items():
        yield Step(
            id=f"label:{garment}",
            part=Part.LABEL,
            title=say("guide.label-of", garment=garment)
            if len(by_garment) > 1
            else say("guide.label"),
            labels=tuple(own),
            cautions=tuple(one for one in known if one.at is At.FUSE)
            if any(label.fused for label in own)
            else (),
        )
    for done in work.drafts:
        name = shown_garment(done.garment.id, work.job)
        rows = joins(done)
        if rows:
            yield Step(
                id=f"join:{done.garment.id}",
                part=Part.LABEL,
                title=say("guide.joining", garment=name),
                joins=rows,
            )
        yield Step(
            id=f"bundle:{done.garment.id}",
            part=Part.LABEL,
            title=say("guide.bundles", garment=name),
            lines=tuple(
                say("papers.bundle", number=bundle.number, pieces=", ".join(bundle.pieces))
                for bundle in bundles(done)
            ),
        )


def _after(work: ToCut) -> Iterator[Step]:
    for lay in work.lays:
        yield Step(
            id=f"after:left:{lay.cloth.id}",
            part=Part.AFTER,
            cloth=lay.cloth.id,
            title=_titled(say("guide.left"), lay, work),
            left=left_pieces(lay),
        )
    yield Step(id=DONE, part=Part.AFTER, title=say("guide.done"))
