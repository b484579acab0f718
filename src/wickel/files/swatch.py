"""Swatches: one repeat of a cloth's figure as SVG, drawn by Wickel from what the card says.

The start of the cloth is at the left, the high selvage at the top: x of the SVG is x of the flat
cloth, y runs from half a repeat above a figure to half a repeat below it. Millimetres.
"""

from __future__ import annotations

import re

from wickel.cloth import Cloth, Figure

DEFAULT_MM: dict[Figure, tuple[float, float]] = {
    Figure.PLAIN: (24.0, 24.0),
    Figure.STRIPE_ALONG: (40.0, 40.0),
    Figure.STRIPE_ACROSS: (40.0, 40.0),
    Figure.CHECK: (60.0, 60.0),
    Figure.UNEVEN_CHECK: (80.0, 70.0),
    Figure.SPRIG: (60.0, 60.0),
    Figure.ONE_WAY: (120.0, 90.0),
    Figure.MOTIF: (400.0, 350.0),
    Figure.CORDUROY: (20.0, 6.0),
    Figure.SATIN: (160.0, 160.0),
}
"""How large one repeat is drawn where the cloth does not say, along and across."""

GROUND = "#B9C7D1"
_HEX = re.compile(r"#[0-9A-Fa-f]{6}")


def tile_mm(cloth: Cloth) -> tuple[float, float]:
    """The size of one repeat on the cloth as the lay has it, along and across; never 0."""
    design = cloth.lay_design
    along, across = DEFAULT_MM[design.figure]
    if design.repeat is not None:
        along, across = design.repeat.along_mm or along, design.repeat.across_mm or across
    return along, across


def ground_of(cloth: Cloth) -> str:
    """The colour a cloth is drawn in, as ``#RRGGBB``: its own, or when that is none, a common
    one."""
    return cloth.colour if _HEX.fullmatch(cloth.colour) else GROUND


def tile_svg(cloth: Cloth) -> str:
    """One repeat of the cloth's figure."""
    long, wide = tile_mm(cloth)
    ground = ground_of(cloth)
    drawn = _FIGURES[cloth.design.figure](long, wide, cloth)
    return _svg(
        long,
        -wide / 2,
        wide,
        f'<rect y="{-wide / 2:g}" width="{long:g}" height="{wide:g}" fill="{ground}"/>{drawn}',
    )


def border_svg(cloth: Cloth) -> str:
    """One length of the cloth's border, as long as it is wide, its outer line at the bottom."""
    border = cloth.lay_design.border
    w = border.width_mm if border is not None else 1.0
    ground = ground_of(cloth)
    dark, light = shade(ground, 0.55), shade(ground, 1.5)
    waves = "".join(
        f'<circle cx="{w * x:g}" cy="{w * 0.48:g}" r="{w * 0.13:g}" fill="{light}"/>'
        f'<path d="M{w * (x - 0.25):g} {w * 0.62:g} q{w * 0.25:g} {w * 0.3:g} {w * 0.5:g} 0" '
        'fill="none" '
        f'stroke="{light}" stroke-width="{w * 0.05:g}"/>'
        for x in (0.25, 0.75)
    )
    return _svg(
        w,
        0.0,
        w,
        f'<rect width="{w:g}" height="{w:g}" fill="{dark}"/>'
        f'<rect y="{w * 0.86:g}" width="{w:g}" height="{w * 0.07:g}" fill="{light}"/>'
        f'<rect y="{w * 0.06:g}" width="{w:g}" height="{w * 0.03:g}" fill="{light}"/>{waves}',
    )


def shade(colour: str, factor: float) -> str:
    """A colour made darker (below 1) or lighter: towards white by what is above 1."""
    red, green, blue = (int(colour[k : k + 2], 16) for k in (1, 3, 5))
    if factor <= 1:
        made = [round(v * factor) for v in (red, green, blue)]
    else:
        made = [round(v + (255 - v) * min(1.0, factor - 1)) for v in (red, green, blue)]
    return "#" + "".join(f"{v:02X}" for v in made)


