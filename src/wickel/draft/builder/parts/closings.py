"""Where a garment opens: behind, in front, at the side, or not at all."""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.lower import opened_edge
from wickel.draft.builder.making import (
    LEGS,
    NO_SHOULDERS,
    OPENS_BEHIND,
    OPENS_IN_FRONT,
    STRETCH,
    WAIST_SEAM,
    WHOLE_FRONT,
    WHOLE_SLOTS,
    ZIP_GOES_ON,
    Making,
    Part,
    Slot,
    half_neck_mm,
    has_edge,
    is_lower,
    quarters_mm,
    upper_edge,
    upper_half,
)
from wickel.draft.builder.zips import ZIP_KINDS
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import button, button_stand, buttons_by
from wickel.draft.ledger import SIDES
from wickel.draft.necklines import KINDS, SLIT_KINDS, SLIT_MM
from wickel.draft.operations import Spot
from wickel.draft.operations.openings import Finish, add_slit
from wickel.draft.parts import Strip, drawn_up, rectangle
from wickel.draft.style import Options
from wickel.draft.torso import shoulder_options
from wickel.draft.usual_checks import (
    AT_ZIP,
    LOWER_ZIP,
    OVER_HEAD_EASE_MM,
    Way,
    other_zip_end,
    over_head,
    passes,
    way_within,
    zip_at,
)
from wickel.geometry import length, nearest_distance
from wickel.pattern import Cut, Notch, NotchKind, Pattern, PieceRole, edge_length, notch_point
from wickel.wording import Text, say, tr

LACED = "eyelet"
"""The notches of a lacing begin so."""


def _buttoned(making: Making) -> Making:
    """The front with its button stand, its edge and neck faced in one."""
    making, facing = making.with_facing("front")
    ledger = making.ledger
    stand = ledger.length("stand.wide", "1.8 cm", "Button stand beyond the centre", (8, 60))
    if not making.has_upper:
        return replace(making, stand_mm=stand)
    front = making.piece(making.inner("front"))
    opened, strip = button_stand(
        front,
        stand,
        facing,
        making.allow,
        lambda long: buttons_by(ledger, long),
        upper=upper_edge(front),
    )
    return replace(making.with_pieces(opened, strip), stand_mm=stand)


def _edge_to_edge(making: Making) -> Making:
    """The fronts meet at the centre, their edges and the neck faced in one."""
    making, facing = making.with_facing("front")
    if not making.has_upper:
        return making
    opened = opened_edge(making.piece(making.inner("front")), making)
    along = ("front edge", upper_edge(opened))
    strip = edge_facing(opened, along, facing, making.allow)
    return making.with_pieces(opened, replace(strip, notches=()))


def _zip_in_front(making: Making) -> Making:
    return _zipped(_edge_to_edge(making))


def _zipped(making: Making) -> Making:
    """A zip, which goes on below the waist where a skirt is sewn on."""
    if ZIP_GOES_ON not in making.needs:
        return making
    ledger = making.ledger
    ledger.at("Facings and closing")
    down = ledger.length("zip.below", "18 cm", "Zip on below the waist", (80, 300))
    return replace(making, zip_mm=down)


def _behind(making: Making) -> Making:
    """A zip in the centre back: on below the waist where a skirt is sewn on, down to the hip of
    what reaches further, else all the way."""
    making = _zipped(making)
    if WAIST_SEAM in making.needs or making.halves is None:
        return making
    half, back = making.halves[1], making.piece(making.inner("back"))
    if not has_edge(back, "centre") or half.hem_centre - half.hip[0] < _OPEN_BELOW_HIP_MM:
        return making
    ledger = making.ledger
    ledger.at("Facings and closing")
    ledger.know("zip_to_hip", half.hip[0] - half.centre_waist)
    down = ledger.length("zip.below", "zip_to_hip", "Zip on below the waist", (80, 700))
    path = back.edge("centre").path
    up, _ = nearest_distance(path, (half.centre_waist + down, 0.0))
    if not up:
        return making
    return making.with_pieces(
        replace(
            back,
            notches=(*back.notches, zip_at("centre", up)),
        )
    )


