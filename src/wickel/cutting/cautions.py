"""Cautions that fit a job: short, where they matter, and none that does not apply.

They are the usual ones of the trade; local rules and trained people come first. They follow from
what the job is, and stay whatever the maker's figures are.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum
from functools import cached_property

from wickel.body import CHARTS, Body
from wickel.cloth import Kind
from wickel.cutting.to_cut import ToCut
from wickel.geometry import bounds
from wickel.job import DraftedGarment, notions_of
from wickel.pattern import (
    COLLARS,
    POCKETS,
    EdgeRole,
    Layer,
    LineKind,
    Pattern,
    Piece,
    PieceRole,
    edge_length,
    net_line,
)
from wickel.wording import Sentence, say

CHILD_MM = 1500.0
"""A body no taller than that is taken for a child's."""
_NAPE_SHARE = 0.86
"""The height of the nape over the floor, in parts of the body's height."""
TRAILING_MM = 30.0
"""A hem that ends nearer to the floor than that is one to trip over."""
_DARK, _LIGHT = 90.0, 170.0
FUSING, STIFF = "interfacing", ("corset",)
CORDS = (
    PieceRole.TIE,
    PieceRole.BELT,
    PieceRole.STRAP,
    PieceRole.LOOP,
    PieceRole.HOOD,
    PieceRole.BOW,
)
SMALL = ("buttons", "eyelets")
"""Kinds of small things that come off and are swallowed."""
_NO_HEMS = (
    PieceRole.SLEEVE,
    PieceRole.CAP_SLEEVE,
    PieceRole.CUFF,
    *COLLARS,
    *POCKETS,
)
FLARED_SHARE = 1.5
"""A hem that is so much wider than the hip is loose."""


class At(StrEnum):
    """Where in the work a caution matters."""

    BEFORE = "before"
    CUT = "cut"
    FUSE = "fuse"
    WEAR = "wear"


@dataclass(frozen=True, slots=True, kw_only=True)
class Studio:
    """How a studio cuts: with a rotary cutter instead of shears, on a table of a length, in mm, 0
    where nobody said."""

    rotary: bool = False
    table_mm: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Caution:
    """One caution: what it is known by, where it matters, and how it is said."""

    id: str
    at: At
    words: Sentence


class _Facts:
    """What of a job cautions follow from."""

    def __init__(self, work: ToCut, studio: Studio) -> None:
        self.work, self.studio = work, studio

    @property
    def rotary(self) -> bool:
        return self.studio.rotary

    @property
    def shears(self) -> bool:
        return not self.studio.rotary

    @property
    def always(self) -> bool:
        return True

    @cached_property
    def floor(self) -> bool:
        """Whether a lay is longer than the table."""
        table = self.studio.table_mm
        return table > 0 and any(lay.table_mm > table for lay in self.work.lays)

    @cached_property
    def fused(self) -> bool:
        """Whether something is fused: a non-woven, or what is cut as interfacing."""
        non_woven = any(lay.cloth.kind is Kind.NON_WOVEN for lay in self.work.lays)
        return non_woven or any(
            cut.material == FUSING
            for done in self.work.drafts
            for piece in done.pattern.pieces
            for cut in piece.cuts
        )

    @cached_property
    def child(self) -> bool:
        """Whether a garment is for a child."""
        return any(is_child(done.garment.body, done.garment.size) for done in self.work.drafts)

    @cached_property
    def child_cords(self) -> bool:
        return self.child and (self._has(CORDS) or self._needs(("cord",)))

    @cached_property
    def child_small(self) -> bool:
        """Whether a child's garment has small parts that come off."""
        return self.child and self._needs(SMALL)

    @cached_property
    def child_flared(self) -> bool:
        return self.child and any(is_flared(done) for done in self.work.drafts)

    @cached_property
    def tight(self) -> bool:
        """Whether something is laced or boned tightly round the body."""
        return any(is_stiffened(done) for done in self.work.drafts)

    @cached_property
    def trailing(self) -> bool:
        """Whether a hem reaches the floor."""
        return any(is_trailing(done) for done in self.work.drafts)

    @cached_property
    def stained(self) -> bool:
        return any(lay.cloth.flaws for lay in self.work.lays)

    @cached_property
    def runs(self) -> bool:
        """Whether dark and light cloth come together in one garment."""
        for garment in self.work.job.garments:
            used = [
                lay.cloth.colour
                for lay in self.work.lays
                if lay.cloth.kind is not Kind.NON_WOVEN
                and any(piece.garment.startswith(garment.id) for piece in lay.pieces)
            ]
            brightness = [_brightness(colour) for colour in used if colour]
            if brightness and min(brightness) < _DARK and max(brightness) > _LIGHT:
                return True
        return False

    def _needs(self, kinds: tuple[str, ...]) -> bool:
        """Whether a small thing of one of some kinds is bought for a garment."""
        return any(n.kind in kinds for done in self.work.drafts for n in notions_of(done))

    def _has(self, roles: tuple[PieceRole, ...]) -> bool:
        """Whether a garment has a piece of some roles."""
        return any(
            piece.role in roles for done in self.work.drafts for piece in done.pattern.pieces
        )


