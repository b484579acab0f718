"""Two fronts, or two backs, that cross over the centre and are tied."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.making import (
    GROWN_ON,
    OPENS_IN_FRONT,
    OVER,
    WAIST_SEAM,
    WRAPPED,
    WRAPPED_BEHIND,
    Making,
    Part,
    Slot,
    has_edge,
    is_lower,
)
from wickel.draft.checks import UNBOUNDED, TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import tie
from wickel.draft.parts import edges, line, point
from wickel.draft.style import DraftRefused, Options
from wickel.draft.usual_checks import alike
from wickel.geometry import Line
from wickel.pattern import Cut, Pattern, Piece, edge_length
from wickel.wording import say, tr

TIE_SLOT = "waist, slot for the tie"
EDGES = {"front": "front edge", "back": "wrap edge"}
"""What the edge that crosses is called."""
_LEAST_ABOVE_MM = 5.0
"""The fronts cross at least so far above the lower edge."""


def _add(side: str, making: Making) -> Making:
    """A front or back on past its centre, its neck running on to the wrap point above the lower
    edge."""
    making, facing = making.with_facing(side)
    ledger = making.ledger
    ledger.at("Wrap")
    words = tr("Over the centre by")
    if making.has_upper:
        half = making.piece(side)
        ledger.know("half_wide", half.edge("hem").start[1])
        over = ledger.length(OVER, "0.7*half_wide", words, (60, 400))
        ledger.know("half_long", half.edge("hem").end[0])
        in_one = making.halves is not None and WAIST_SEAM not in making.needs
        at = ledger.length(
            "wrap.down",
            f"waist_down_{side}" if in_one else "half_long - 4 cm",
            "Neck meets the wrap edge, below the neck point",
        )
        crossed = _crossing(half, over, at, making)
        strip = edge_facing(crossed, (EDGES[side], "neck"), facing, making.allow)
        made = making.with_pieces(crossed, replace(strip, notches=()))
    else:
        ledger.know("half_wide", making.joined_mm().of(side))
        over = ledger.length(OVER, "0.8*half_wide", words, (60, 400))
        made = making
    ledger.at("Ties")
    short = ledger.length("tie.short", "35 cm", "Length of the short tie", (200, 2000))
    long = ledger.length("tie.long", "waist + tie_short", "Length of the long tie", (400, 2600))
    wide = ledger.length("tie.wide", "3 cm", "Finished width of the ties", (8, 80))
    ties = (
        tie("long-tie", "Long tie", long, wide, making.allow, copies=1),
        tie("short-tie", "Short tie", short, wide, making.allow, copies=1),
    )
    made = made.with_pieces(*ties)
    return replace(made, stand_mm=over) if side == "front" else made


def _crossing(half: Piece, over: float, at: float, making: Making) -> Piece:
    """The half with its new neck and its wrap edge. Raises ``DraftRefused``: the wrap point lies
    outside it."""
    neck, hem = half.edge("neck"), half.edge("hem")
    shoulder, low = neck.end, hem.end
    if not neck.start[0] < at < low[0] - _LEAST_ABOVE_MM:
        raise DraftRefused(
            say("builder.wrap-point-outside", at=at, long=low[0]), "wrap.down", "front_neck_mm"
        )
    wrap, foot = (at, -over), (low[0], -over)
    new_neck, new_hem, edge = edges(
        making.allow,
        ("neck", line(wrap, shoulder), "neck"),
        ("hem", (*hem.path, Line(low, foot)), "hem"),
        (EDGES[half.id], line(foot, wrap), "neck"),
    )
    kept = {e.name: e for e in half.edges}
    hem_edge = replace(new_hem, allowance_mm=hem.allowance_mm, kind=hem.kind)
    changed = {"neck": new_neck, "hem": hem_edge, "centre": edge}
    return replace(
        half,
        edges=tuple(changed.get(name, own) for name, own in kept.items()),
        cuts=(Cut(material="main", copies=2, pair=True),),
        notches=tuple(
            replace(notch, name=TIE_SLOT) if notch.name == "waist" else notch
            for notch in half.notches
            if notch.edge not in changed
        ),
        points=(
            *(p for p in half.points if p.name not in ("neck centre", "centre waist")),
            point("wrap point", wrap, "over the centre by the overlap", OVER, "wrap.down"),
            point("hem, wrap edge", foot, "straight down from the wrap point"),
        ),
    )


def _checks(side: str, pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    by_id = {piece.id: piece for piece in pattern.pieces}
    half, strip = by_id.get(side), by_id.get(f"{side}-facing")
    long = TapeCheck(
        name="Long tie",
        one="tie",
        one_mm=edge_length(by_id["long-tie"], "join"),
        other="once round the waist",
        other_mm=body["waist"],
        least_mm=300.0,
        most_mm=UNBOUNDED,
        way_out=say("wrap_dress.cut-tie-longer"),
    )
    if half is None or strip is None or not has_edge(half, EDGES[side]) or is_lower(half):
        return ()  # a band goes round with its ties
    return (alike("Wrap edge to facing", half, strip, EDGES[side]), long)


_WRAPPED = Part(
    id="wrapped",
    slot=Slot.CLOSING,
    name=tr("wrapped in front and tied"),
    add=partial(_add, "front"),
    required=("waist",),
    needs=frozenset({OPENS_IN_FRONT, WRAPPED}),
    checks=partial(_checks, "front"),
    only_beside={
        Slot.NECK: (("v",), say("builder.wrap-needs-v")),
        Slot.UPPER: (("darts", "plain", "none"), say("builder.wrap-in-one-piece")),
        Slot.COLLAR: (("none",), say("builder.wrap-no-collar")),
    },
    roles=("facing", "band"),
    place=10,
)

PARTS = (
    _WRAPPED,
    replace(
        _WRAPPED,
        id="wrapped-behind",
        name=tr("wrapped behind and tied"),
        add=partial(_add, "back"),
        needs=frozenset({WRAPPED_BEHIND}),
        checks=partial(_checks, "back"),
        only_beside={
            Slot.UPPER: (("darts", "plain"), say("builder.wrap-in-one-piece")),
            Slot.COLLAR: (("none",), say("builder.wrap-no-collar")),
            Slot.LOWER: (("in-one",), say("builder.wrap-behind-in-one")),
            Slot.YOKE: (("none", "front", "laid-on"), say("builder.yoke-not-wrapped")),
        },
        against={
            (Slot.SLEEVE, GROWN_ON): say("builder.wrap-in-one-piece"),
        },
        place=14,
    ),
)