_OPEN_BELOW_HIP_MM = 80.0
"""What reaches no further below the hip is opened by its zip all the way."""


def _at_side(making: Making) -> Making:
    """A zip in the side: on below the waist where a skirt is sewn on, else down to the hip of what
    reaches below it."""
    making = _zipped(making)
    if WAIST_SEAM in making.needs or making.halves is None:
        return making
    for half, mark in zip(making.halves, (zip_at, other_zip_end), strict=True):
        path = half.side()
        piece = making.piece(making.outer(half.where))
        if len(path) < _TO_BELOW_HIP:
            return making
        to_hip, whole = length(path[:-1]), length(path)
        edge = "other side" if has_edge(piece, "other side") else "side"
        # the other side of a piece that is cut whole runs from its hem up
        at = whole - to_hip if edge != "side" else to_hip
        making = making.with_pieces(replace(piece, notches=(*piece.notches, mark(edge, at))))
    return making


_TO_BELOW_HIP = 3
"""A side that reaches below the hip has so many segments: to the waist, to the hip, to the hem."""


def _laced(making: Making) -> Making:
    """Eyelets along the centre back on both sides, and a strip that lies behind them."""
    making = _zipped(making)
    if not making.has_upper:
        return making
    ledger = making.ledger
    ledger.at("Facings and closing")
    gap = ledger.length("eyelet.gap", "2.5 cm", "From eyelet to eyelet", (12, 60))
    wide = ledger.length("placket.wide", "12 cm", "Width of the strip behind the lacing", (60, 240))
    back = making.piece(making.inner("back"))
    long = edge_length(back, "centre")
    count = max(2, int((long - gap) // gap) + 1)
    marks = tuple(
        Notch(
            name=f"{LACED} {k}",
            edge="centre",
            at_mm=gap / 2 + (k - 1) * gap,
            kind=NotchKind.EYELET,
        )
        for k in range(1, count + 1)
    )
    strip = Strip(
        id="lacing-strip",
        name="Strip behind the lacing",
        part=PieceRole.LACING,
        long_mm=long,
        high_mm=wide,
        cuts=(Cut(material="main", copies=1),),
    )
    return making.with_pieces(
        replace(back, notches=(*back.notches, *marks)), rectangle(strip, making.allow)
    )


def _half_placket(making: Making) -> Making:
    """A slit in the centre front between two strips, buttoned."""
    if not making.has_upper:
        return making
    ledger = making.ledger
    ledger.at("Facings and closing")
    long = ledger.length("placket.long", "18 cm", "Length of the placket", (80, 500))
    wide = ledger.length("placket.wide", "3 cm", "Finished width of the placket", (12, 60))
    first = ledger.length("button.first", "1.5 cm", "First button from the upper end", (5, 60))
    gap = ledger.length("button.gap", "(placket_long - 2*button_first)/2", "From button to button")
    front = making.piece(making.inner("front"))
    finish = Finish(id="placket", name="Placket", wide_mm=wide, seam_mm=making.allow["facing"])
    slit, _ = add_slit(front, Spot(edge="neck", share=0.0), long, finish, placket=True)
    strip = finish.strip(long + wide, 2 * wide, Cut(material="main", copies=2))
    count = max(1, int((long - first) // gap) + 1) if gap > 0 else 1
    holes = tuple(button(k + 1, "join", first + k * gap) for k in range(count))
    return making.with_pieces(slit, replace(strip, notches=holes))


def _slit_behind(making: Making) -> Making:
    """A slit in the centre back, faced, with one button and its loop."""
    if not making.has_upper:
        return making
    ledger = making.ledger
    ledger.at("Facings and closing")
    long = ledger.length("back_slit.long", "14 cm", "Slit in the centre back", (60, 350))
    wide = ledger.length("back_slit.facing", "3.5 cm", "Slit facing beyond it", (15, 80))
    back = making.piece(making.inner("back"))
    finish = Finish(
        id="slit-facing", name="Slit facing", wide_mm=wide, seam_mm=making.allow["facing"]
    )
    slit, strip = add_slit(back, Spot(edge="neck", share=0.0), long, finish, placket=False)
    mark = button(1, "neck", 0.0)
    return making.with_pieces(replace(slit, notches=(*slit.notches, mark)), strip)


def _waist_passes(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """The waist of a plain upper part that is pulled on goes over the bust."""
    plain = options.get("shape") == "plain" and not str(options.get("sleeve", "")).startswith(
        "grown"
    )
    if not plain or "bust" not in body.measurements_mm:
        return ()
    ring = 2 * sum(pattern.figure(f"waist.across.{side}") for side in SIDES)
    if options.get("collar") == "knit":
        times = STRETCH[str(options["stretch"])]
        over = passes(
            body, "bust", ring * times, "waist, stretched", say("usual_checks.stretchier")
        )
        return (replace(over, stretched=times),)
    return (passes(body, "bust", ring, "waist", "Add ease."),)


def _slit_mm(pattern: Pattern, options: Options) -> float:
    """How much both edges of what is slit at the neck add to its opening."""
    slits = [pattern.figure_or(id, 0.0) for id in ("placket.long", "back_slit.long")]
    if options["neck"] in ("slit", "keyhole"):
        slits.append(pattern.figure_or("neck.slit", SLIT_MM))
    return 2 * sum(slits)


def _over_head(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """Without an opening at the neck it goes over the head, where that was measured."""
    if "head" not in body.measurements_mm or not half_neck_mm(pattern):
        return ()
    if options.get("collar") == "knit":
        return ()  # its collar is stretched
    if not any(has_edge(piece, "shoulder") for piece in pattern.pieces):
        return ()  # held by elastic, or without shoulders
    opening = _slit_mm(pattern, options) + 2 * half_neck_mm(pattern)
    short = max(0.0, body["head"] + OVER_HEAD_EASE_MM - opening)
    return (over_head(body, opening, _let_over_head(short, options)),)


def _let_over_head(short_mm: float, options: Options) -> Text:
    """What opens a neck further: its slit, its width, or a closing."""
    if options["neck"] in SLIT_KINDS:
        return say("necks.deepen-slit", by=short_mm / 2)
    wider = Way("neck_width_mm", short_mm / 4, say("necks.widen", by=short_mm / 4))
    closed = Way("", 0.0, say("necks.close-or-slit"))
    return way_within(shoulder_options(), options, (wider, closed))


def _at_side_checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """Over the head, and where the zip ends at the hip over that."""
    across = [
        abs(notch_point(piece, notch)[1])
        for piece in pattern.pieces
        if piece.id in SIDES and not is_lower(piece) and not drawn_up(piece)
        for notch in piece.notches
        if notch.kind in ZIP_KINDS
    ]
    if not across or "hip" not in body.measurements_mm:
        return _over_head(pattern, body, options)
    # what is drawn up on one side lies no longer level: then the other half is measured for both
    ring = passes(body, "hip", 4 * sum(across) / len(across), AT_ZIP, LOWER_ZIP)
    return (*_over_head(pattern, body, options), ring)


def _pulled_on(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """Over the head; without an upper part its waist goes over the hip."""
    if upper_half(pattern.pieces, "front"):
        return (*_over_head(pattern, body, options), *_waist_passes(pattern, body, options))
    if "hip" not in body.measurements_mm:
        return ()
    ring = 2 * quarters_mm(pattern)
    way_out = say("builder.waist-over-hip")
    return (passes(body, "hip", ring, "the waist, all round", way_out),)


_NO_STRAIGHT_CENTRE = {
    (Slot.NECK, kind): say("builder.no-straight-centre", neck=KINDS[kind])
    for kind in ("slit", "keyhole", "split", "sweetheart")
}
_NO_COWL = {
    (Slot.NECK, "cowl"): say("builder.cowl-on-the-fold"),
    **{(slot, WHOLE_FRONT): say("builder.whole-front-not-opened") for slot in WHOLE_SLOTS},
}
_NECK_ONLY = {(Slot.UPPER, NO_SHOULDERS): say("builder.no-neck-to-slit")}
_ROUND = {
    (Slot.NECK, kind): say("builder.slit-from-round")
    for kind in ("slit", "keyhole", "split", "cowl", "sweetheart")
}

PARTS = (
    Part(
        id="back",
        slot=Slot.CLOSING,
        name=tr("in the centre back"),
        found_by=tr("zip behind"),
        add=_behind,
        needs=frozenset({OPENS_BEHIND}),
        roles=("closing",),
        place=1,
    ),
    Part(
        id="front",
        slot=Slot.CLOSING,
        name=tr("with buttons in front"),
        found_by=tr("buttons in front, buttoned"),
        add=_buttoned,
        needs=frozenset({OPENS_IN_FRONT}),
        against={**_NO_STRAIGHT_CENTRE, **_NO_COWL},
        roles=("facing",),
        place=2,
    ),
    Part(
        id="side",
        slot=Slot.CLOSING,
        name=tr("with a zip in the side"),
        found_by=tr("zip at the side"),
        add=_at_side,
        checks=_at_side_checks,
        roles=("closing",),
        place=3,
    ),
    Part(
        id="none",
        slot=Slot.CLOSING,
        name=tr("nowhere: it is pulled on"),
        found_by=tr("pulled over the head"),
        checks=_pulled_on,
        place=4,
    ),
    Part(
        id="edge",
        slot=Slot.CLOSING,
        name=tr("nowhere: it hangs open in front, edge to edge"),
        add=_edge_to_edge,
        needs=frozenset({OPENS_IN_FRONT}),
        against={**_NO_STRAIGHT_CENTRE, **_NO_COWL},
        roles=("facing",),
        place=5,
    ),
    Part(
        id="front-zip",
        slot=Slot.CLOSING,
        name=tr("with a zip in front"),
        found_by=tr("zip in front"),
        add=_zip_in_front,
        needs=frozenset({OPENS_IN_FRONT}),
        against={**_NO_STRAIGHT_CENTRE, **_NO_COWL},
        roles=("facing",),
        place=6,
    ),
    Part(
        id="placket",
        slot=Slot.CLOSING,
        name=tr("with a half placket in front"),
        add=_half_placket,
        checks=_over_head,
        against={**_ROUND, **_NECK_ONLY, **_NO_COWL},
        roles=("facing",),
        place=7,
    ),
    Part(
        id="slit-behind",
        slot=Slot.CLOSING,
        name=tr("with a slit and a button behind"),
        add=_slit_behind,
        checks=_over_head,
        against=_NECK_ONLY,
        roles=("facing",),
        place=8,
    ),
    Part(
        id="fly",
        slot=Slot.CLOSING,
        name=tr("with a fly in front"),
        found_by=tr("zip in front"),
        only_beside={
            Slot.LOWER: ((LEGS,), say("builder.fly-in-legs")),
            Slot.UPPER: (("none",), say("builder.fly-in-legs")),
        },
        roles=("closing",),
        place=13,
    ),
    Part(
        id="seam-behind",
        slot=Slot.CLOSING,
        name=tr("nowhere, with a seam in the centre back"),
        needs=frozenset({OPENS_BEHIND}),
        checks=_pulled_on,
        roles=("closing",),
        place=11,
    ),
    Part(
        id="laced",
        slot=Slot.CLOSING,
        name=tr("with a lacing behind"),
        add=_laced,
        against={(Slot.UPPER, "none"): say("builder.lacing-needs-upper")},
        needs=frozenset({OPENS_BEHIND}),
        roles=("closing", "band"),
        place=9,
    ),
)
