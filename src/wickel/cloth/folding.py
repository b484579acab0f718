"""How to fold a cloth, step by step, as pictures: what lies on the table, where it is folded or
cut, what moves.

Everything but the words is worked out from the ply maps of the way itself, so that a picture cannot
differ from the lay.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.cloth.spread import WAYS, Section, Way
from wickel.geometry import Affine, Outline, Point, translation
from wickel.wording import tr

WIDTH_MM, LENGTH_MM = 1000.0, 1300.0
"""The cloth of the pictures: proportions like those of a short lay."""

_ONE_SHARE, _TWO_SHARES = (0.3,), (0.22, 0.16)
"""How deep a fold, and two folds, are in a picture where that is not said, in parts of the
width."""

GAP_MM = 60.0
"""Between two cloths that lie side by side in a picture."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Face:
    """Cloth as seen from above: its outline, how many plies lie there, and whether the wrong side
    is up."""

    outline: Outline
    plies: int
    wrong_side: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Panel:
    """One picture of folding: faces, the lines to fold or cut at next, what moves where, and the
    folds there are."""

    faces: tuple[Face, ...]
    fold_at: tuple[tuple[Point, Point], ...] = ()
    cut_at: tuple[tuple[Point, Point], ...] = ()
    moves: tuple[tuple[Point, Point], ...] = ()
    folds: tuple[tuple[Point, Point], ...] = ()


def fold_panels(
    way: str, depth_shares: tuple[float, ...] = (), *, cut_off: bool = False
) -> tuple[Panel, ...]:
    """The pictures of one way, from the flat cloth to how it lies. Raises ``KeyError`` for another
    way.

    ``depth_shares`` are the depths of the folds that have one, as shares of the width; with
    ``cut_off`` the last picture shows where the section is cut off from the rest.
    """
    panels = _panels_of(WAYS[way], depth_shares)
    return (*panels[:-1], _with_cut(panels[-1])) if cut_off else panels


def fold_words(way: str, panels: int, *, cut_off: bool = False) -> tuple[str, ...]:
    """What is said below each of so many pictures of folding: the first is of the flat cloth, the
    last of how it lies; what is between is in motion."""
    more = (tr("Cut it off square there; the rest is laid out anew."),) if cut_off else ()
    steps = (*WAYS[way].steps, *more)
    if panels == 2:
        return (" ".join(steps[:2]), " ".join(steps[2:]))
    return (
        *(" ".join(steps[k : k + 1]) for k in range(panels - 1)),
        " ".join(steps[panels - 1 :]),
    )


def _with_cut(panel: Panel) -> Panel:
    """The picture with a line to cut at, right across its end."""
    points = [point for face in panel.faces for point in face.outline]
    end, high = (max(point[k] for point in points) for k in (0, 1))
    over = GAP_MM / 2
    return replace(panel, cut_at=(*panel.cut_at, ((end, -over), (end, high + over))))


