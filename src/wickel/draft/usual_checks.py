"""The tape checks that most garments share: edges alike, waistband to waist, over hip, bust and
head."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from typing import NamedTuple

from wickel.body import MEASUREMENTS, Body
from wickel.draft.checks import UNBOUNDED, TapeCheck
from wickel.draft.style import LengthOption, Option
from wickel.geometry import crossing
from wickel.pattern import Notch, NotchKind, Piece, notch_point, sewn_length
from wickel.wording import Text, say

OVER_HEAD_EASE_MM = 20.0
HEM_LEVEL_MM = 5.0
ZIP = "zip"
"""The notch at the end of a zip, from the upper edge on."""


def zip_at(edge: str, at_mm: float) -> Notch:
    """The notch at the end of a zip, which says how long it is."""
    return Notch(name=ZIP, edge=edge, at_mm=at_mm, kind=NotchKind.ZIP)


def other_zip_end(edge: str, at_mm: float) -> Notch:
    """The notch at the end of a zip, on the edge that is sewn to its other side."""
    return Notch(name="zip end", edge=edge, at_mm=at_mm, kind=NotchKind.ZIP_END)


def alike(
    name: str,
    one: Piece,
    other: Piece,
    edge: str,
    *,
    other_edge: str = "",
    way_out: Text = "Draw both edges from the same points.",
) -> TapeCheck:
    """Two edges that are sewn together are equally long, gathers drawn in."""
    same = one.name == other.name
    return TapeCheck(
        name=name,
        one="one" if same else one.name.lower(),
        one_mm=sewn_length(one, edge),
        other="the other" if same else other.name.lower(),
        other_mm=sewn_length(other, other_edge or edge),
        way_out=way_out,
    )


def waist_to_body(body: Body, waist_mm: float, ease_mm: float, one: str = "skirt") -> TapeCheck:
    """The drafted waist, darts and pleats closed, is the waist and its ease."""
    return TapeCheck(
        name="Waist",
        one=one,
        one_mm=waist_mm,
        other="waist and ease",
        other_mm=body["waist"] + ease_mm,
        way_out=say("usual_checks.difference-into-darts-pleats-side"),
        if_short=say("usual_checks.difference-out-of-darts-pleats-side"),
    )


def band_to_waist(band: Piece, overlap_mm: float, waist_mm: float) -> TapeCheck:
    """A waistband, less its overlap, is as long as the waist it is sewn to."""
    return TapeCheck(
        name="Waistband to waist",
        one=f"{band.name.lower()}{' less overlap' if overlap_mm else ''}",
        one_mm=sewn_length(band, "join") - overlap_mm,
        other="waist as drafted",
        other_mm=waist_mm,
        way_out=say("usual_checks.cut-band"),
    )


def over_body(
    body: Body, *measurements: str, garment_mm: float, least_mm: float = 20.0
) -> TapeCheck:
    """The garment goes over the widest of some girths."""
    widest = max(body[m] for m in measurements)
    names = " and ".join(MEASUREMENTS[m].name.lower() for m in measurements)
    short = widest + least_mm - garment_mm
    return TapeCheck(
        name=f"Over {names}" if len(measurements) > 1 else f"Over the {names}",
        one="garment all round",
        one_mm=garment_mm,
        other=names if len(measurements) == 1 else "the wider of them",
        other_mm=widest,
        least_mm=least_mm,
        most_mm=UNBOUNDED,
        way_out=say("usual_checks.add-all-round", short=max(0.0, short)),
        on_body=True,
    )


def hem_level(
    side_mm: float, centre_mm: float, since: str, *, most_mm: float = HEM_LEVEL_MM
) -> TapeCheck:
    """The hem hangs level: a seam that swings out is as long as the middle, from the waist or the
    hip on."""
    return TapeCheck(
        name="Hem level",
        one=f"side, {since} to hem",
        one_mm=side_mm,
        other=f"centre, {since} to hem",
        other_mm=centre_mm,
        least_mm=-HEM_LEVEL_MM,
        most_mm=most_mm,
        way_out=say("usual_checks.let-hem-rise-side-difference"),
        if_short=say("usual_checks.let-hem-drop-side-difference"),
    )


def ring_at(halves: Iterable[Piece], down_mm: float) -> float:
    """How far a garment is round at a level: twice the halves from their centre to their side
    there, mm.

    NaN where a side does not reach the level.
    """
    found = 0.0
    for half in halves:
        met = crossing(half.edge("side").path, 0, down_mm)
        found += math.nan if met is None else met[0][-1].end[1]
    return 2 * found


def zip_level(piece: Piece) -> float:
    """How far down a piece its zip ends. NaN when it has none."""
    return next(
        (notch_point(piece, notch)[0] for notch in piece.notches if notch.kind is NotchKind.ZIP),
        math.nan,
    )


def passes(
    body: Body, measurement: str, ring_mm: float, ring: str, way_out: Text, *, least_mm: float = 0.0
) -> TapeCheck:
    """The smallest ring that does not open goes over what it must pass when the garment is put
    on."""
    name = MEASUREMENTS[measurement].name.lower()
    return TapeCheck(
        name=f"Over the {name}, to put it on",
        one=ring,
        one_mm=ring_mm,
        other=name,
        other_mm=body[measurement],
        least_mm=least_mm,
        most_mm=UNBOUNDED,
        way_out=way_out,
        on_body=True,
    )


AT_ZIP = "all round at the end of the zip"
LOWER_ZIP = "Let the zip end lower."


class Way(NamedTuple):
    """A way out: by how much which option is to be changed, and the sentence."""

    option: str
    by_mm: float
    words: Text


def way_within(
    style_options: Iterable[Option], options: Mapping[str, float | str], ways: Iterable[Way]
) -> Text:
    """The first way out that the bounds of its option allow; the last when none does."""
    bounds = {
        style_option.id: style_option
        for style_option in style_options
        if isinstance(style_option, LengthOption)
    }
    words: Text = ""
    for way in ways:
        words = way.words
        own = bounds.get(way.option)
        if (
            own is None
            or own.least <= float(options.get(way.option, own.default)) + way.by_mm <= own.most
        ):
            return way.words
    return words


def over_head(
    body: Body, opening_mm: float, way_out: Text, *, opening: str = "neck opening"
) -> TapeCheck:
    """The garment goes over the head with no closing."""
    return TapeCheck(
        name="Over the head",
        one=opening,
        one_mm=opening_mm,
        other="head",
        other_mm=body["head"],
        least_mm=OVER_HEAD_EASE_MM,
        most_mm=UNBOUNDED,
        way_out=way_out,
        on_body=True,
    )
