"""What every garment on the torso block is put together from: halves whole or in panels, their
seams."""

from __future__ import annotations

from wickel.draft.allowances import Allowances
from wickel.draft.parts import bust_darts
from wickel.draft.sleeves import sleeve_seams
from wickel.draft.style import ChoiceOption
from wickel.draft.torso import Torso, torso_piece
from wickel.draft.torso_panels import torso_panels
from wickel.pattern import Pattern, Piece, Seam, edge_length

WHOLE = "darts"
SHAPE = ChoiceOption(
    id="shape",
    question="It is shaped by",
    default=WHOLE,
    choices={
        WHOLE: "darts",
        "shoulder": "panel seams from the shoulder",
        "armhole": "panel seams from the armhole",
        "neck": "panel seams from the neck",
    },
)


def half_pieces(
    half: Torso, shape: str, allow: Allowances, *, centre: str = "fold", lower: str = "hem"
) -> list[Piece]:
    """A front or back in one piece (``darts``) or as its centre and side panel. Raises
    ``DraftRefused``."""
    if shape == WHOLE:
        return [torso_piece(half, allow, centre=centre, lower=lower)]
    return list(torso_panels(half, shape, allow, centre=centre, lower=lower))


def half_names(shape: str, where: str) -> tuple[str, str]:
    """The ids of the pieces of a half that have its neck and its side."""
    return (where, where) if shape == WHOLE else (f"{where}-centre", f"{where}-side")


def upper_seams(shape: str, sleeves: tuple[Piece, ...]) -> tuple[Seam, ...]:
    """Sides, shoulders, panel seams, and the sleeves' own."""
    (front, front_side), (back, back_side) = half_names(shape, "front"), half_names(shape, "back")
    # panel seams from the shoulder part it: then its outer half is the side panels'; all of it is
    # with those from the neck
    shoulder = (front_side, back_side) if shape == "neck" else (front, back)
    seams = [
        Seam(name="side seam", one=(front_side, "side"), other=(back_side, "side")),
        Seam(name="shoulder", one=(shoulder[0], "shoulder"), other=(shoulder[1], "shoulder")),
    ]
    if shape == "shoulder":
        seams.append(
            Seam(name="outer shoulder", one=(front_side, "shoulder"), other=(back_side, "shoulder"))
        )
    if shape != WHOLE:
        seams += [
            Seam(
                name=f"{where} panel seam",
                one=(f"{where}-centre", "panel seam"),
                other=(f"{where}-side", "panel seam"),
            )
            for where in ("front", "back")
        ]
    return (*seams, *sleeve_seams(sleeves, front_side, back_side))


def armhole_mm(pattern: Pattern) -> float:
    """Length of one armhole round all the pieces that have a part of it."""
    return sum(
        edge_length(piece, "armhole") - bust_darts(piece, "armhole")
        for piece in pattern.pieces
        if not piece.id.endswith(("lining", "facing", "laid-yoke"))
        and any(edge.name == "armhole" for edge in piece.edges)
    )