def _panels_of(known: Way, depth_shares: tuple[float, ...]) -> tuple[Panel, ...]:
    usual = _ONE_SHARE if known.depths == 1 else _TWO_SHARES
    deep = depth_shares if len(depth_shares) == known.depths else usual[: known.depths]
    depths, way = tuple(share * WIDTH_MM for share in deep), known.id
    long = known.section(WIDTH_MM, LENGTH_MM, 0.0, depths)
    shares = 2 if known.takes_two else 1  # two cloths have the picture to themselves
    length = (
        LENGTH_MM * long.length_mm / long.cloth_length_mm / shares
    )  # so that the flat cloth is LENGTH_MM long
    last = known.section(WIDTH_MM, length, 0.0, depths)
    if way == "four":  # folded in half first, then end to end
        first = WAYS["lengthwise"].section(WIDTH_MM, 2 * length, 0.0, ())
        across = ((length, 0.0), (length, WIDTH_MM / 2))
        over = ((1.5 * length, WIDTH_MM / 4), (0.5 * length, WIDTH_MM / 4))
        return (_flat(first), _folded_again(first, across, over), _lying(last))
    if way == "lengthwise-twice":  # selvages to the middle, then along the middle
        first = WAYS["to-middle"].section(WIDTH_MM, length, 0.0, ())
        middle_line = ((0.0, WIDTH_MM / 4), (length, WIDTH_MM / 4))
        over = ((length / 2, 3 * WIDTH_MM / 8), (length / 2, WIDTH_MM / 8))
        return (_flat(first), _folded_again(first, middle_line, over), _lying(last))
    if way == "crosswise-twice":  # end to end, then once more
        first = WAYS["crosswise"].section(WIDTH_MM, 2 * length, 0.0, ())
        across = ((length, 0.0), (length, WIDTH_MM))
        over = ((1.5 * length, WIDTH_MM / 2), (0.5 * length, WIDTH_MM / 2))
        return (_flat(first), _folded_again(first, across, over), _lying(last))
    if known.takes_two:
        return (_side_by_side(last), _lying(last))
    if way == "open":
        return (_lying(last),)
    return (_flat(last), _lying(last))


def _folded_again(
    section: Section, fold_at: tuple[Point, Point], move: tuple[Point, Point]
) -> Panel:
    """Cloth that lies folded, with the line to fold it at once more and what moves over."""
    lying = _lying(section)
    return Panel(faces=lying.faces, folds=lying.folds, fold_at=(fold_at,), moves=(move,))


def _side_by_side(section: Section) -> Panel:
    """The two cloths of a stack, the second beside the first, before it is laid on it."""
    (zone,) = section.zones
    beside = translation(section.length_mm + GAP_MM, 0.0)
    lower, upper = zone.outline, beside.all(zone.outline)
    middle = _centre(zone.outline, Affine())
    return Panel(
        faces=tuple(Face(outline=outline, plies=1, wrong_side=False) for outline in (lower, upper)),
        moves=((beside(middle), middle),),
    )


def _flat(section: Section) -> Panel:
    """The cloth opened out, with the lines to fold or cut at and what moves onto what."""
    long = section.cloth_length_mm
    cloth: Outline = ((0.0, 0.0), (long, 0.0), (long, WIDTH_MM), (0.0, WIDTH_MM))
    fold_at: list[tuple[Point, Point]] = []
    moves: list[tuple[Point, Point]] = []
    cut_at: list[tuple[Point, Point]] = []
    for zone in section.zones:
        for fold in zone.folds:
            for lower, upper in fold.joins:
                to_flat = zone.plies[lower].map
                fold_at.append((to_flat(fold.start), to_flat(fold.end)))
                moves.append(
                    (_centre(zone.outline, zone.plies[upper].map), _centre(zone.outline, to_flat))
                )
        if not zone.folds and len(zone.plies) > 1:
            cut_at.append(((section.length_mm, 0.0), (section.length_mm, WIDTH_MM)))
            below, above = (_centre(zone.outline, ply.map) for ply in zone.plies)
            moves.append((above, below))
    face = Face(outline=cloth, plies=1, wrong_side=False)
    return Panel(faces=(face,), fold_at=tuple(fold_at), cut_at=tuple(cut_at), moves=tuple(moves))


def _centre(outline: Outline, by: Affine) -> Point:
    points = by.all(outline)
    return (sum(x for x, _ in points) / len(points), sum(y for _, y in points) / len(points))


def _lying(section: Section) -> Panel:
    """The cloth as it lies on the table: the uppermost ply is seen, its wrong side when it was
    turned over."""
    faces = tuple(
        Face(
            outline=zone.outline,
            plies=len(zone.plies),
            wrong_side=zone.plies[zone.from_table_up[-1]].map.determinant < 0,
        )
        for zone in section.zones
    )
    folds = tuple((fold.start, fold.end) for zone in section.zones for fold in zone.folds)
    return Panel(faces=faces, folds=folds)
