"""The drawings of the guide, made from the core: a drafted piece with its lines, and how the plies
lie in each way to spread cloth."""

from __future__ import annotations

from pathlib import Path

from wickel.body import size_body
from wickel.cloth import WAYS, SectionPlan, Spreading, Way, Zone, spread
from wickel.draft import STYLES, Allowances, draft
from wickel.drawing import piece_drawing
from wickel.files.drawings.svg_out import svg_text

_WIDTH_MM, _LENGTH_MM = 1400.0, 1500.0
_SCALE = 0.09
_STEP_X, _STEP_Y, _IN_A_ROW = 176.0, 178.0, 5
_PLY_COLOURS = ("#f3ecdd", "#e3d3ae", "#cdb680", "#b39a5c")
_FOLD, _SELVAGE, _INK = "#2f3e63", "#6f675c", "#26272e"


def write_drawings(folder: str | Path) -> None:
    """Write ``piece.svg`` and ``ways.svg`` into a folder."""
    there = Path(folder)
    dress = draft(STYLES["box-dress"], size_body("92"), {}, Allowances())
    front = dress.piece("front")
    (there / "piece.svg").write_text(_for_screen(svg_text(piece_drawing(front), "A piece")))
    (there / "ways.svg").write_text(ways_svg())


def _for_screen(svg: str) -> str:
    """A drawing at 1:1 made to fit a page, its lines thick enough to be seen there."""
    head, _, rest = svg.partition("<title>")
    head = head.replace('mm" height', '" height')
    start, _, tail = head.partition('width="')
    box = tail.split('viewBox="0 0 ')[1].split('"')[0].split()
    wide = 640.0
    high = wide * float(box[1]) / float(box[0])
    head = f'{start}width="{wide:.0f}" height="{high:.0f}" viewBox="0 0 {box[0]} {box[1]}">\n'
    thicker = (("stroke-width:1.2", "stroke-width:4"), ("stroke-width:0.6", "stroke-width:2.5"))
    rest = ("<title>" + rest).replace("Lato,sans-serif", "Lato")
    for thin, thick in (*thicker, ("stroke-width:0.8", "stroke-width:2.5")):
        rest = rest.replace(thin, thick)
    return head + rest


def ways_svg() -> str:
    """The ways to spread cloth side by side: each part as dark as it has plies, folds blue."""
    ways = [way for way in WAYS.values() if not way.takes_two or way.id == "stacked"]
    rows = -(-len(ways) // _IN_A_ROW)
    wide, high = _STEP_X * _IN_A_ROW, _STEP_Y * rows + 30
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.0f}" height="{high:.0f}" '
        f'viewBox="0 0 {wide:.0f} {high:.0f}" font-family="Lato" font-size="13">',
        "<title>How the plies lie in each way to spread cloth</title>",
    ]
    for k, way in enumerate(ways):
        x, y = (k % _IN_A_ROW) * _STEP_X + 16, (k // _IN_A_ROW) * _STEP_Y + 12
        parts.append(f'<g transform="translate({x:.0f} {y:.0f})">{_way(way)}</g>')
    keys = (f"{n} {'ply' if n == 1 else 'plies'}" for n in (1, 2, 4))
    x = 16.0
    for n, words in zip((1, 2, 4), keys, strict=True):
        parts.append(
            f'<rect x="{x:.0f}" y="{high - 22:.0f}" width="22" height="14" '
            f'fill="{_PLY_COLOURS[n - 1]}" stroke="{_SELVAGE}"/>'
            f'<text x="{x + 28:.0f}" y="{high - 10:.0f}" fill="{_INK}">{words}</text>'
        )
        x += 110
    parts.append(
        f'<path d="M{x:.0f} {high - 15:.0f} h26" stroke="{_FOLD}" stroke-width="4"/>'
        f'<text x="{x + 34:.0f}" y="{high - 10:.0f}" fill="{_INK}">a fold</text></svg>\n'
    )
    return "\n".join(parts)


def _way(way: Way) -> str:
    """One way, its start at the left and the near selvage below, with its name."""
    depths = (_WIDTH_MM / 3 / way.depths,) * way.depths if way.depths else ()
    plan = SectionPlan(way=way, depths_mm=depths)
    (section,) = spread(Spreading.of(plan), _WIDTH_MM, _LENGTH_MM, 0.0).sections
    top = _WIDTH_MM * _SCALE
    shapes = "".join(_zone(zone, top) for zone in section.zones)
    return f'{shapes}<text x="0" y="{top + 20:.0f}" fill="{_INK}">{way.name}</text>'


def _zone(zone: Zone, top: float) -> str:
    """A part with the same plies all over."""

    def at(point: tuple[float, float]) -> str:
        return f"{point[0] * _SCALE:.1f},{top - point[1] * _SCALE:.1f}"

    corners = " ".join(at(point) for point in zone.outline)
    colour = _PLY_COLOURS[len(zone.plies) - 1]
    folds = "".join(
        f'<path d="M{at(fold.start)} L{at(fold.end)}" stroke="{_FOLD}" stroke-width="4"/>'
        for fold in zone.folds
    )
    return f'<polygon points="{corners}" fill="{colour}" stroke="{_SELVAGE}"/>{folds}'
