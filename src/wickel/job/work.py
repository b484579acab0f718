"""The one way through a job: body and options → pattern → cut pieces → lays. Pure functions."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace

from wickel.body import SIZES, size_body
from wickel.cloth import BorderAt, Cloth, Kind
from wickel.draft import STYLES, DraftRefused, Style, TapeCheck, draft, tape_checks, with_stretch
from wickel.draft.checks import UNBOUNDED
from wickel.draft.operations import (
    as_first_named,
    checks_after,
    seam_checks,
    with_changes,
    without_doubles,
)
from wickel.draft.own import style_of
from wickel.geometry import BadFold, BadOutline, Outline, checked_fold, flatten, simple_outline
from wickel.job.asked import asked_by, asked_of, meeting_seams
from wickel.job.cards import card_of, with_cards, with_counts
from wickel.job.culprits import with_culprits
from wickel.job.halves import as_half
from wickel.job.job import AskedOfPrint, Card, CardGrain, Garment, Job, JobRefused
from wickel.job.later import Kept
from wickel.job.sound import refusing
from wickel.job.turned import net_figures
from wickel.lay import (
    CutOrder,
    CutPiece,
    Grain,
    fold_lines,
    with_straight_folds,
)
from wickel.pattern import Pattern, Piece, Seam, cut_line, fold_edges, net_line
from wickel.wording import say, words_of


@dataclass(frozen=True, slots=True, kw_only=True)
class DraftedGarment:
    """A garment with its pattern and tape checks; of a series the garment is that of one size, made
    ``count`` times."""

    garment: Garment
    pattern: Pattern
    checks: tuple[TapeCheck, ...]
    count: int = 1


def in_sizes(garment: Garment) -> tuple[tuple[Garment, int], ...]:
    """A garment in each body that it is made for, with an id of its own, and how many are made of
    it.

    Raises:
        JobRefused: a size that no chart has, or a size of a style that is drawn in one.
    """
    made = []
    one_size = any(garment.quantity) and garment_style(garment).one_size
    if one_size:
        raise JobRefused(say("work.one-size", garment=garment.id))
    for size, count in (garment.quantity or {"": 1}).items():
        if size and size not in SIZES:
            raise JobRefused(
                say(
                    "work.garment-wanted-size-there",
                    garment=garment.id,
                    size=size,
                    join=", ".join(SIZES),
                )
            )
        body = size_body(size) if size else garment.body
        own = replace(garment, id=f"{garment.id}:{size}", size=size, body=body) if size else garment
        made.append((own, count))
    return tuple(pair for pair in made if pair[1] > 0)


def drafted_series(garment: Garment, job: Job) -> tuple[DraftedGarment, ...]:
    """A garment drafted in each body that it is made for. Raises what ``drafted`` does."""
    return tuple(replace(drafted(own, job), count=count) for own, count in in_sizes(garment))


def garment_of(id: str, job: Job) -> Garment | None:
    """The garment of a job that a piece belongs to, by the name that the piece has for it; None for
    plain pieces."""
    for garment in job.garments:
        if id == garment.id or id.startswith((f"{garment.id}:", f"{garment.id}{COPY}")):
            return garment
    return None


COPY = "#"
"""What stands before the number of one of several garments alike."""


def drafted(garment: Garment, job: Job | None = None) -> DraftedGarment:
    """Draft a garment, change it by hand, and check it by tape: the pieces as they are then.

    What is drawn over the body stretches as the cloth of the ``job`` does that the garment is
    mostly cut from; without one, as the style takes it to.

    Raises:
        JobRefused: no such style, or what is asked cannot be drawn.
        DraftRefused: the body and the options cannot be drafted, or a change cannot be made.
    """
    with refusing(garment):
        return _drafted(garment, job)


def _drafted(garment: Garment, job: Job | None) -> DraftedGarment:
    style = garment_style(garment)
    try:
        pattern = _drawn(garment, style)
    except DraftRefused as refusal:
        if not (garment.figures or garment.options):
            raise
        told = with_culprits(refusal, garment, style, lambda own: _drawn(own, style))
        raise told from refusal

    def measure(pieces: Pattern) -> tuple[TapeCheck, ...]:
        counted = with_counts(pieces, garment.cards)
        made = tape_checks(style, counted, garment.body, garment.options)
        return made if cloth is None else with_stretch(made, cloth.stretch_across)

    cloth = None if job is None else _main_cloth(garment, job)
    checks = measure(pattern)
    if not garment.changes:
        return DraftedGarment(
            garment=garment,
            pattern=with_cards(pattern, garment.cards),
            checks=_as_allowed(checks, garment),
        )
    after = with_changes(pattern, garment.changes)
    seen = as_first_named(pattern, after, garment.changes)
    anew = checks_after(measure, checks, seen)
    return DraftedGarment(
        garment=garment,
        pattern=with_cards(after, garment.cards, garment.changes),
        checks=_as_allowed(without_doubles(anew, seam_checks(pattern, after, seen)), garment),
    )


def _drawn(garment: Garment, style: Style) -> Pattern:
    return draft(
        style,
        garment.body,
        garment.options,
        garment.allowances,
        net_figures(garment.figures, garment.allowances, garment.cards),
        anyway=garment.anyway,
    )


def _as_allowed(checks: Iterable[TapeCheck], garment: Garment) -> tuple[TapeCheck, ...]:
    """The checks, those of which the maker has said how far they may differ with that."""
    return tuple(
        check
        if (allowed := garment.allowed.get(check.name)) is None
        else replace(
            check,
            least_mm=allowed.least_mm,
            most_mm=UNBOUNDED if allowed.most_mm is None else allowed.most_mm,
        )
        for check in checks
    )


def _main_cloth(garment: Garment, job: Job) -> Cloth | None:
    """The cloth that a garment is mostly cut from, None where the job has none of that name."""
    id = job.cloth_for("main", garment)
    return next((cloth for cloth in job.cloths if cloth.id == id), None)


def called(garment: Garment) -> str:
    """What a garment is called: its own name, else that of its style."""
    own = garment.own if garment.own is not None and garment.own.id == garment.style else None
    style = own or STYLES.get(garment.style)
    return garment.name or (garment.style if style is None else style.name)


def garment_style(garment: Garment, styles: Mapping[str, Style] = STYLES) -> Style:
    """The style of a garment: one of ``styles`` by its id, or the maker's own.

    Raises:
        JobRefused: no such style.
    """
    if garment.own is not None and garment.own.id == garment.style:
        return style_of(garment.own)
    style = styles.get(garment.style)
    if style is None:
        raise JobRefused(
            say(
                "work.garment-wants-style-there",
                garment=garment.id,
                style=garment.style,
                join=", ".join(styles),
            )
        )
    return style


def garment_pieces(done: DraftedGarment, job: Job) -> tuple[CutPiece, ...]:
    """The cut pieces of a drafted garment; their ids are ``garment id/piece id``.

    Of several alike each has pieces of its own, the second of ``dress`` is ``dress#2``. What is cut
    already of a piece is not asked for any more, beginning with the first of them.
    """
    asked = asked_by(done.garment, done.pattern, job)
    cut = as_cut(done).pattern.pieces
    meeting = meeting_seams(done.pattern, asked)
    one = tuple(_cut_piece(piece, done, job, asked, meeting) for piece in cut)
    made: list[CutPiece] = []
    done_already = {piece.id: dict(_card(piece, done.garment).cut) for piece in done.pattern.pieces}
    for k in range(done.count):
        garment = done.garment.id if k == 0 else f"{done.garment.id}{COPY}{k + 1}"
        for piece, plain in zip(one, cut, strict=True):
            made.append(
                _less_cut(
                    replace(piece, id=f"{garment}/{plain.id}", garment=garment),
                    done_already[plain.id],
                )
            )
    return tuple(made)


def as_cut(done: DraftedGarment) -> DraftedGarment:
    """The garment with only those of its pieces that are cut, without those that a card leaves out,
    and their seams."""
    pieces = tuple(p for p in done.pattern.pieces if not _card(p, done.garment).left_out)
    if pieces == done.pattern.pieces:
        return done
    there = {piece.id for piece in pieces}
    seams = tuple(s for s in done.pattern.seams if {s.one[0], s.other[0]} <= there)
    return replace(done, pattern=replace(done.pattern, pieces=pieces, seams=seams))


def _card(piece: Piece, garment: Garment) -> Card:
    return card_of(garment.cards, garment.changes, piece.id)


def _less_cut(piece: CutPiece, cut: dict[str, int]) -> CutPiece:
    """The piece without the copies that are cut already, which are taken off what is left of
    them."""
    orders = []
    for order in piece.orders:
        off = min(order.copies, cut.get(order.cloth, 0))
        if off:
            cut[order.cloth] -= off
        orders.append(replace(order, copies=order.copies - off, cut=off))
    return replace(piece, orders=tuple(order for order in orders if order.copies > 0))


def with_all_asked(piece: CutPiece) -> CutPiece:
    """A piece that is to be cut with the copies that are cut already among those asked for, as a
    job has it that is written."""
    orders = tuple(replace(order, copies=order.copies + order.cut) for order in piece.orders)
    return replace(piece, orders=orders)


def _plain_pieces(job: Job) -> tuple[CutPiece, ...]:
    """The plain pieces of a job, without what is cut of them already."""
    return tuple(
        _less_cut(piece, {order.cloth: order.cut for order in piece.orders})
        if any(order.cut for order in piece.orders)
        else piece
        for piece in job.pieces
    )


def _cut_piece(
    piece: Piece, done: DraftedGarment, job: Job, asked: AskedOfPrint, meeting: tuple[Seam, ...]
) -> CutPiece:
    garment = done.garment
    outline = cut_line(piece)
    folds = fold_edges(piece, outline)
    card = _card(piece, garment)
    kept = Kept(piece, card) if card.later else None
    if kept is not None:
        outline, folds = kept.outline, kept.folds or folds
    orders = tuple(
        CutOrder(
            cloth=card.cloth
            if card.cloth and cut is piece.cuts[0]
            else job.cloth_for(cut.material, garment),
            copies=cut.copies,
            pair=cut.pair,
            fold_edges=folds if cut.on_fold else (),
        )
        for cut in piece.cuts
    )
    inner: tuple[Outline, ...] = tuple(flatten(line.path) for line in piece.inner_lines)
    whole = CutPiece(
        id=f"{garment.id}/{piece.id}",
        name=piece.name if kept is None else kept.name,
        cut_line=outline,
        net_line=net_line(piece) if kept is None else kept.net,
        inner_lines=inner if kept is None else kept.inner,
        orders=orders,
        grain_deg=piece.grain_deg,
        grain=_grain(piece, garment, job, asked),
        garment=garment.id,
        size=garment.size,
        on_print=asked_of(piece, done.pattern, asked, meeting),
        waive=_card(piece, garment).waive,
        place=_card(piece, garment).place,
    )
    return as_half(whole)


def _grain(piece: Piece, garment: Garment, job: Job, asked: AskedOfPrint) -> Grain:
    """Straight, or on the bias where its arrow is drawn at 45°; none when all its cloths are
    non-woven.

    A hem that lies on a border along a selvage turns the grain across, on purpose.
    """
    if _card(piece, garment).grain is CardGrain.CROSS:
        return Grain.CROSS
    cloths = {cloth.id: cloth for cloth in job.cloths}
    used = [cloths.get(job.cloth_for(cut.material, garment)) for cut in piece.cuts]
    if all(cloth is not None and cloth.kind is Kind.NON_WOVEN for cloth in used):
        return Grain.NONE
    borders = [
        cloth.design.border
        for cloth in used
        if cloth is not None and cloth.design.border is not None
    ]
    if piece.id in asked.border and any(border.at is not BorderAt.ACROSS for border in borders):
        return Grain.CROSS
    return Grain.BIAS if abs(piece.grain_deg % 90.0 - 45.0) < 1e-6 else Grain.STRAIGHT


def cut_pieces(job: Job) -> tuple[CutPiece, ...]:
    """Every piece of a job as it is cut, drafted ones first, checked.

    Raises:
        JobRefused: the job contradicts itself.
        DraftRefused: a garment cannot be drafted.
    """
    return drafted_job(job)[1]


def drafted_job(job: Job) -> tuple[tuple[DraftedGarment, ...], tuple[CutPiece, ...]]:
    """The garments of a job drafted, and every piece as it is cut. Raises what ``cut_pieces``
    does."""
    drafts = tuple(done for garment in job.garments for done in drafted_series(garment, job))
    return drafts, pieces_of(drafts, job)


def pieces_of(drafts: Iterable[DraftedGarment], job: Job) -> tuple[CutPiece, ...]:
    """Every piece of a job whose garments are drafted, as it is cut, drafted ones first, checked.

    Raises:
        JobRefused: the job contradicts itself.
    """
    pieces: list[CutPiece] = []
    for done in drafts:
        with refusing(done.garment):
            pieces += garment_pieces(done, job)
    return checked_pieces((*pieces, *_plain_pieces(job)), job)


def with_number(pieces: tuple[CutPiece, ...], number: int) -> tuple[CutPiece, ...]:
    """The pieces of one of several garments or jobs that are laid together, under names of their
    own."""
    return tuple(
        replace(piece, id=f"{number}:{piece.id}", garment=f"{number}:{piece.garment}")
        for piece in pieces
    )


def checked_pieces(pieces: tuple[CutPiece, ...], job: Job) -> tuple[CutPiece, ...]:
    """The pieces with clean outlines and straight folds.

    Raises:
        JobRefused: with one sentence that names the piece.
    """
    if not (pieces or job.garments):
        raise JobRefused(say("work.job-neither-garments-nor-pieces"))
    seen: set[str] = set()
    for piece in pieces:
        if piece.id in seen:
            raise JobRefused(say("work.two-pieces-called-give-each", piece=piece.id))
        seen.add(piece.id)
    return tuple(_checked(piece, job) for piece in pieces)


def _checked(piece: CutPiece, job: Job) -> CutPiece:
    label = f"Piece “{piece.id}”"
    try:
        piece = replace(
            piece,
            cut_line=simple_outline(piece.cut_line),
            holes=tuple(simple_outline(hole) for hole in piece.holes),
        )
        for order in piece.orders:
            for edges_on_one_line in fold_lines(order.fold_edges):
                checked_fold(piece.cut_line, edges_on_one_line)
    except (BadOutline, BadFold) as reason:
        raise JobRefused(say("work.piece-wrong", label=label, reason=words_of(reason))) from None
    piece = with_straight_folds(piece)
    for order in piece.orders:
        if order.cloth not in {cloth.id for cloth in job.cloths}:
            raise JobRefused(say("work.cut-from-which-not-among", label=label, cloth=order.cloth))
        if order.copies < 1:
            raise JobRefused(say("work.asks-copies-least-needed", label=label, copies=order.copies))
        if order.pair and (order.copies + order.cut) % 2:
            copies = order.copies + order.cut
            raise JobRefused(say("work.asks-copies-pairs-pair", label=label, copies=copies))
    return piece
