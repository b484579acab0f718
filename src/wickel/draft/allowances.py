"""Allowance presets: how much is added outside each kind of edge when cutting.

Every number is a preset value that the maker can change. Roles are the kinds of edge that styles
name; ``ROLES`` lists them.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from types import MappingProxyType

from wickel.wording import say

ROLES: dict[str, str] = {
    "shoulder": "Shoulder",
    "side": "Side seam",
    "neck": "Neck",
    "waist": "Waist",
    "hem": "Hem",
    "curved_hem": "Curved hem",
    "sleeve_end": "Sleeve end",
    "armhole": "Armhole",
    "closing": "Along a closing",
    "crotch": "Crotch",
    "facing": "Outer edge of facings",
    "pocket": "Pocket bag",
    "band": "Bands and turn-ups",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Preset:
    """A named school of allowances, mm per role."""

    id: str
    name: str
    mm: Mapping[str, float]


def _preset(id: str, name: str, *, seam: float, **others: float) -> Preset:
    return Preset(
        id=id, name=name, mm=MappingProxyType({role: others.get(role, seam) for role in ROLES})
    )


PRESETS: dict[str, Preset] = {
    p.id: p
    for p in (
        _preset(
            "centimetre",
            "1 cm seams, 3 cm hem",
            seam=10,
            closing=20,
            hem=30,
            curved_hem=12,
            facing=6,
        ),
        _preset(
            "classic",
            "1.5 cm seams, 4 cm hem",
            seam=15,
            closing=25,
            neck=10,
            hem=40,
            curved_hem=15,
            facing=10,
            pocket=10,
        ),
        _preset(
            "overlocked", "6 mm overlocked, 2 cm hem", seam=6.35, closing=20, hem=20, curved_hem=10
        ),
        _preset(
            "let-out",
            "room to let out",
            seam=15,
            closing=30,
            side=30,
            neck=10,
            hem=50,
            curved_hem=20,
            facing=10,
            pocket=10,
        ),
    )
}
DEFAULT_PRESET = "centimetre"
MOST_MM = 150.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Allowances:
    """A preset and the maker's own values over it, mm per role.

    ``drawn_in``: the maker draws the allowance into the draft and chalks the cut line; else it is
    added when cutting and the net line is chalked. The piece is the same either way.
    """

    preset: str = DEFAULT_PRESET
    own_mm: Mapping[str, float] = field(default_factory=dict)
    drawn_in: bool = False

    def __post_init__(self) -> None:
        if self.preset not in PRESETS:
            raise ValueError(
                say("allowances.no-such-preset", preset=self.preset, join=", ".join(PRESETS))
            )
        for role, mm in self.own_mm.items():
            if role not in ROLES:
                raise ValueError(say("allowances.no-such-edge", role=role, join=", ".join(ROLES)))
            if not (math.isfinite(mm) and 0 <= mm <= MOST_MM):
                raise ValueError(say("allowances.outside", mm=mm, role=role, most=MOST_MM))

    def __getitem__(self, role: str) -> float:
        """The allowance of a role in mm. Raises ``KeyError``."""
        return self.own_mm.get(role, PRESETS[self.preset].mm[role])
