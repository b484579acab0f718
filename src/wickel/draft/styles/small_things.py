"""Small things: apron, cap, scarf, bag, bow tie, loose collar, cuffs, belt.

Each is drawn by a function of its own; its measures are figures, given by the house's rule until
the maker gives others. Points are (down, across) in mm.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.circles import arc
from wickel.draft.fastenings import tie
from wickel.draft.ledger import Ledger
from wickel.draft.parts import Strip, edges, line, point, rectangle
from wickel.draft.pockets import patch
from wickel.draft.style import ChoiceOption, DraftRefused, Options, Style
from wickel.geometry import backwards
from wickel.pattern import Cut, Layer, Pattern, Piece, PieceRole, edge_length
from wickel.wording import say

_ONE, _TWO = (Cut(material="main", copies=1),), (Cut(material="main", copies=2),)
_ON_FOLD = Cut(material="main", copies=1, on_fold=True)
_TWICE_ON_FOLD = (
    Cut(material="main", copies=2, on_fold=True),
    Cut(material="interfacing", copies=1, on_fold=True),
)
_HALF_ROUND_DEG = 180.0
TO_TIE_MM = 500.0
"""What ties need beyond the waist to be tied."""
_STIFFENED = (*_ONE, Cut(material="interfacing", copies=1))


def _panel(
    id: str, name: str, size: tuple[float, float], allow: Allowances, *, copies: int = 0
) -> Piece:
    """A rectangle so long and half so wide, on the fold; or whole and cut so often."""
    long, wide = size
    cuts = (Cut(material="main", copies=copies),) if copies else (_ON_FOLD,)
    return Piece(
        id=id,
        name=name,
        edges=edges(
            allow,
            ("top", line((0.0, 0.0), (0.0, wide)), "hem"),
            ("side", line((0.0, wide), (long, wide)), "side"),
            ("hem", line((long, wide), (long, 0.0)), "hem"),
            ("centre", line((long, 0.0), (0.0, 0.0)), "side" if copies else "fold"),
        ),
        cuts=cuts,
        points=(point("corner", (long, wide), "its length and its width"),),
    )


def _apron(ledger: Ledger, allow: Allowances) -> tuple[Piece, ...]:
    """Skirt and bib on the fold, a band that goes on into the ties, a strap round the neck, a
    pocket."""
    ledger.at("Apron")
    long = ledger.length("apron.long", "waist_to_knee", "Length from the waist", (150, 1100))
    wide = ledger.length("apron.wide", "waist/4 + 8 cm", "Half the width of the skirt", (120, 700))
    high = ledger.length("bib.high", "26 cm", "Height of the bib", (80, 450))
    bib = ledger.length("bib.wide", "13 cm", "Half the width of the bib", (50, 300))
    ties = ledger.length("tie.long", "2*apron_wide + 150 cm", "Band with both ties", (900, 3200))
    tie_wide = ledger.length("tie.wide", "3 cm", "Finished width of the ties", (10, 90))
    strap = ledger.length("strap.long", "60 cm", "Strap round the neck", (300, 900))
    pocket = ledger.length("patch.wide", "18 cm", "Width of the pocket", (60, 400))
    deep = ledger.length("patch.high", "17 cm", "Height of the pocket", (60, 400))
    return (
        _panel("apron", "Apron", (long, wide), allow),
        _panel("bib", "Bib", (high, bib), allow),
        tie("band", "Band and ties", ties, tie_wide, allow, copies=1),
        replace(tie("strap", "Strap", strap, tie_wide, allow, copies=1), role=PieceRole.STRAP),
        patch(pocket, deep, allow, copies=1),
    )


def _cap(ledger: Ledger, allow: Allowances) -> tuple[Piece, ...]:
    """A round crown, a side as high as is liked, a brim in front."""
    ledger.at("Cap")
    around = ledger.length("cap.round", "head + 1.5 cm", "Cap all round", (380, 720))
    high = ledger.length("cap.high", "8 cm", "Height of the side", (30, 200))
    deep = ledger.length("brim.deep", "6 cm", "Depth of the brim", (20, 140))
    wide = ledger.angle("brim.wide", 62.0, "The brim reaches round by, on each side", (20, 120))
    radius = around / (2 * math.pi)
    rim = arc(radius, 0.0, _HALF_ROUND_DEG)
    crown = Piece(
        id="crown",
        name="Crown",
        edges=edges(
            allow,
            ("rim", rim, "band"),
            ("centre", line(rim[-1].end, rim[0].start), "fold"),
        ),
        cuts=(_ON_FOLD,),
        points=(point("rim", rim[0].start, "round / (2 · π)", "cap.round"),),
    )
    side = Strip(id="side", name="Side", long_mm=around, high_mm=high, cuts=_TWO)
    inner, outer = arc(radius, 0.0, wide), arc(radius + deep, 0.0, wide)
    brim = Piece(
        id="brim",
        name="Brim",
        edges=edges(
            allow,
            ("inside", inner, "band"),
            ("end", line(inner[-1].end, outer[-1].end), "band"),
            ("outside", backwards(outer), "band"),
            ("centre", line(outer[0].start, inner[0].start), "fold"),
        ),
        cuts=_TWICE_ON_FOLD,
        points=(point("in front", outer[0].start, "its depth", "brim.deep"),),
    )
    return (crown, rectangle(side, allow), brim)


def _scarf(ledger: Ledger, allow: Allowances) -> tuple[Piece, ...]:
    ledger.at("Scarf")
    long = ledger.length("scarf.long", "180 cm", "Length of the scarf", (400, 3000))
    wide = ledger.length("scarf.wide", "35 cm", "Width of the scarf", (60, 1500))
    return (_panel("scarf", "Scarf", (long, wide), allow, copies=1),)


def _bag(ledger: Ledger, allow: Allowances) -> tuple[Piece, ...]:
    """Front and back, facings at the top, two handles."""
    ledger.at("Bag")
    high = ledger.length("bag.high", "40 cm", "Height of the bag", (80, 900))
    wide = ledger.length("bag.wide", "36 cm", "Width of the bag", (80, 900))
    facing = ledger.length("facing.wide", "6 cm", "Width of the facing", (20, 160))
    handle = ledger.length("handle.long", "62 cm", "Length of a handle", (150, 1400))
    strong = ledger.length("handle.wide", "3 cm", "Finished width of a handle", (10, 90))
    return (
        _panel("bag", "Front and back", (high, wide), allow, copies=2),
        replace(
            _panel("bag-facing", "Facing of the top", (facing, wide), allow, copies=2),
            layer=Layer.FACING,
            of="bag",
        ),
        tie("handle", "Handle", handle, strong, allow),
    )


def _bow_tie(ledger: Ledger, allow: Allowances) -> tuple[Piece, ...]:
    """A bow folded double, its knot, a band round the neck."""
    ledger.at("Bow tie")
    wide = ledger.length("bow.wide", "12 cm", "Width of the bow", (50, 260))
    high = ledger.length("bow.high", "6 cm", "Height of the bow", (20, 140))
    knot = ledger.length("bow.knot", "2 cm", "Width of its knot", (8, 60))
    band = ledger.length("band.long", "neck + 7 cm", "Length of the band", (250, 650))
    strong = ledger.length("band.wide", "1.8 cm", "Finished width of the band", (6, 60))
    bow = Strip(
        id="bow",
        name="Bow",
        part=PieceRole.BOW,
        long_mm=2 * wide,
        high_mm=2 * high,
        cuts=_STIFFENED,
    )
    middle = Strip(id="knot", name="Knot", long_mm=high, high_mm=2 * knot, cuts=_ONE)
    return (
        rectangle(bow, allow),
        rectangle(middle, allow),
        tie("band", "Band", band, strong, allow, copies=1),
    )


def _collar(ledger: Ledger, allow: Allowances) -> tuple[Piece, ...]:
    """A loose collar that lies flat: a part of a ring whose inner edge is the neck.

    Raises:
        DraftRefused: its ring is narrower than the neck is long.
    """
    ledger.at("Collar")
    around = ledger.length("collar.round", "neck + 2 cm", "Inner edge of the collar", (220, 640))
    radius = ledger.length("collar.radius", "collar_round/5", "Radius of its inner edge", (40, 250))
    wide = ledger.length("collar.wide", "7.5 cm", "Width of the collar", (20, 250))
    half = math.degrees(around / 2 / radius) if radius > 0 else math.inf
    if not 0 < half < _HALF_ROUND_DEG:
        raise DraftRefused(
            say("small_things.collar-closes", round=around, radius=radius), "collar.radius", "neck"
        )
    inner, outer = arc(radius, 0.0, half), arc(radius + wide, 0.0, half)
    return (
        Piece(
            id="collar",
            name="Collar",
            role=PieceRole.COLLAR,
            edges=edges(
                allow,
                ("neck", inner, "neck"),
                ("front", line(inner[-1].end, outer[-1].end), "band"),
                ("outside", backwards(outer), "band"),
                ("centre", line(outer[0].start, inner[0].start), "fold"),
            ),
            cuts=_TWICE_ON_FOLD,
            points=(point("behind", outer[0].start, "its width", "collar.wide"),),
        ),
    )


def _cuffs(ledger: Ledger, allow: Allowances) -> tuple[Piece, ...]:
    ledger.at("Cuffs")
    long = ledger.length("cuff.long", "wrist + 6 cm", "Cuff with its overlap", (140, 400))
    high = ledger.length("cuff.high", "8 cm", "Finished height of a cuff", (20, 200))
    both = (*_TWO, Cut(material="interfacing", copies=2))
    strip = Strip(
        id="cuff",
        name="Cuff",
        part=PieceRole.CUFF,
        long_mm=long,
        high_mm=2 * high,
        cuts=both,
        fold_line=True,
    )
    return (rectangle(strip, allow),)


def _belt(ledger: Ledger, allow: Allowances) -> tuple[Piece, ...]:
    ledger.at("Belt")
    long = ledger.length("belt.long", "waist + 18 cm", "Length of the belt", (450, 2400))
    wide = ledger.length("belt.wide", "4 cm", "Finished width of the belt", (10, 160))
    strip = Strip(
        id="belt",
        name="Belt",
        part=PieceRole.BELT,
        long_mm=long,
        high_mm=2 * wide,
        cuts=_STIFFENED,
        fold_line=True,
    )
    return (rectangle(strip, allow),)


_THINGS: Mapping[str, Callable[[Ledger, Allowances], tuple[Piece, ...]]] = {
    "apron": _apron,
    "cap": _cap,
    "scarf": _scarf,
    "bag": _bag,
    "bow-tie": _bow_tie,
    "collar": _collar,
    "cuffs": _cuffs,
    "belt": _belt,
}


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the thing that was chosen. Raises ``DraftRefused``."""
    return Pattern(style="small-things", pieces=_THINGS[ledger.choice("thing")](ledger, allow))


