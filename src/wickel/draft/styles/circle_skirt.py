"""Circle skirts: a quarter, a half, three quarters or a whole circle, in one to eight panels.

For a fraction f of a full circle, radius = waist / (2 · π · f); the hem lies the length further out.
The allowance at the waist is added towards the centre, so that the waist does not come out too big.
Points are (down, across) in mm from the centre of the circle, down along the panel's middle.
"""

from __future__ import annotations

import math
from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.parts import BAND_OPTIONS, edges, line, point, waistband
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style
from wickel.draft.usual_checks import alike, band_to_waist, waist_to_body
from wickel.geometry import Cubic, Path, Point
from wickel.pattern import Cut, Pattern, Piece, Seam, edge_length

FRACTIONS = {"quarter": 0.25, "half": 0.5, "three-quarter": 0.75, "full": 1.0}
LEAST_PANELS = {"quarter": 1, "half": 1, "three-quarter": 2, "full": 2}

OPTIONS = (
    ChoiceOption(
        id="circle",
        question="How much of a circle?",
        default="half",
        choices={"quarter": "a quarter", "half": "half", "three-quarter": "three quarters", "full": "all of it"},
    ),
    ChoiceOption(
        id="panels",
        question="In how many panels?",
        default="2",
        choices={str(n): str(n) for n in (1, 2, 3, 4, 6, 8)},
    ),
    ChoiceOption(
        id="grain",
        question="The middle of each panel lies",
        default="straight",
        choices={"straight": "on the straight grain", "bias": "on the bias"},
    ),
    LengthOption(id="below_knee_mm", question="Length below the knee (above: −)", default=-30, least=-400, most=500),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=10, least=0, most=80),
    *BAND_OPTIONS,
)


def radius(waist_mm: float, fraction: float) -> float:
    """Radius of the waist line of a circle skirt: waist / (2 · π · fraction)."""
    return waist_mm / (2 * math.pi * fraction)


def arc(radius_mm: float, from_deg: float, to_deg: float) -> Path:
    """A circular arc as cubic curves of at most 30° each; 0° is straight down, 90° is across.

    The usual control length 4/3 · tan(step/4) keeps such pieces within a thousandth of a millimetre.
    """
    steps = max(1, math.ceil(abs(to_deg - from_deg) / 30.0))
    each = math.radians((to_deg - from_deg) / steps)
    reach = 4 / 3 * math.tan(each / 4) * radius_mm
    path = []
    for k in range(steps):
        a = math.radians(from_deg) + k * each
        b = a + each
        start, end = _on(radius_mm, a), _on(radius_mm, b)
        path.append(
            Cubic(
                start,
                (start[0] - reach * math.sin(a), start[1] + reach * math.cos(a)),
                (end[0] + reach * math.sin(b), end[1] - reach * math.cos(b)),
                end,
            )
        )
    return tuple(path)


def _on(radius_mm: float, angle: float) -> Point:
    return (radius_mm * math.cos(angle), radius_mm * math.sin(angle))


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft a circle skirt. Raises ``DraftRefused`` when the options disagree."""
    o = {id: value for id, value in options.items() if isinstance(value, float)}
    circle, count = str(options["circle"]), int(options["panels"])
    if count < LEAST_PANELS[circle]:
        raise DraftRefused(
            f"A panel cannot be more than half a circle: cut this skirt in {LEAST_PANELS[circle]} panels or more.",
            "panels",
            "circle",
        )
    long = body["waist_to_knee"] + o["below_knee_mm"]
    if long < 150:
        raise DraftRefused(
            f"The skirt would be only {long / 10:.1f} cm long: make it longer, or measure waist to knee again.",
            "below_knee_mm",
            "waist_to_knee",
        )
    waist = body["waist"] + o["waist_ease_mm"]
    inner = radius(waist, FRACTIONS[circle])
    if inner <= allow["waist"] + 5:
        raise DraftRefused(
            f"The waist is drawn with a radius of {inner / 10:.1f} cm, which leaves no room for its allowance of "
            f"{allow['waist'] / 10:.1f} cm inside: take less of a circle or a smaller allowance.",
            "circle",
        )
    half = 360 * FRACTIONS[circle] / count / 2
    panel = Piece(
        id="panel",
        name="Panel",
        edges=edges(
            allow,
            ("waist", arc(inner, -half, half), "waist"),
            ("side", line(_at(inner, half), _at(inner + long, half)), "side"),
            ("hem", tuple(s.backwards() for s in reversed(arc(inner + long, -half, half))), "curved_hem"),
            ("other side", line(_at(inner + long, -half), _at(inner, -half)), "side"),
        ),
        cuts=(Cut(material="main", copies=count),),
        grain_deg=45.0 if options["grain"] == "bias" else 0.0,
        points=(
            point("middle of the waist", (inner, 0.0), "waist and ease / (2 · π · the part of a circle)"),
            point("end of the waist", _at(inner, half), "half the panel's angle, on the same radius"),
            point("middle of the hem", (inner + long, 0.0), "the length further out"),
            point("end of the hem", _at(inner + long, half), "half the panel's angle, on the hem's radius"),
        ),
    )
    return Pattern(
        style="circle-skirt",
        pieces=(panel, waistband(waist, o["overlap_mm"], o["band_mm"], allow)),
        seams=(Seam(name="waist", one=("panel", "waist"), other=("waistband", "join")),),
    )


def _at(radius_mm: float, deg: float) -> Point:
    return _on(radius_mm, math.radians(deg))


def checked(pattern: Pattern, body: Body, options: Mapping[str, float | str]) -> tuple[TapeCheck, ...]:
    """The tape checks of a circle skirt."""
    panel, band, count = pattern.piece("panel"), pattern.piece("waistband"), int(options["panels"])
    arcs = edge_length(panel, "waist") * count
    return (
        waist_to_body(body, arcs, float(options["waist_ease_mm"]), f"{count} arcs"),
        band_to_waist(band, float(options["overlap_mm"]), arcs),
        alike("Side seams", panel, panel, "side", other_edge="other side"),
    )


STYLE = Style(
    id="circle-skirt",
    name="Circle skirt",
    summary="A quarter, half, three quarters or all of a circle, in panels, with a straight waistband.",
    charts=("women", "children"),
    required=("waist", "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "curved_hem", "band"),
    drafted=drafted,
    checked=checked,
)