_RULES: tuple[tuple[str, At, Callable[[_Facts], bool]], ...] = (
    ("cautions.dust", At.BEFORE, lambda facts: facts.always),
    ("cautions.dye", At.BEFORE, lambda facts: facts.runs),
    ("cautions.stains", At.BEFORE, lambda facts: facts.stained),
    ("cautions.floor", At.BEFORE, lambda facts: facts.floor),
    ("cautions.shears", At.CUT, lambda facts: facts.shears),
    ("cautions.rotary", At.CUT, lambda facts: facts.rotary),
    ("cautions.pins", At.CUT, lambda facts: facts.always),
    ("cautions.fusing", At.FUSE, lambda facts: facts.fused),
    ("cautions.child", At.WEAR, lambda facts: facts.child),
    ("cautions.child-cords", At.WEAR, lambda facts: facts.child_cords),
    ("cautions.child-small", At.WEAR, lambda facts: facts.child_small),
    ("cautions.child-flared", At.WEAR, lambda facts: facts.child_flared),
    ("cautions.tight", At.WEAR, lambda facts: facts.tight),
    ("cautions.trailing", At.WEAR, lambda facts: facts.trailing),
)
"""The sentence of each caution, where it matters, and when it applies."""


def cautions(work: ToCut, studio: Studio) -> tuple[Caution, ...]:
    """The cautions that fit a job, in the order in which they matter."""
    facts = _Facts(work, studio)
    return tuple(
        Caution(id=code.partition(".")[2], at=at, words=say(code))
        for code, at, applies in _RULES
        if applies(facts)
    )


def is_child(body: Body, size: str) -> bool:
    """Whether a body is a child's: a size of the chart by height, or measured as short as one."""
    children = CHARTS["children"]
    if size in children.sizes or body.name in children.sizes:
        return True
    known = body.measurements_mm
    tall = known.get("height") or known.get("nape_to_floor", 0.0) / _NAPE_SHARE
    return 0.0 < tall <= CHILD_MM


def is_stiffened(done: DraftedGarment) -> bool:
    """Whether a garment is a corset: boned, or of a style that is one."""
    return done.garment.style in STIFF or any(
        line.kind is LineKind.BONE for piece in done.pattern.pieces for line in piece.inner_lines
    )


def is_trailing(done: DraftedGarment) -> bool:
    """Whether the hem of a garment reaches the floor of its body, by the lengths of its pieces."""
    known = done.garment.body.measurements_mm
    floor, waist = known.get("neck_to_floor"), known.get("neck_to_waist")
    if floor is None or waist is None:
        return False
    return any(
        long >= (floor if from_neck else floor - waist) - TRAILING_MM
        for piece in done.pattern.pieces
        for from_neck, long in _hangs(piece, done.pattern)
    )


def _hems(piece: Piece, pattern: Pattern) -> tuple[int, ...]:
    """The places among a piece's edges of those that hang free below: hems that are sewn to
    nothing. Sleeves and small parts have none."""
    if piece.role in _NO_HEMS or piece.layer is Layer.FACING:
        return ()
    sewn = {side for seam in pattern.seams for side in (seam.one, seam.other)}
    return tuple(
        k
        for k, edge in enumerate(piece.edges)
        if edge.role is EdgeRole.HEM and (piece.id, edge.name) not in sewn
    )


def _hangs(piece: Piece, pattern: Pattern) -> tuple[tuple[bool, float], ...]:
    """How long a piece hangs, and whether from the neck or from the waist; nothing for a piece
    without a hem of its own."""
    names = [edge.name for edge in piece.edges]
    hems = _hems(piece, pattern)
    if not hems:
        return ()
    if piece.has(EdgeRole.SHOULDER, EdgeRole.NECK):
        return ((True, bounds(net_line(piece)).width),)
    if not piece.has(EdgeRole.WAIST):
        return ()
    beside = {(k + step) % len(names) for k in hems for step in (-1, 1)} - set(hems)
    return tuple((False, edge_length(piece, names[k])) for k in beside)


def is_flared(done: DraftedGarment) -> bool:
    """Whether the hem of a garment is loose: much wider than the hip."""
    hip = done.garment.body.measurements_mm.get("hip")
    if hip is None:
        return False
    round_mm = sum(
        edge_length(piece, piece.edges[k].name)
        * piece.cuts[0].copies
        * (2 if piece.cuts[0].on_fold else 1)
        for piece in done.pattern.pieces
        if piece.layer is not Layer.LINING and _hangs(piece, done.pattern)
        for k in _hems(piece, done.pattern)
    )
    return round_mm > FLARED_SHARE * hip


def _brightness(colour: str) -> float:
    """How light a colour is, 0 to 255, as the eye weighs red, green and blue (ITU-R BT.601)."""
    try:
        red, green, blue = (int(colour[k : k + 2], 16) for k in (1, 3, 5))
    except ValueError:
        return 128.0
    return 0.299 * red + 0.587 * green + 0.114 * blue
