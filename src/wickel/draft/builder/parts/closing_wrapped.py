"""Two fronts that cross over the centre and are tied."""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import OPENS_IN_FRONT, WRAPPED, Making, Part, Slot, has_edge
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import tie
from wickel.draft.parts import edges, line
from wickel.draft.style import DraftRefused, Options
from wickel.draft.usual_checks import alike
from wickel.geometry import Line
from wickel.pattern import Cut, Pattern, Piece
from wickel.wording import say, tr

_LEAST_ABOVE_MM = 5.0
"""The fronts cross at least so far above the lower edge."""


def _add(making: Making) -> Making:
    """The front on past the centre, its neck running on to the wrap point above the lower edge."""
    making, facing = making.with_facing("front")
    ledger = making.ledger
    ledger.at("Wrap")
    if making.has_upper:
        front = making.piece("front")
        ledger.know("front_wide", front.edge("hem").start[1])
        over = ledger.length("stand.wide", "0.7*front_wide", "Front over the centre by", (60, 400))
        ledger.know("front_long", front.edge("hem").end[0])
        rule = "waist_down_front" if making.halves and "in-one" in making.chosen.values() else ""
        at = ledger.length(
            "wrap.down", rule or "front_long - 4 cm", "Neck meets the front edge, below the neck"
        )
        crossed = _crossing(front, over, at, making)
        strip = edge_facing(crossed, ("front edge", "neck"), facing, making.allow)
        made = making.with_pieces(crossed, replace(strip, notches=()))
    else:
        joined = making.joined_mm()
        ledger.know("front_wide", joined.front)
        over = ledger.length("stand.wide", "0.8*front_wide", "Front over the centre by", (60, 400))
        made = making
    ledger.at("Ties")
    long = ledger.length("tie.long", "waist + 35 cm", "Length of the long tie", (400, 2600))
    short = ledger.length("tie.short", "35 cm", "Length of the short tie", (200, 900))
    wide = ledger.length("tie.wide", "3 cm", "Finished width of the ties", (8, 80))
    ties = (
        tie("long-tie", "Long tie", long, wide, making.allow, copies=1),
        tie("short-tie", "Short tie", short, wide, making.allow, copies=1),
    )
    return replace(made.with_pieces(*ties), stand_mm=over)


def _crossing(front: Piece, over: float, at: float, making: Making) -> Piece:
    """The front with its new neck and front edge. Raises ``DraftRefused``: the wrap point lies
    outside it."""
    neck, hem = front.edge("neck"), front.edge("hem")
    shoulder, low = neck.end, hem.end
    if not neck.start[0] < at < low[0] - _LEAST_ABOVE_MM:
        raise DraftRefused(
            say("builder.wrap-point-outside", at=at, long=low[0]), "wrap.down", "front_neck_mm"
        )
    point, foot = (at, -over), (low[0], -over)
    new_neck, new_hem, edge = edges(
        making.allow,
        ("neck", line(point, shoulder), "neck"),
        ("hem", (*hem.path, Line(low, foot)), "hem"),
        ("front edge", line(foot, point), "facing"),
    )
    kept = {e.name: e for e in front.edges}
    hem_edge = replace(new_hem, allowance_mm=hem.allowance_mm, kind=hem.kind)
    changed = {"neck": new_neck, "hem": hem_edge, "centre": edge}
    return replace(
        front,
        edges=tuple(changed.get(name, own) for name, own in kept.items()),
        cuts=(Cut(material="main", copies=2, pair=True),),
        notches=tuple(notch for notch in front.notches if notch.edge not in changed),
    )


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    by_id = {piece.id: piece for piece in pattern.pieces}
    front, strip = by_id.get("front"), by_id.get("front-facing")
    if front is None or strip is None or not has_edge(front, "front edge"):
        return ()
    return (alike("Wrap edge to facing", front, strip, "front edge"),)


PARTS = (
    Part(
        id="wrapped",
        slot=Slot.CLOSING,
        name=tr("wrapped in front and tied"),
        add=_add,
        required=("waist",),
        needs=frozenset({OPENS_IN_FRONT, WRAPPED}),
        checks=_checks,
        only_beside={
            Slot.NECK: (("v",), say("builder.wrap-needs-v")),
            Slot.UPPER: (("darts", "plain", "none"), say("builder.wrap-in-one-piece")),
            Slot.COLLAR: (("none",), say("builder.wrap-no-collar")),
        },
        roles=("facing", "band"),
        place=10,
    ),
)