def _svg(long: float, top: float, wide: float, inner: str) -> str:
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{long:g}mm" height="{wide:g}mm" '
        f'viewBox="0 {top:g} {long:g} {wide:g}">{inner}</svg>'
    )


def _band(long: float, y: float, wide: float, colour: str, opacity: float = 1.0) -> str:
    return (
        f'<rect y="{y - wide / 2:g}" width="{long:g}" height="{wide:g}" fill="{colour}" '
        f'fill-opacity="{opacity:g}"/>'
    )


def _bar(x: float, long: float, wide: float, colour: str, opacity: float = 1.0) -> str:
    return (
        f'<rect x="{x - long / 2:g}" y="{-wide / 2:g}" width="{long:g}" height="{wide:g}" '
        f'fill="{colour}" '
        f'fill-opacity="{opacity:g}"/>'
    )


def _colours(cloth: Cloth) -> tuple[str, str]:
    ground = ground_of(cloth)
    return shade(ground, 0.6), shade(ground, 1.55)


def _plain(long: float, wide: float, cloth: Cloth) -> str:
    dark, light = _colours(cloth)
    return _bar(long / 4, long / 30, wide, dark, 0.15) + _band(
        long, wide / 4, wide / 30, light, 0.35
    )


def _stripe_along(long: float, wide: float, cloth: Cloth) -> str:
    dark, light = _colours(cloth)
    lines = [_band(long, 0.0, wide * 0.3, dark)]
    lines += [_band(long, side * wide * 0.42, wide * 0.04, light) for side in (-1, 1)]
    return "".join(lines)


def _stripe_across(long: float, wide: float, cloth: Cloth) -> str:
    dark, light = _colours(cloth)
    bars = [_bar(x, long * 0.3, wide, dark) for x in (0.0, long)]
    return "".join(
        [
            *bars,
            _bar(long * 0.42, long * 0.04, wide, light),
            _bar(long * 0.58, long * 0.04, wide, light),
        ]
    )


def _check(long: float, wide: float, cloth: Cloth) -> str:
    dark, light = _colours(cloth)
    bars = [_bar(x, long * 0.44, wide, dark, 0.55) for x in (0.0, long)]
    return (
        "".join(bars)
        + _band(long, 0.0, wide * 0.44, dark, 0.55)
        + _bar(long / 2, long * 0.03, wide, light)
    )


def _uneven_check(long: float, wide: float, cloth: Cloth) -> str:
    """A check that is not its own mirror image: the thin lines stand on one side of the broad
    ones."""
    dark, light = _colours(cloth)
    bars = [_bar(x, long * 0.3, wide, dark, 0.55) for x in (0.0, long)]
    bars += [
        _bar(long * 0.26, long * 0.06, wide, light),
        _bar(long * 0.4, long * 0.1, wide, dark, 0.4),
    ]
    bands = [
        _band(long, 0.0, wide * 0.3, dark, 0.55),
        _band(long, -wide * 0.24, wide * 0.06, light),
    ]
    return "".join([*bars, *bands, _band(long, -wide * 0.38, wide * 0.1, dark, 0.4)])


def _sprig(long: float, wide: float, cloth: Cloth) -> str:
    """Two leaves on a stalk, alike up and down."""
    dark, light = _colours(cloth)
    a, b = long * 0.3, wide * 0.16
    return "".join(
        f'<path d="M{x:g} 0 q{s * a / 2:g} {-b:g} {s * a:g} 0 q{-s * a / 2:g} {b:g} {-s * a:g} 0" '
        f'fill="{dark}"/>'
        f'<circle cx="{x:g}" cy="{s * b * 1.6:g}" r="{b * 0.35:g}" fill="{light}"/>'
        for x in (0.0, long)
        for s in (-1, 1)
    )


