"""Every rule of the cloth on a lay, as findings in plain words: the exact check and the notes beside it."""

from __future__ import annotations

from wickel.cloth import Print
from wickel.lay.exact import exact_check
from wickel.lay.placement import Finding, Lay, Level


def findings(lay: Lay) -> tuple[Finding, ...]:
    """What is broken, strained or worth knowing about a lay, worst first."""
    found = [*exact_check(lay), *_opposed(lay)]
    if lay.cloth.print is None:
        found.append(
            Finding(
                level=Level.NOTE,
                code="print-assumed",
                text=f"{lay.cloth.shown_name} does not say which way its print runs: it was taken as one-way.",
                way_out="Say so on the cloth if pieces may lie any way up.",
            )
        )
    if lay.cloth.unheeded:
        kept = ", ".join(key.removesuffix("_mm") for key in lay.cloth.unheeded)
        found.append(
            Finding(
                level=Level.STRAINED,
                code="unheeded",
                text=f"{lay.cloth.shown_name} has {kept} that this lay does not heed.",
                way_out="Check the pieces against the cloth by eye before cutting.",
            )
        )
    return tuple(found)


def _opposed(lay: Lay) -> list[Finding]:
    """A piece in one over the shoulder has one end head down on one-way cloth."""
    if lay.cloth.print_or_assumed is not Print.ONE_WAY:
        return []
    return [
        Finding(
            level=Level.BROKEN,
            code="over-shoulder",
            text=f"{piece.name} runs over the shoulder in one: one end would stand on its head on one-way cloth.",
            pieces=(piece.id,),
            way_out="Cut it with a shoulder seam.",
        )
        for piece in lay.pieces
        if piece.opposed
    ]
