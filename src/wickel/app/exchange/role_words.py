"""What pieces and edges can be, in makers' words."""

from __future__ import annotations

from collections.abc import Mapping

from wickel.pattern import EdgeRole, PieceRole, View
from wickel.wording import tr

PARTS: Mapping[PieceRole, str] = {
    PieceRole.OTHER: tr("something else"),
    PieceRole.BODICE: tr("upper part"),
    PieceRole.YOKE: tr("yoke laid on"),
    PieceRole.SLEEVE: tr("sleeve"),
    PieceRole.CAP_SLEEVE: tr("cap sleeve"),
    PieceRole.CUFF: tr("cuff or sleeve band"),
    PieceRole.TURN_UP: tr("turn-up"),
    PieceRole.COLLAR: tr("collar that turns down"),
    PieceRole.COLLAR_STAND: tr("collar that stands"),
    PieceRole.HOOD: tr("hood"),
    PieceRole.SKIRT: tr("skirt"),
    PieceRole.TIER: tr("tier of a skirt"),
    PieceRole.LEG: tr("leg"),
    PieceRole.WAISTBAND: tr("waistband"),
    PieceRole.CASING: tr("casing"),
    PieceRole.BAND: tr("front band"),
    PieceRole.HEM_BAND: tr("hem band"),
    PieceRole.FRILL: tr("frill"),
    PieceRole.BINDING: tr("binding"),
    PieceRole.PIPING: tr("piping"),
    PieceRole.STAY: tr("boned panel"),
    PieceRole.PLACKET: tr("placket"),
    PieceRole.LACING: tr("strip of a lacing"),
    PieceRole.POCKET: tr("pocket bag"),
    PieceRole.PATCH: tr("patch pocket"),
    PieceRole.STRAP: tr("strap"),
    PieceRole.BELT: tr("belt"),
    PieceRole.TIE: tr("tie or cord"),
    PieceRole.LOOP: tr("loop"),
    PieceRole.BOW: tr("bow"),
    PieceRole.WING: tr("wing"),
}
SIDES: Mapping[View, str] = {
    View.FRONT: tr("in front"),
    View.BACK: tr("behind"),
    View.BOTH: tr("all round"),
}
EDGES: Mapping[EdgeRole, str] = {
    EdgeRole.OTHER: tr("another edge"),
    EdgeRole.NECK: tr("neck"),
    EdgeRole.SHOULDER: tr("shoulder"),
    EdgeRole.ARMHOLE: tr("armhole"),
    EdgeRole.CAP: tr("cap of a sleeve"),
    EdgeRole.SIDE: tr("side"),
    EdgeRole.PANEL: tr("panel seam"),
    EdgeRole.YOKE: tr("yoke seam"),
    EdgeRole.RAGLAN: tr("raglan seam"),
    EdgeRole.WAIST: tr("waist"),
    EdgeRole.HEM: tr("lower edge"),
    EdgeRole.TOP: tr("top edge"),
    EdgeRole.CENTRE: tr("centre"),
    EdgeRole.OPENING: tr("edge of an opening"),
    EdgeRole.WRAP: tr("edge that wraps"),
    EdgeRole.INSEAM: tr("inseam"),
    EdgeRole.CROTCH: tr("crotch"),
    EdgeRole.SLEEVE_SEAM: tr("sleeve seam"),
    EdgeRole.OVERARM: tr("over the arm"),
    EdgeRole.SLEEVE_END: tr("end of a sleeve"),
    EdgeRole.COLLAR_BEHIND: tr("collar, joined behind"),
    EdgeRole.COLLAR_SEAM: tr("collar, to the back neck"),
    EdgeRole.COLLAR_EDGE: tr("edge of a collar grown on"),
    EdgeRole.CROWN: tr("over the head"),
    EdgeRole.OUTER: tr("outer edge"),
    EdgeRole.FRONT_END: tr("front end of a collar"),
    EdgeRole.JOIN: tr("edge that is sewn on"),
    EdgeRole.END: tr("end"),
    EdgeRole.BAG: tr("edge of a bag"),
}
