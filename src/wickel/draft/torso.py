"""The torso: neck, shoulder, armhole, shaped side and darts, or plain; ``torso_panels`` splits it.

Shared by every bodice, waistcoat, jacket and fitted dress. Quarter system: points are (down,
across) in mm, down from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.ledger import SIDES, Both, Ledger
from wickel.draft.necklines import Neckline, NeckSize, boat_rule, neck_size_by, neckline
from wickel.draft.parts import (
    dart_on,
    edges,
    line,
    point,
    swung_down,
)
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Option
from wickel.geometry import (
    Cubic,
    Line,
    Path,
    Point,
    length,
    parted_where,
    polygon,
)
from wickel.pattern import (
    ConstructionPoint,
    Cut,
    InnerLine,
    LineKind,
    Notch,
    Piece,
    PieceRole,
    View,
    net_line,
)
from wickel.wording import say

LEAST_SIDE_DART_MM = 1.0
"""A front's side that is longer by less is eased in."""
LEAST_LEFT_MM, LEAST_UNDERARM_MM = 5.0, 5.0
"""What must be left of the shoulder beside the neck, and of the quarter beyond the hollow."""
LEAST_ARMHOLE_MM, LEAST_SIDE_MM = 60.0, 40.0
"""What an armhole must be deep below the shoulder, and a side long from it to the waist."""
OPEN_DART_MM = 40.0
"""A torso that ends less than this below the waist has its dart open down to its lower edge."""
FLARE_LONG = 1.15
"""A seam that swings out is at least so many times as long as it swings."""
SLEEVE_NOTCH_MM = 75.0
"""Cap and armhole are notched at this distance from the underarm."""

AT_THE_WAIST = "0 cm"
"""The rule of the length below the waist of what ends there."""

MEASURED = (
    "bust",
    "waist",
    "hip",
    "armhole",
    "shoulder",
    "across_back",
    "across_front",
    "bust_span",
    "neck_to_bust",
    "neck_to_waist",
    "nape_to_waist",
    "waist_to_hip",
)
"""What every torso needs measured."""

CHEST_LINE = ChoiceOption(
    id="chest_line",
    question="The chest line lies",
    default="armhole",
    choices={
        "armhole": "half the armhole down",
        "sixth": "bust/6 + 1 1/2 in down",
        "set": "at a depth I give",
    },
)
CHEST_DEPTH = LengthOption(
    id="chest_depth_mm",
    question="Depth of the chest line, if I give it",
    default=215,
    least=120,
    most=330,
    only_with=("chest_line", ("set",)),
)


NECK_RULE = ChoiceOption(
    id="neck_rule",
    question="The neck is drawn",
    default="set",
    choices={"set": "as wide and deep as I give", "sixth": "neck/6 wide, neck/6 + 1/2 in deep"},
)


