"""What the house calls the edges that it draws, and what each of them is of a garment."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from wickel.pattern.roles import EdgeRole

OTHER_SIDE = "other "
"""How the names of edges begin that a piece has twice."""

_WORDS = {
    EdgeRole.NECK: ("neck",),
    EdgeRole.SHOULDER: ("shoulder",),
    EdgeRole.ARMHOLE: ("armhole",),
    EdgeRole.CAP: ("cap",),
    EdgeRole.SIDE: ("side",),
    EdgeRole.PANEL: ("panel seam", "seam", "left seam", "right seam"),
    EdgeRole.YOKE: ("yoke seam",),
    EdgeRole.RAGLAN: ("raglan seam",),
    EdgeRole.WAIST: ("waist",),
    EdgeRole.HEM: ("hem", "side hem", "sleeve hem"),
    EdgeRole.TOP: ("top",),
    EdgeRole.CENTRE: ("centre",),
    EdgeRole.OPENING: ("front edge", "back edge", "centre front"),
    EdgeRole.WRAP: ("wrap edge",),
    EdgeRole.INSEAM: ("inseam",),
    EdgeRole.CROTCH: ("crotch",),
    EdgeRole.SLEEVE_END: ("sleeve end",),
    EdgeRole.SLEEVE_SEAM: ("underarm",),
    EdgeRole.OVERARM: ("overarm",),
    EdgeRole.COLLAR_BEHIND: ("collar behind",),
    EdgeRole.COLLAR_SEAM: ("collar neck",),
    EdgeRole.COLLAR_EDGE: ("collar edge",),
    EdgeRole.CROWN: ("crown",),
    EdgeRole.OUTER: ("outer", "outside"),
    EdgeRole.FRONT_END: ("front", "back end"),
    EdgeRole.JOIN: ("join", "lower"),
    EdgeRole.END: ("end",),
    EdgeRole.BAG: ("bag",),
}


_ONCE = {word: role for role, words in _WORDS.items() for word in words}
HOUSE_ROLES: Mapping[str, EdgeRole] = MappingProxyType(
    _ONCE | {f"{OTHER_SIDE}{word}": role for word, role in _ONCE.items()}
)
"""The role of every edge that the house draws, by its name."""


SLEEVE_ROLES: Mapping[str, EdgeRole] = {
    **HOUSE_ROLES,
    "seam": EdgeRole.SLEEVE_SEAM,
    "other seam": EdgeRole.SLEEVE_SEAM,
}
"""Those of the edges of a sleeve."""
