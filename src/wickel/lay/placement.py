"""Placement, finding and lay: what the rest of the program reads of a finished lay."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from wickel.cloth import Cloth, Spread, Spreading, Zone
from wickel.geometry import Outline
from wickel.lay.demand import CutPiece
from wickel.wording import Text


class Level(StrEnum):
    """How bad a finding is."""

    BROKEN = "broken"
    STRAINED = "strained"
    NOTE = "note"


@dataclass(frozen=True, slots=True, kw_only=True)
class Finding:
    """A broken or strained rule in plain words, the pieces and placements it concerns by their ids,
    and a way out."""

    level: Level
    code: str
    text: Text
    pieces: tuple[str, ...] = ()
    way_out: Text = ""
    placements: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Shape:
    """The outline that is laid: the piece's cut line, or the whole of a half piece unfolded.

    In the piece frame, mm.
    """

    outline: Outline
    holes: tuple[Outline, ...] = ()


NO_SHAPE = Shape(outline=())
"""The shape of a placement that is kept without it: it is the piece's."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Placement:
    """A part at its place: q = R(turn) · M · R(−grain) · p + (x, y), cut from some plies of a zone.

    ``yields`` is the number of finished copies; ``on_fold`` says that the shape is a half whose
    fold edge lies on a fold of the zone, ``fold`` which. One that is kept (``lay.kept``) has no
    shape.
    """

    id: str
    piece: str
    shape: Shape = NO_SHAPE
    section: int
    zone: int
    turn_deg: float
    mirrored: bool
    x_mm: float
    y_mm: float
    cut_plies: tuple[int, ...]
    on_fold: bool
    yields: int
    fold: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Lay:
    """Spread, placements, findings and lengths of one cloth. Immutable: every edit makes a new one.

    ``unmatched_mm`` is the best length of the same pieces when nothing is asked of the print, None
    when something is asked and nobody has looked (``lay.matching``).
    """

    cloth: Cloth
    spread: Spread
    pieces: tuple[CutPiece, ...]
    placements: tuple[Placement, ...]
    findings: tuple[Finding, ...]
    used_share: float
    seed: int
    effort: int
    seconds: float
    unmatched_mm: float | None = None

    @property
    def matching_mm(self) -> float | None:
        """What of the length keeping to the print costs; None when nobody has looked."""
        return matching_cost(self.lay_length_mm, self.unmatched_mm)

    @property
    def lay_length_mm(self) -> float:
        """Length of cloth under the lay."""
        return self.spread.cloth_mm

    @property
    def table_mm(self) -> float:
        """Length on the table."""
        return self.spread.table_mm

    @property
    def way(self) -> Spreading:
        """How the cloth is spread, as asked for."""
        return self.spread.way

    @property
    def complete(self) -> bool:
        """Whether no rule is broken; otherwise every length is *at least*."""
        return not self.broken

    @property
    def broken(self) -> tuple[Finding, ...]:
        """The findings that are broken rules."""
        return tuple(finding for finding in self.findings if finding.level is Level.BROKEN)

    def zone(self, placement: Placement) -> Zone:
        """The zone that a placement lies in."""
        return self.spread.sections[placement.section].zones[placement.zone]

    def piece(self, id: str) -> CutPiece:
        """The piece of that id. Raises ``KeyError``."""
        for piece in self.pieces:
            if piece.id == id:
                return piece
        raise KeyError(id)

    def placement(self, id: str) -> Placement:
        """The placement of that id. Raises ``KeyError``."""
        for placement in self.placements:
            if placement.id == id:
                return placement
        raise KeyError(id)

    def placement_or_none(self, id: str) -> Placement | None:
        """The placement of that id, None where there is none."""
        return next((placement for placement in self.placements if placement.id == id), None)


def matching_cost(length_mm: float, unmatched_mm: float | None) -> float | None:
    """What of a length keeping to the print costs, beside the best length without; None when that
    is not known.

    Never below nothing: what keeps to the print is one of the lays that need not.
    """
    return None if unmatched_mm is None else max(0.0, length_mm - unmatched_mm)


def rank(lay: Lay) -> tuple[bool, float]:
    """What lays are sorted by: complete ones first, then the shorter."""
    return (not lay.complete, lay.lay_length_mm)


def better(one: Lay, other: Lay) -> bool:
    """Whether one lay is to be taken before another: complete ones first, then the shorter."""
    return (not one.complete, one.lay_length_mm) < (not other.complete, other.lay_length_mm - 1e-6)