def _one_way(long: float, wide: float, cloth: Cloth) -> str:
    """A long-legged bird, its head towards the start of the cloth, or towards the end where heads
    lie there."""
    dark, light = _colours(cloth)
    k = min(long * 0.4, wide * 0.75) / 60.0
    bird = (
        f'<ellipse cx="4" cy="0" rx="14" ry="9" fill="{dark}"/>'
        f'<path d="M-8 2 q-10 -9 -18 0" fill="none" stroke="{dark}" stroke-width="4.5"/>'
        f'<circle cx="-26" cy="1" r="4.6" fill="{dark}"/><path d="M-28 4 l-2 12 l5 -10z" '
        f'fill="{light}"/>'
        f'<path d="M16 -3 h14 M16 3 h12" stroke="{dark}" stroke-width="2.2"/>'
        f'<path d="M-2 -5 q10 -3 16 3" fill="none" stroke="{light}" stroke-width="2"/>'
    )
    flip = -1 if cloth.heads_at_end else 1
    return "".join(
        f'<g transform="translate({x:g} 0) scale({flip * k:g} {k:g})">{bird}</g>'
        for x in (0.0, long)
    )


def _motif(long: float, wide: float, cloth: Cloth) -> str:
    """A wreath of petals, where the first motif lies, with the ground's small dots between."""
    dark, light = _colours(cloth)
    motif = cloth.lay_design.motif
    x, y = (
        (0.0, 0.0)
        if motif is None
        else (motif.x_mm % long, (motif.y_mm + wide / 2) % wide - wide / 2)
    )
    r = min(long, wide) * 0.3 if motif is None else min(motif.length_mm, motif.width_mm) / 2
    petals = "".join(
        (
            f'<ellipse cx="{r * 0.62:g}" rx="{r * 0.36:g}" ry="{r * 0.17:g}" '
            f'transform="rotate({deg})" fill="{dark}"/>'
        )
        for deg in range(0, 360, 45)
    )
    wreath = (
        f'{petals}<circle r="{r * 0.24:g}" fill="{light}"/><circle r="{r * 0.1:g}" fill="{dark}"/>'
    )
    at = [(x + dx, -y + dy) for dx in (-long, 0.0, long) for dy in (-wide, 0.0, wide)]
    return "".join(f'<g transform="translate({a:g} {b:g})">{wreath}</g>' for a, b in at)


def _corduroy(long: float, wide: float, cloth: Cloth) -> str:
    dark, light = _colours(cloth)
    return _band(long, wide * 0.42, wide * 0.22, dark) + _band(
        long, -wide * 0.1, wide * 0.25, light, 0.6
    )


def _satin(long: float, wide: float, cloth: Cloth) -> str:
    """A sheen that runs along: soft bands of light."""
    _, light = _colours(cloth)
    stops = ((0.0, 0.0), (0.3, 0.65), (0.45, 0.1), (0.7, 0.45), (1.0, 0.0))
    marks = "".join(
        f'<stop offset="{at:g}" stop-color="{light}" stop-opacity="{on:g}"/>' for at, on in stops
    )
    return (
        '<defs><linearGradient id="sheen" x1="0" y1="0" x2="0" '
        f'y2="1">{marks}</linearGradient></defs>'
        f'<rect y="{-wide / 2:g}" width="{long:g}" height="{wide:g}" fill="url(#sheen)"/>'
    )


_FIGURES = {
    Figure.PLAIN: _plain,
    Figure.STRIPE_ALONG: _stripe_along,
    Figure.STRIPE_ACROSS: _stripe_across,
    Figure.CHECK: _check,
    Figure.UNEVEN_CHECK: _uneven_check,
    Figure.SPRIG: _sprig,
    Figure.ONE_WAY: _one_way,
    Figure.MOTIF: _motif,
    Figure.CORDUROY: _corduroy,
    Figure.SATIN: _satin,
}