def checked(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """The crown of a cap against its side; ties, a collar, cuffs and a belt against the body."""
    by_id = {piece.id: piece for piece in pattern.pieces}
    if "crown" in by_id:
        return (
            TapeCheck(
                name="Crown to side",
                one="crown all round",
                one_mm=2 * edge_length(by_id["crown"], "rim"),
                other="side",
                other_mm=edge_length(by_id["side"], "join"),
                way_out=say("small_things.cut-side"),
            ),
        )
    if "bib" in by_id:
        return (
            TapeCheck(
                name="Ties round the waist",
                one="band and ties",
                one_mm=edge_length(by_id["band"], "join"),
                other="waist",
                other_mm=body["waist"],
                least_mm=TO_TIE_MM,
                most_mm=math.inf,
                way_out=say("small_things.cut-longer"),
                on_body=True,
            ),
        )
    worn = {"collar": ("neck", "neck"), "cuff": ("join", "wrist"), "belt": ("join", "waist")}
    return tuple(
        TapeCheck(
            name=f"Round the {measurement}",
            one=by_id[id].name.lower(),
            one_mm=edge_length(by_id[id], edge) * (2 if by_id[id].cuts[0].on_fold else 1),
            other=measurement,
            other_mm=body[measurement],
            least_mm=0.0,
            most_mm=math.inf,
            way_out=say("small_things.cut-longer"),
            on_body=True,
        )
        for id, (edge, measurement) in worn.items()
        if id in by_id
    )


STYLE = Style(
    id="small-things",
    name="Small things",
    summary="An apron, a cap, a scarf, a bag, a bow tie, a loose collar, cuffs or a belt.",
    charts=("women", "men", "children"),
    required=("waist", "waist_to_knee", "head", "neck", "wrist"),
    options=(
        ChoiceOption(
            id="thing",
            question="What is made?",
            default="apron",
            choices={
                "apron": "an apron",
                "cap": "a cap",
                "scarf": "a scarf",
                "bag": "a bag",
                "bow-tie": "a bow tie",
                "collar": "a loose collar",
                "cuffs": "cuffs",
                "belt": "a belt",
            },
        ),
    ),
    materials=("main", "interfacing"),
    roles=("side", "hem", "band", "neck", "pocket"),
    steps=steps,
    checked=checked,
)
