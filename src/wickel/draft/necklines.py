"""Necklines: round, boat, V, square, sweetheart, high, split and slit, each with the facing that
follows it.

Points are (down, across) in mm. A neckline runs from the centre up to the shoulder line.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from wickel.draft.allowances import Allowances
from wickel.draft.ledger import SIDES, Both, Ledger
from wickel.draft.parts import edges, line, point, round_neck
from wickel.draft.style import DraftRefused
from wickel.geometry import Cubic, Line, Path, Point, parted_where, smooth
from wickel.pattern import Cut, InnerLine, Layer, LineKind, Piece, PieceRole, View
from wickel.wording import say, tr

KINDS = {
    "round": "round",
    "boat": "boat",
    "v": "V",
    "square": "square",
    "sweetheart": "sweetheart",
    "high": "high",
    "slit": "round with a slit",
    "keyhole": "round with a keyhole",
    "split": "round, split in a V",
}
SLIT_KINDS = ("slit", "keyhole")
"""The necks that open further down, to go over the head."""
_SPLIT_SHARE = 0.3
"""Half the width of a split at its upper end, in parts of the neck's width."""
_V_FACING_MORE = 1.25
"""A V's facing is this much longer at the centre than it is wide at the shoulder."""

HIGH_MM = 38.0
"""A high neck rises so far above the base of the neck."""

MOST_HIGH_WIDTH_MM = 95.0

_OPENED = {
    "slit": ("12 cm", tr("Slit below the neck")),
    "keyhole": ("12 cm", tr("Keyhole below the neck")),
    "split": ("8 cm", tr("Split below the neck")),
}
"""How long they open below the neck, by the house's rule, and what that figure is called."""
SLIT_MM = 120.0
_SLIT_FACED_MM = 30.0
"""A facing goes on so far below a slit."""
_BOAT_LEAST_MM = 20.0
_HIGH_CENTRE_MM = 6.0
"""At the centre a high neck rises by so much more than at the shoulder."""
_HIGH_LEAST_MM = 12.0
"""The upper edge of a high neck lies at least so far lower at the centre than at the shoulder."""


@dataclass(frozen=True, slots=True, kw_only=True)
class NeckSize:
    """What a neckline has beyond its width and depth, in mm: how far a high neck rises at the
    shoulder, how deep its centre lies (None: by its depth and rise), and how long a slit is.

    ``as_given``: depth and width are drawn as they are, whatever is usual of the kind.
    """

    rise: float = HIGH_MM
    centre: float | None = None
    slit: float = SLIT_MM
    as_given: bool = False


def boat_rule(deep: str) -> str:
    """The rule of the depth of a boat neck, from that of another: hardly curved for its width."""
    return f"min({deep}, 0.45*neck_across)"


