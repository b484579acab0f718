"""An upper part without shoulders: its top runs from the centre round under the arms."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.making import BARE_TOP, NO_SHOULDERS, PANELS, Making, Part, Slot
from wickel.draft.builder.parts.uppers import (
    ASKED,
    CLOSE,
    CLOSE_ENDS_BELOW,
    PANELLED,
    UNDER_BUST_MEASURED,
    centre_role,
    lower_role,
    torso_of,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES, Both
from wickel.draft.operations import NewSeam, Spot, split
from wickel.draft.style import DraftRefused, Options
from wickel.draft.torso import MEASURED, Torso
from wickel.draft.torso_checks import panel_checks, side_check, under_bust_check
from wickel.draft.upper import WHOLE, half_pieces, upper_seams
from wickel.draft.usual_checks import waist_to_body
from wickel.geometry import Line, Point, length, parted_where
from wickel.pattern import Pattern, Piece, Seam, edge_length
from wickel.wording import say, tr

_TOP = "top"
_LEAST_HIGH_MM = 20.0
"""What must be left of a front or back above the waist, at the centre and the side."""
_CLEAR_MM = 5.0
"""The top keeps so far from the ends of a panel seam."""
_DART_BELOW_MM = 20.0
"""A dart ends at least so far below the top at the centre."""


def _add(shape: str, making: Making) -> Making:
    """Front and back cut off at the top; what is above it is not cut."""
    seamed = PANELLED.get(shape, WHOLE)
    making, halves = torso_of(making, shape, topless=True)
    ledger = making.ledger
    ledger.at("Top")
    centre = ledger.both(
        "top.centre",
        ("max(bust_down - 8 cm, neck_down + 2 cm)", "chest_down"),
        "Top below the neck point, at the centre",
    )
    under = ledger.both("top.under", "1.5 cm", "Top below the underarm, at the side", (0, 80))
    pieces = [
        _cut_off(piece, half, centre, under, making)
        for half in halves
        for piece in half_pieces(
            half,
            seamed,
            making.allow,
            centre=centre_role(making, half.where),
            lower=lower_role(making),
        )
    ]
    made = making.with_pieces(*pieces, seams=_seams(seamed))
    return replace(made, bare={_TOP: tuple(piece.id for piece in pieces)}, necklines=None)


def _seams(seamed: str) -> tuple[Seam, ...]:
    return tuple(
        seam for seam in upper_seams(seamed, ()) if seam.name not in ("shoulder", "outer shoulder")
    )


def _cut_off(piece: Piece, half: Torso, centre: Both, under: Both, making: Making) -> Piece:
    """What of a piece lies below the line from the centre to under the arm.

    Raises:
        DraftRefused: the line runs above the neck, or below the waist.
    """
    where = half.where
    piece = _darts_below(piece, centre.of(where) + _DART_BELOW_MM)
    at_centre, below = centre.of(where), under.of(where)
    if (
        not half.neck.centre[0] < at_centre < half.level - _LEAST_HIGH_MM
        or below > half.level - half.chest - _LEAST_HIGH_MM
    ):
        raise DraftRefused(
            say("builder.top-out-of-place", top=at_centre, waist=half.level), f"top.centre.{where}"
        )
    bust = half.bust[1]
    at_bust = at_centre + (half.chest + below - at_centre) * (bust / half.armhole.end[1]) ** 2
    has_centre = any(edge.name == "centre" for edge in piece.edges)
    first = (
        _on(piece, "centre", at_centre) if has_centre else _on_seam(piece, half, at_bust, making)
    )
    has_side = any(edge.name == "side" for edge in piece.edges)
    side_mm = edge_length(piece, "side") if has_side else 0.0
    last = (
        Spot(edge="side", share=below / side_mm)
        if has_side
        else _on_seam(piece, half, at_bust, making)
    )
    seam = NewSeam(
        making.allow["neck"], name=_TOP, ids=(f"{piece.id}-above", piece.id), names=("", piece.name)
    )
    above, kept = split(piece, first, last, seam)
    low = kept if any(edge.name == "hem" for edge in kept.edges) else above
    return replace(low, id=piece.id, name=piece.name)


def _darts_below(piece: Piece, level: float) -> Piece:
    """The piece with the tips of its darts no higher than a level."""

    def lowered(at: Point) -> Point:
        return (max(at[0], level), at[1])

    return replace(
        piece,
        inner_lines=tuple(
            replace(
                mark,
                path=tuple(Line(lowered(line.start), lowered(line.end)) for line in mark.path),
            )
            if mark.name == "waist dart"
            else mark
            for mark in piece.inner_lines
        ),
    )


def _on(piece: Piece, edge: str, down: float) -> Spot:
    """The place on an edge at a level."""
    path = piece.edge(edge).path
    return Spot(edge=edge, share=length(parted_where(path, 0, down)[0]) / length(path))


def _on_seam(piece: Piece, half: Torso, down: float, making: Making) -> Spot:
    """The place on a panel seam as far above the bust as the centre panel's at a level: the side
    panel is turned there."""
    (bust,) = (notch.at_mm for notch in piece.notches if notch.name == "bust")
    path = piece.edge("panel seam").path
    up = half.bust[0] - down
    whole = length(path)
    runs_down = any(edge.name == "centre" for edge in piece.edges)
    at = bust - up if runs_down else bust + up
    if not runs_down:
        # its bust is notched from where the seam begins, at the hem
        at = min(at, whole - _CLEAR_MM)
    return Spot(edge="panel seam", share=max(_CLEAR_MM, at) / whole)


def _checks(shape: str, pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    by_id = {piece.id: piece for piece in pattern.pieces}
    sides = [by_id[f"{where}-side" if shape in PANELLED else where] for where in SIDES]
    checks = [side_check(*sides)]
    if shape in PANELLED:
        checks += panel_checks(pattern)
    if shape == CLOSE:
        checks.append(under_bust_check(pattern, body))
    if str(options.get("waist", "plain")) != "under-bust":
        waist = sum(pattern.figure(f"waist.across.{where}") for where in SIDES)
        checks.append(waist_to_body(body, 2 * waist, float(options["ease_mm"]), "garment"))
    return tuple(checks)


_WITHOUT = frozenset({Slot.NECK, Slot.SLEEVE, Slot.COLLAR, Slot.DART, Slot.YOKE})

PARTS = tuple(
    Part(
        id=id,
        slot=Slot.UPPER,
        name=name,
        add=partial(_add, shape),
        options=ASKED,
        required=(*MEASURED, *(UNDER_BUST_MEASURED if shape == CLOSE else ())),
        without=_WITHOUT,
        against=CLOSE_ENDS_BELOW if shape == CLOSE else {},
        checks=partial(_checks, shape),
        traits=frozenset({BARE_TOP, NO_SHOULDERS, *({PANELS} if shape in PANELLED else ())}),
        roles=("side", "neck", "waist", "hem", "closing"),
        place=place,
    )
    for place, (id, name, shape) in enumerate(
        (
            ("strapless", tr("darts, without shoulders"), WHOLE),
            ("strapless-panels", tr("panel seams, without shoulders"), "shoulder"),
            ("strapless-close", tr("panel seams, close under the bust, without shoulders"), CLOSE),
        ),
        10,
    )
)
