"""The tape checks that most garments share: edges alike, waistband to waist, over hip, bust and head."""

from __future__ import annotations

from wickel.body import MEASUREMENTS, Body
from wickel.draft.checks import UNBOUNDED, TapeCheck
from wickel.pattern import Piece, sewn_length

OVER_HEAD_EASE_MM = 20.0


def alike(
    name: str,
    one: Piece,
    other: Piece,
    edge: str,
    *,
    other_edge: str = "",
    way_out: str = "Draw both edges from the same points.",
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
        way_out="Take the difference into darts, pleats or side seams.",
    )


def band_to_waist(band: Piece, overlap_mm: float, waist_mm: float) -> TapeCheck:
    """A waistband, less its overlap, is as long as the waist it is sewn to."""
    return TapeCheck(
        name="Waistband to waist",
        one=f"{band.name.lower()}{' less overlap' if overlap_mm else ''}",
        one_mm=sewn_length(band, "join") - overlap_mm,
        other="waist as drafted",
        other_mm=waist_mm,
        way_out="Cut the band as long as the waist and its overlap.",
    )


def over_body(body: Body, *measurements: str, garment_mm: float, least_mm: float = 20.0) -> TapeCheck:
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
        way_out=f"Add {max(0.0, short) / 10:.1f} cm all round.",
    )


def over_head(body: Body, opening_mm: float, way_out: str, *, opening: str = "neck opening") -> TapeCheck:
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
    )