def neck_size_by(
    ledger: Ledger, kinds: tuple[str, str], point: Callable[[str], Point]
) -> tuple[NeckSize, NeckSize]:
    """The figures that the necklines of front and back have beyond width and depth. ``point``
    gives the neck end of the shoulder of a side."""
    high = tuple(side for side, kind in zip(SIDES, kinds, strict=True) if kind == "high")
    ledger.at("Neck")
    rise = Both(HIGH_MM, HIGH_MM)
    centre: Both | None = None
    if high:
        ledger.know("neck_point", Both(*(point(side)[0] for side in SIDES)))
        rise = ledger.both(
            "neck.rise", "3.8 cm", "High neck above the shoulder line", (10, 80), only=high
        )
        centre = ledger.both(
            "neck.high_centre",
            "max(neck_down - neck_rise - 0.6 cm, neck_point - neck_rise + 1.2 cm)",
            "Upper edge of the high neck below the neck point, at the centre",
            only=high,
        )
    slit = SLIT_MM
    opened = next((kind for kind in kinds if kind in _OPENED), None)
    if opened is not None:
        rule, words = _OPENED[opened]
        slit = ledger.length("neck.slit", rule, words, (40, 200))
    return (
        NeckSize(
            rise=rise.front,
            centre=None if centre is None else centre.front,
            slit=slit,
            as_given=True,
        ),
        NeckSize(
            rise=rise.back, centre=None if centre is None else centre.back, slit=slit, as_given=True
        ),
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Neckline:
    """The neck edge from the centre to the shoulder, and its kind.

    ``rise`` is what a high neck adds to the shoulder seam before ``base``, the neck end of the
    shoulder itself. ``marks`` are lines inside the piece, such as a slit.
    """

    kind: str
    path: Path
    base: Point
    rise: Path = ()
    slit_mm: float = SLIT_MM
    marks: tuple[InnerLine, ...] = ()

    @property
    def centre(self) -> Point:
        """Where it meets the centre."""
        return self.path[0].start

    @property
    def shoulder(self) -> Point:
        """Where it meets the shoulder seam."""
        return self.path[-1].end

    def facing_edge(self, outer_top: Point, width_mm: float) -> Path:
        """The outer edge of its facing, from the shoulder line down to the centre."""
        depth = self.centre[0]
        if self.kind in ("v", "split"):
            return line(outer_top, (depth + _V_FACING_MORE * width_mm, 0.0))
        below = self.slit_mm + _SLIT_FACED_MM if self.kind in SLIT_KINDS else 0.0
        bottom = (depth + below + width_mm, 0.0)
        corner = (bottom[0], outer_top[1])
        if self.kind == "square":
            return (Line(outer_top, corner), Line(corner, bottom))
        return (smooth(outer_top, corner, corner, bottom, 0.55),)


def _high(depth_mm: float, shoulder: Point, size: NeckSize) -> Neckline:
    """A neck that stands up from the base of the neck. Raises ``DraftRefused``: it is too wide."""
    width = shoulder[1]
    if width > MOST_HIGH_WIDTH_MM and not size.as_given:
        text = say(
            "necklines.high-neck-stands-round-neck",
            most_high_width_mm=MOST_HIGH_WIDTH_MM,
            width=width,
        )
        raise DraftRefused(text, "neck_width_mm", "neck")
    top = (shoulder[0] - size.rise, width - 2.0)
    usual = max(depth_mm - size.rise - _HIGH_CENTRE_MM, top[0] + _HIGH_LEAST_MM)
    centre = (usual if size.centre is None else size.centre, 0.0)
    low = Cubic(
        centre,
        (centre[0], 0.55 * width),
        (top[0] + 0.4 * (centre[0] - top[0]), width - 2.0),
        top,
    )
    return Neckline(kind="high", path=(low,), base=shoulder, rise=(Line(top, shoulder),))


def _keyhole(start: Point, long_mm: float) -> Path:
    """Half a drop: a point at the neck, round below, cut out when it is faced."""
    (down, _), end = start, (start[0] + long_mm, 0.0)
    widest = (down + 0.68 * long_mm, _KEYHOLE_SHARE * long_mm)
    return (
        Cubic(start, (down + 0.2 * long_mm, 0.0), (down + 0.4 * long_mm, widest[1]), widest),
        Cubic(widest, (down + 0.88 * long_mm, widest[1]), (end[0], 0.6 * widest[1]), end),
    )


_KEYHOLE_SHARE = 0.24
"""Half the width of a keyhole, in parts of its length."""


def _split(curve: Cubic, long_mm: float) -> Path:
    """A round neck with a V cut into it: from the end of the split up to the neck, and on along
    it."""
    _, rest = parted_where((curve,), 1, _SPLIT_SHARE * curve.end[1])
    return (Line((curve.start[0] + long_mm, 0.0), rest[0].start), *rest)


def neckline(kind: str, depth_mm: float, shoulder: Point, size: NeckSize | None = None) -> Neckline:
    """A neckline of a kind (``KINDS``). A boat is no deeper than half its width, unless ``size``
    says that all is drawn as given.

    Raises:
        DraftRefused: it does not come below the shoulder line.
        KeyError: no such kind.
    """
    if kind not in KINDS:
        raise KeyError(kind)
    size = size or NeckSize()
    if kind == "boat" and not size.as_given:
        depth_mm = min(depth_mm, max(0.45 * shoulder[1], shoulder[0] + _BOAT_LEAST_MM))
    curve = round_neck(depth_mm, shoulder)
    start: Point = (depth_mm, 0.0)
    width = shoulder[1]
    rise = depth_mm - shoulder[0]
    if kind == "high":
        return _high(depth_mm, shoulder, size)
    if kind == "sweetheart":
        heart = Cubic(
            start,
            (depth_mm - 0.30 * rise, 0.10 * width),
            (depth_mm - 0.34 * rise, 0.62 * width),
            (depth_mm - 0.20 * rise, 0.94 * width),
        )
        return Neckline(kind=kind, path=(heart, Line(heart.end, shoulder)), base=shoulder)
    paths: dict[str, Path] = {
        "round": (curve,),
        "boat": (curve,),
        "slit": (curve,),
        "keyhole": (curve,),
        "v": line(start, shoulder),
        "square": (Line(start, (depth_mm, 0.92 * width)), Line((depth_mm, 0.92 * width), shoulder)),
    }
    if kind == "split":
        return Neckline(kind=kind, path=_split(curve, size.slit), base=shoulder)
    slit = InnerLine(name="slit", path=line(start, (depth_mm + size.slit, 0.0)), kind=LineKind.SLIT)
    if kind == "keyhole":
        slit = InnerLine(name="keyhole", path=_keyhole(start, size.slit), kind=LineKind.SLIT)
    return Neckline(
        kind=kind,
        path=paths[kind],
        base=shoulder,
        slit_mm=size.slit,
        marks=(slit,) if kind in SLIT_KINDS else (),
    )


def neck_facing(
    side: str, neck: Neckline, overarm: Point, width_mm: float, allow: Allowances
) -> Piece:
    """The facing of the neckline of a front or back, its centre on the fold. ``overarm`` is the
    unit vector along the shoulder.

    Raises:
        DraftRefused: the facing would be no wider than the neck is cut into it.
    """
    base = neck.base
    outer_top = (base[0] + overarm[0] * width_mm, base[1] + overarm[1] * width_mm)
    outer = neck.facing_edge(outer_top, width_mm)
    bottom = outer[-1].end
    if bottom[0] <= outer_top[0]:
        raise DraftRefused(
            say("necklines.facing-ends-down-centre-above", bottom=bottom[0]),
            "facing_mm",
        )
    return Piece(
        id=f"{side}-facing",
        name=f"{side.capitalize()} facing",
        role=PieceRole.BODICE,
        view=View(side),
        layer=Layer.FACING,
        of=side,
        edges=edges(
            allow,
            ("neck", neck.path, "neck"),
            ("shoulder", (*neck.rise, Line(base, outer_top)), "shoulder"),
            ("outer", outer, "facing"),
            ("centre", line(bottom, neck.centre), "fold"),
        ),
        cuts=(Cut(material="main", copies=1, on_fold=True),),
        inner_lines=neck.marks,
        points=(
            point("neck centre", neck.centre, "as on the garment"),
            point("shoulder at neck", neck.shoulder, "as on the garment"),
            point("outer, shoulder", outer_top, "facing width along the shoulder"),
            point("outer, centre", bottom, "facing width, a quarter more under a V"),
        ),
    )