def shoulder_options(*, neck_width: float = 72, front_neck: float = 82) -> tuple[Option, ...]:
    """What every torso asks about neck and shoulder, with a garment's own defaults in mm."""
    return (
        NECK_RULE,
        LengthOption(
            id="neck_width_mm",
            question="Neck width from the centre",
            default=neck_width,
            least=50,
            most=150,
        ),
        LengthOption(
            id="front_neck_mm", question="Front neck depth", default=front_neck, least=40, most=260
        ),
        LengthOption(id="back_neck_mm", question="Back neck depth", default=22, least=8, most=150),
        LengthOption(id="slope_mm", question="Shoulder slope", default=38, least=10, most=70),
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Torso:
    """The points of a front or back half. ``level`` is the waist at the centre line's own height.
    A close one is taken in at the panel seam ``under`` the bust, too (how far down, and by how
    much), and at the hip. A centre with a seam may be ``hollow`` at the waist."""

    front: bool
    neck: Neckline
    shoulder: Point
    armhole: Cubic
    level: float
    side_waist: Point
    centre_waist: float
    hip: Point
    hem_side: Point
    hem_centre: float
    dart: float
    bust: Point
    dart_top: float
    dart_foot: float
    under: tuple[float, float] | None = None
    hip_intake: float = 0.0
    hollow: float = 0.0
    side_dart: float = 0.0
    side_dart_drawn: _SideDart | None = None
    flared: bool = False

    @property
    def where(self) -> str:
        """``front`` or ``back``."""
        return "front" if self.front else "back"

    @property
    def chest(self) -> float:
        """Depth of the chest line."""
        return self.armhole.end[0]

    @property
    def overarm(self) -> Point:
        """Unit vector from the neck along the shoulder."""
        (a, b), (c, d) = self.neck.shoulder, self.shoulder
        size = math.dist((a, b), (c, d))
        return ((c - a) / size, (d - b) / size)

    def side(self) -> Path:
        """From the underarm over the waist, and over the hip when it reaches so far, to the lower
        edge."""
        under, waist, hem = self.armhole.end, self.side_waist, self.hem_side
        upper = Cubic(
            under,
            (under[0] + 0.35 * (waist[0] - under[0]), under[1] + 0.30 * (waist[1] - under[1])),
            (waist[0] - 0.30 * (waist[0] - under[0]), waist[1]),
            waist,
        )
        if hem[0] - waist[0] < 1e-6:
            return (upper,)
        if hem[0] > self.hip[0] + 1e-6:
            return (upper, _to_hip(waist, self.hip), Line(self.hip, hem))
        return (upper, _to_hip(waist, hem))

    def hem(self) -> Cubic:
        """The lower edge from the side to the centre, square to the centre, and to a side that
        swings out."""
        down, out = 1.0, 0.0
        if self.flared:
            last = self.side()[-1]
            before = last.start if isinstance(last, Line) else last.control2
            down, out = last.end[0] - before[0], last.end[1] - before[1]
        reach = 0.4 * self.hem_side[1] / math.hypot(down, out)
        return Cubic(
            self.hem_side,
            (self.hem_side[0] + reach * out, self.hem_side[1] - reach * down),
            (self.hem_centre, self.hem_side[1] * 0.35),
            self.hem_at_centre,
        )

    @property
    def hem_at_centre(self) -> Point:
        """Where the lower edge meets the centre: what ends at the waist ends where it is hollow."""
        return (self.hem_centre, self.hollow if self.open_dart else 0.0)

    def centre(self, top: Point | None = None) -> Path:
        """From the lower edge up to the neck, or to another ``top``: straight, or hollow at the
        waist."""
        low, top = self.hem_at_centre, top or self.neck.centre
        if not self.hollow:
            return line(low, top)
        waist, chest = (self.centre_waist, self.hollow), (self.chest, 0.0)
        up = waist[0] - chest[0]
        above: Path = (
            Cubic(
                waist,
                (waist[0] - 0.4 * up, self.hollow),
                (chest[0] + 0.3 * up, 0.0),
                chest,
            ),
            Line(chest, top),
        )
        down = low[0] - waist[0]
        if down < LEAST_SIDE_DART_MM:
            return (replace(above[0], start=low), *above[1:])
        if self.open_dart:
            return (Line(low, waist), *above)
        return (
            Cubic(low, (low[0] - 0.4 * down, 0.0), (waist[0] + 0.3 * down, self.hollow), waist),
            *above,
        )

    @property
    def open_dart(self) -> bool:
        """Whether the waist dart runs open into the lower edge."""
        return self.hem_side[0] - self.side_waist[0] <= OPEN_DART_MM

    @property
    def reach_mm(self) -> float:
        """A quarter of the garment at the chest."""
        return self.armhole.end[1]

    def closed_waist_mm(self) -> float:
        """A quarter of the garment at the waist, the dart closed."""
        return self.side_waist[1] - self.dart - self.hollow


def _to_hip(waist: Point, end: Point) -> Cubic:
    below = end[0] - waist[0]
    return Cubic(
        waist,
        (waist[0] + 0.30 * below, waist[1]),
        (end[0] - 0.35 * below, end[1] - 0.15 * (end[1] - waist[1])),
        end,
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class TorsoCut:
    """How a torso is cut: its necks, whether it is ``plain`` (see ``torso``), the quarter that its
    waist must pass (0: none), the rule of its length below the waist, whether it is split into
    ``panels``, which take up its side dart, whether it ends under the bust (``raised``), and the
    rule of its shoulder point from the centre; a ``dropped`` one hollows its armhole less. Of a
    ``topless`` one nothing is drawn above the chest line; the front of a ``cowl`` is swung out, so
    that it has no side dart. ``deep`` are the sides whose neck is drawn
    to its depth; without ``necks`` none is drawn at all. The panels of a ``close`` one are taken in
    under the bust and at the hip by figures of their own. The centres of ``seamed`` sides are no
    folds, and may be hollow at the waist."""

    neck: str = "round"
    back_neck: str = "round"
    plain: bool = False
    passes_mm: float = 0.0
    below: str = "below_waist"
    panels: bool = False
    raised: bool = False
    shoulder: str = "shoulder/2"
    dropped: bool = False
    topless: bool = False
    cowl: bool = False
    necks: bool = True
    deep: tuple[str, ...] = SIDES
    close: bool = False
    seamed: tuple[str, ...] = ()


def torso_by(ledger: Ledger, cut: TorsoCut) -> tuple[Torso, Torso]:
    """Front and back half, every figure from the ledger.

    Raises:
        DraftRefused: two measurements, or a measurement and a figure, disagree.
    """
    tops = _tops(ledger, cut)
    sizes = neck_size_by(ledger, (cut.neck, cut.back_neck), lambda side: _neck_point(tops[side]))
    tops = {
        side: replace(tops[side], neck_size=size) for side, size in zip(SIDES, sizes, strict=True)
    }
    waists = _waists(ledger, cut)
    hems = _hems(ledger, cut, {side: waists[side].dart for side in SIDES})
    front, back = (
        _half(side, ledger.body, tops[side], waists[side], hems[side], cut) for side in SIDES
    )
    if cut.cowl or (cut.topless and cut.plain):
        return front, back
    ledger.at("Darts")
    extra = length(front.side()) - length(back.side())
    solved_mm = extra if extra > LEAST_SIDE_DART_MM and not cut.plain else 0.0
    wide = ledger.solved(
        "side_dart.wide",
        lambda: solved_mm,
        "Width of the side dart: what the front's side is longer than the back's",
        of=("waist.side_drop", "hem.down"),
    )
    if wide <= 0:
        return front, back
    if cut.panels:
        return replace(front, side_dart=wide), back
    long = ledger.length(
        "side_dart.long",
        "chest_across_front - bust_across_front - 2.54 cm",
        "Length of the side dart",
    )
    ledger.know("side_to_waist", length(front.side()[:1]))
    place = ledger.length(
        "side_dart.down",
        "min(max(bust_down_front - chest_down_front, 4 cm), side_to_waist - side_dart_wide - 2 cm)",
        "Side dart below the underarm",
    )
    return replace(front, side_dart=wide, side_dart_drawn=_SideDart(wide, long, place)), back


@dataclass(frozen=True, slots=True)
class _SideDart:
    """The dart in the side of a front: its mouth, its length, and how far down the side it is."""

    wide: float
    long: float
    down: float


@dataclass(frozen=True, slots=True, kw_only=True)
class _Upper:
    """Neck, shoulder and armhole of a half, in mm."""

    neck_across: float
    true_across: float
    neck_down: float
    shoulder_across: float
    slope: float
    chest: float
    across: float
    hollow: float
    inward: float
    neck_size: NeckSize | None = None


def _neck_figures(ledger: Ledger, cut: TorsoCut) -> tuple[Both, Both, Both]:
    """How wide and how deep the neck is, and its true point. Raises ``DraftRefused``: the neck was
    not measured."""
    sixths = ledger.options.get("neck_rule") == "sixth"
    if sixths and "neck" not in ledger.body.measurements_mm:
        raise DraftRefused(say("torso.neck-drawn-neck-but-neck"), "neck", "neck_rule")
    deep = "neck/6 + 1.27 cm" if sixths and cut.neck != "v" else "front_neck"
    deeps = tuple(
        boat_rule(rule) if kind == "boat" else rule
        for rule, kind in ((deep, cut.neck), ("back_neck", cut.back_neck))
    )
    drawn = SIDES if cut.necks else ()
    ledger.at("Neck")
    neck = ledger.both(
        "neck.across",
        "neck/6" if sixths else "neck_width",
        "Neck width from the centre",
        (50, 160),
        only=drawn,
    )
    true = ledger.both(
        "neck.true",
        "min(neck_across, 7.8 cm)",
        "True neck point from the centre, from which the shoulder line is drawn",
        (45, 100),
        only=drawn,
    )
    down = ledger.both(
        "neck.down",
        (deeps[0], deeps[1]),
        "Neck depth at the centre",
        (5, 300),
        only=cut.deep if cut.necks else (),
    )
    return neck, true, down


def _tops(ledger: Ledger, cut: TorsoCut) -> dict[str, _Upper]:
    """The figures down to the chest line, of each side."""
    neck, true, down = _neck_figures(ledger, cut)
    drawn = () if cut.topless else SIDES
    ledger.at("Shoulder")
    shoulder = ledger.both(
        "shoulder.across", cut.shoulder, "Shoulder point from the centre", only=drawn
    )
    slope = ledger.both("shoulder.slope", "slope", "Slope of the shoulder", (0, 80), only=drawn)
    ledger.at("Chest")
    chest = ledger.both("chest.down", _chest_rule(ledger), "Chest line below the neck point")
    across = ledger.both(
        "chest.across", "(bust + ease)/4", "A quarter at the bust", source="the quarter system"
    )
    hollow = ledger.both(
        "hollow.across",
        "min(shoulder_across - 0.6 cm, chest_across - 1.6 cm)"
        if cut.dropped
        else ("across_front/2 - 0.4 cm", "across_back/2"),
        "Hollow of the armhole from the centre",
        only=drawn,
    )
    inward = ledger.both(
        "hollow.inward", "0.6 cm", "Armhole hollowed out beyond that", (-10, 30), only=drawn
    )
    return {
        side: _Upper(
            neck_across=neck.of(side),
            true_across=true.of(side),
            neck_down=down.of(side),
            shoulder_across=shoulder.of(side),
            slope=slope.of(side),
            chest=chest.of(side),
            across=across.of(side),
            hollow=hollow.of(side),
            inward=inward.of(side),
        )
        for side in SIDES
    }


def _chest_rule(ledger: Ledger) -> str:
    """The rule of the chest line, by the school that is asked for."""
    return {"set": "chest_depth", "sixth": "bust/6 + 3.81 cm"}.get(
        str(ledger.options.get("chest_line", "armhole")), "armhole/2"
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class _Waist:
    """The waist of a half and the points over the bust, in mm."""

    level: float
    centre: float
    drop: float
    across: float
    dart: float
    bust: Point
    dart_top: float
    hollow: float = 0.0
    under: tuple[float, float] | None = None


def _waist_lines(ledger: Ledger, cut: TorsoCut) -> tuple[Both, Both, Both, Both]:
    """The waist, or where it ends under the bust: how far down it lies, at the centre too, how much
    lower at the side, and how far across it is with its dart closed."""
    ledger.at("Waist")
    girth, level_rule = "waist", "back_neck + nape_to_waist"
    if cut.raised:
        girth, level_rule = "under_bust", "neck_to_under_bust"
    level = ledger.both(
        "waist.down",
        level_rule,
        "Seam under the bust, below the neck point" if cut.raised else "Waist below the neck point",
    )
    even = cut.plain or cut.raised
    centre = ledger.both(
        "waist.centre",
        ("waist_down" if even else "max(neck_to_waist, waist_down)", "waist_down"),
        "Seam under the bust, below the neck point, at the centre"
        if cut.raised
        else "Waist below the neck point, at the centre",
    )
    drop = ledger.both(
        "waist.side_drop",
        "worth(waist_centre - waist_down - 1.2 cm, 0.6 cm)",
        "Waist lower at the side by",
    )
    ledger.know("passes", cut.passes_mm)
    quarter = f"({girth} + ease)/4"
    plain = f"max({quarter}, chest_across - 2.8 cm, min(chest_across, passes))"
    across = ledger.both(
        "waist.across",
        plain if cut.plain else quarter,
        "A quarter under the bust, the dart closed"
        if cut.raised
        else "A quarter of the waist, the dart closed",
    )
    return level, centre, drop, across


def _waists(ledger: Ledger, cut: TorsoCut) -> dict[str, _Waist]:
    """The figures of waist and bust point, of each side."""
    level, centre, drop, across = _waist_lines(ledger, cut)
    ledger.at("Darts")
    # what the waist is narrower than the chest, halved between dart and side
    dart = ledger.both(
        "dart.wide",
        "0 cm" if cut.plain else "worth(min(3.8 cm, (chest_across - waist_across)/2), 0.6 cm)",
        "Width of the waist dart",
        (0, 45),
    )
    hollow = Both(0.0, 0.0)
    if cut.seamed:
        hollow = ledger.both(
            "centre.hollow",
            "0 cm",
            "Centre hollowed at the waist by, given back at the side",
            (0, 40),
            only=cut.seamed,
        )
    shaped = () if cut.plain else SIDES
    bust_down = ledger.both(
        "bust.down",
        ("neck_to_bust", "chest_down + 0.5 cm"),
        "Bust point below the neck point",
        only=shaped,
    )
    bust_across = ledger.both(
        "bust.across", "bust_span/2", "Bust point from the centre", only=shaped
    )
    top = ledger.both(
        "dart.top",
        ("bust_down + 2.54 cm", "chest_down"),
        "Upper end of the waist dart",
        only=tuple(side for side in SIDES if dart.of(side) > 0 and not cut.panels),
    )
    under = _under_bust(ledger) if cut.close else {}
    return {
        side: _Waist(
            under=under.get(side),
            level=level.of(side),
            centre=centre.of(side),
            drop=drop.of(side),
            across=across.of(side),
            dart=dart.of(side),
            bust=(bust_down.of(side), bust_across.of(side)),
            dart_top=top.of(side),
            hollow=hollow.of(side) if side in cut.seamed else 0.0,
        )
        for side in SIDES
    }


def _under_bust(ledger: Ledger) -> dict[str, tuple[float, float]]:
    """How far down the panels of each side are taken in under the bust, and by how much: by what
    the side seam leaves of the room over the body."""
    down = ledger.both("under.down", "neck_to_under_bust", "Under the bust, below the neck point")
    intake = ledger.both(
        "under.intake",
        "max(0 cm, min(6 cm, chest_across + (waist_across + dart_wide - chest_across)"
        "*(under_down - chest_down)/(waist_down - chest_down) - (under_bust + ease)/4))",
        "Panel seam takes in under the bust",
        (0, 70),
    )
    return {side: (down.of(side), intake.of(side)) for side in SIDES}


@dataclass(frozen=True, slots=True, kw_only=True)
class _Hem:
    """What of a half lies below the waist, in mm."""

    to_hip: float
    hip: float
    below: float
    across: float
    rise: float
    dart_foot: float
    intake: float
    flared: bool


def _hems(ledger: Ledger, cut: TorsoCut, darts: Mapping[str, float]) -> dict[str, _Hem]:
    """The figures below the waist, of each side; a waist dart that does not run open into the lower
    edge has a lower end."""
    ledger.at("Hip")
    # what ends at the waist has no hip
    has_hip = () if cut.below == AT_THE_WAIST else SIDES
    to_hip = ledger.both("hip.down", "waist_to_hip", "Hip below the waist", only=has_hip)
    hip = ledger.both("hip.across", "(hip + ease)/4", "A quarter at the hip", only=has_hip)
    intake = Both(0.0, 0.0)
    if cut.close and has_hip:
        intake = ledger.both(
            "hip.intake", "0 cm", "Panel seam takes in at the hip (wider: −)", (-80, 40)
        )
    ledger.at("Hem")
    below = ledger.both("hem.down", cut.below, "Length below the waist")
    # what ends at the waist, or is sewn to a skirt, is not flared
    wider = float(ledger.options.get("flare_mm", 0.0)) if cut.below == "below_waist" else 0.0
    flare = " + flare" if wider else ""
    at_waist = "waist_across + dart_wide + centre_hollow"
    across = ledger.both(
        "hem.across",
        f"{at_waist} + min(1, hem_down/hip_down)*(hip_across - ({at_waist})){flare}"
        if cut.seamed
        else "waist_across + dart_wide"
        f" + min(1, hem_down/hip_down)*(hip_across - waist_across - dart_wide){flare}",
        "A quarter at the hem",
    )
    rise = ledger.both("hem.rise", "0 cm", "Hem higher at the side by", (0, 120))
    ledger.at("Darts")
    foot = ledger.both(
        "dart.foot",
        "waist_down + min(12 cm, max(0 cm, hem_down - 2 cm))",
        "Lower end of the waist dart",
        only=tuple(side for side in SIDES if darts[side] > 0 and below.of(side) > OPEN_DART_MM),
    )
    return {
        side: _Hem(
            to_hip=to_hip.of(side),
            hip=hip.of(side),
            below=below.of(side),
            across=across.of(side),
            rise=rise.of(side),
            dart_foot=foot.of(side),
            intake=intake.of(side),
            flared=wider > 0,
        )
        for side in SIDES
    }


def above_hip(ledger: Ledger) -> tuple[str, float] | None:
    """The side on which a torso ends above the hip, and how far below the waist it does; None where
    it does not."""
    taken = {figure.id: figure.value for figure in ledger.figures}
    for side in SIDES:
        if taken[f"hem.down.{side}"] < taken[f"hip.down.{side}"]:
            return side, taken[f"hem.down.{side}"]
    return None


def _half(side: str, body: Body, top: _Upper, waist: _Waist, hem: _Hem, cut: TorsoCut) -> Torso:
    """The points of a half.

    Raises:
        DraftRefused: two of its figures disagree.
    """
    _check_half(side, top, waist)
    shoulder = (top.slope, top.shoulder_across)
    kind = cut.neck if side == "front" else cut.back_neck
    neck = neckline(kind, top.neck_down, _neck_point(top), top.neck_size)
    armhole = Cubic(
        shoulder,
        (shoulder[0] + 0.60 * (top.chest - shoulder[0]), top.hollow - top.inward),
        (top.chest, top.hollow + 0.22 * (top.across - top.hollow)),
        (top.chest, top.across),
    )
    side_waist = (waist.level + waist.drop, waist.across + waist.dart + waist.hollow)
    hip = (side_waist[0] + hem.to_hip, hem.hip)
    end = (side_waist[0] + hem.below, hem.across)
    if hem.below < 0:
        raise DraftRefused(
            say("torso.ends-above-waist", below=-hem.below), "below_waist_mm", f"hem.down.{side}"
        )
    flared = hem.below > 0 and hem.flared
    if flared:
        hip, end = _flared(side_waist, hip, end, hem.below)
    return Torso(
        front=side == "front",
        neck=neck,
        shoulder=shoulder,
        armhole=armhole,
        level=waist.level,
        side_waist=side_waist,
        centre_waist=waist.centre,
        hip=hip,
        hem_side=(end[0] - hem.rise, end[1]),
        hem_centre=waist.centre + hem.below,
        dart=waist.dart,
        bust=waist.bust,
        dart_top=waist.dart_top,
        flared=flared,
        dart_foot=hem.dart_foot,
        under=waist.under,
        hip_intake=hem.intake,
        hollow=waist.hollow,
    )


def _neck_point(top: _Upper) -> Point:
    """The neck end of the shoulder: on the shoulder line, where a wide neck is cut into it."""
    room = top.shoulder_across - top.true_across
    share = (top.neck_across - top.true_across) / room if room else 0.0
    return (share * top.slope, top.neck_across)


def _check_half(side: str, top: _Upper, waist: _Waist) -> None:
    """Raises ``DraftRefused`` when a half has no shoulder, no armhole or no side to be sewn."""
    wide = max(top.neck_across, top.true_across)
    if top.shoulder_across - wide < LEAST_LEFT_MM:
        raise DraftRefused(
            say("parts.neck-wide-from-centre", width=wide, half=top.shoulder_across),
            "neck_width_mm",
            "neck.across",
            "shoulder",
        )
    if top.across < top.hollow + LEAST_UNDERARM_MM:
        raise DraftRefused(
            say("torso.quarter-bust-ease-no-wider", bust=top.across, where=side),
            "bust",
            f"across_{side}",
            f"chest.across.{side}",
        )
    if top.chest < top.slope + LEAST_ARMHOLE_MM:
        raise DraftRefused(
            say("torso.chest-line-leaves-no-room", chest=top.chest, shoulder=top.slope),
            "chest_depth_mm",
            "armhole",
            "slope_mm",
            "chest.down",
        )
    if waist.level < top.chest + LEAST_SIDE_MM:
        raise DraftRefused(
            say("torso.waist-lies-down-too-close", level=waist.level, chest=top.chest),
            "nape_to_waist",
            "armhole",
            "chest_depth_mm",
            "waist.down",
        )


def _flared(waist: Point, hip: Point, hem: Point, below: float) -> tuple[Point, Point]:
    """The hip and the hem at the side of a torso that is flared, so that its hem hangs level.

    The seam is as long as the centre, so that it ends higher the further it swings out: from the
    hip where that leaves it long enough, else from the waist, and then the hip is where it ends.

    Raises:
        DraftRefused: the flare is wider than the seam is long.
    """
    straight, out = waist[0] + below - hip[0], hem[1] - hip[1]
    if straight > FLARE_LONG * out:
        return hip, (hip[0] + swung_down(straight, out), hem[1])
    out = hem[1] - waist[1]
    if below <= FLARE_LONG * out:
        raise DraftRefused(
            say("torso.hem-wider-than-waist-each", out=out, below=below),
            "flare_mm",
            "below_waist_mm",
            "below_knee_mm",
        )
    end = (waist[0] + swung_down(below, out), hem[1])
    return end, end


# --- the plain half -----------------------------------------------------------------------------


def torso_piece(
    half: Torso, allow: Allowances, *, centre: str = "fold", lower: str = "hem"
) -> Piece:
    """A half in one piece with its darts: edges ``neck``, ``shoulder``, ``armhole``, ``side``,
    ``hem``, ``centre``.

    ``centre`` is the role of its centre (``fold`` or ``closing``), ``lower`` that of its lower edge
    (``hem``, or ``waist`` when something is sewn to it).
    """
    where = half.where
    made = Piece(
        id=where,
        name=where.capitalize(),
        role=PieceRole.BODICE,
        view=View(where),
        edges=edges(
            allow,
            ("neck", half.neck.path, "neck"),
            ("shoulder", (*half.neck.rise, Line(half.neck.base, half.shoulder)), "shoulder"),
            ("armhole", (half.armhole,), "armhole"),
            ("side", half.side(), "side"),
            ("hem", (half.hem(),), lower),
            ("centre", half.centre(), centre),
        ),
        cuts=half_cut(centre),
        notches=(
            Notch(name="sleeve", edge="armhole", at_mm=length((half.armhole,)) - SLEEVE_NOTCH_MM),
            Notch(name="waist", edge="side", at_mm=length(half.side()[:1])),
        ),
        inner_lines=(*half.neck.marks, *darts(half)),
        points=torso_points(half),
    )
    return uncrossed(made)


def uncrossed(piece: Piece) -> Piece:
    """The piece. Raises ``DraftRefused`` when its net line crosses itself: its neck is cut too far
    into it."""
    if not polygon(net_line(piece)).is_valid:
        raise DraftRefused(
            say("torso.neck-cut-so-wide-deep", piece=piece.name.lower()),
            "neck_width_mm",
            "front_neck_mm",
            "back_neck_mm",
        )
    return piece


def half_cut(centre: str) -> tuple[Cut, ...]:
    if centre == "fold":
        return (Cut(material="main", copies=1, on_fold=True),)
    return (Cut(material="main", copies=2, pair=True),)


def torso_points(half: Torso) -> tuple[ConstructionPoint, ...]:
    """The construction points of a half, in the order of chalking."""
    return (
        point("neck centre", half.neck.centre, "neck depth", "neck.down"),
        point(
            "shoulder at neck",
            half.neck.shoulder,
            "start line; neck width from the centre",
            "neck.across",
            "neck.true",
        ),
        point(
            "shoulder point",
            half.shoulder,
            "half the shoulder across, the slope down",
            "shoulder.across",
            "shoulder.slope",
        ),
        point(
            "underarm",
            half.armhole.end,
            "chest line; quarter of bust and ease",
            "chest.down",
            "chest.across",
        ),
        point(
            "side waist",
            half.side_waist,
            "quarter of waist and ease, and the dart",
            "dart.wide",
            "waist.across",
            "waist.down",
        ),
        point("centre waist", (half.centre_waist, 0.0), "measured on the body", "waist.centre"),
        point(
            "hem at the side",
            half.hem_side,
            "toward the quarter of hip and ease",
            "hem.down",
            "hem.across",
            "hem.rise",
        ),
        point("hem at the centre", (half.hem_centre, 0.0), "length below the waist", "hem.down"),
    )


def darts(half: Torso) -> tuple[InnerLine, ...]:
    """The waist dart, open into the lower edge or a lozenge, and the side dart."""
    found = []
    if half.dart:
        across = half.bust[1]
        if half.open_dart:
            hem = half.hem()
            before, _ = parted_where((hem,), 1, across)
            middle = length(before)
            deep = before[-1].end[0] - half.dart_top
            found.append(dart_on((hem,), middle, half.dart, deep, name="waist dart"))
        else:
            top, foot = (half.dart_top, across), (half.dart_foot, across)
            left, right = (half.level, across - half.dart / 2), (half.level, across + half.dart / 2)
            legs = (Line(top, left), Line(left, foot), Line(foot, right), Line(right, top))
            found.append(InnerLine(name="waist dart", path=legs, kind=LineKind.DART))
    if half.side_dart_drawn is not None:
        dart = half.side_dart_drawn
        found.append(dart_on(half.side(), dart.down, dart.wide, dart.long, name="side dart"))
    return tuple(found)
