"""A second judge of the print: reads a lay file's record, and fits the pieces onto the outlines on
the flat cloth.

It shares nothing with how places were found: no ply maps, no lattices, no turns; only the outlines
as they will be cut, the points that are to meet in the frame of each piece, and the repeat.
"""

import math

from scipy.spatial import cKDTree
from shapely.geometry import LineString, Polygon, box

NEAR_MM = 0.02


def fits(cut_line, outline):
    """The maps of a piece onto a copy of it on the cloth: every way its corners fall on the copy's;
    for a whole made of two halves there are two."""
    tree, whole = cKDTree(outline), Polygon(outline).buffer(NEAR_MM)
    anchor = max(
        range(len(cut_line)), key=lambda k: abs(cut_line[k][1])
    )  # never an end of a fold, which may vanish
    found = []
    for quarter in range(4):
        c, s = (1, 0, -1, 0)[quarter], (0, 1, 0, -1)[quarter]
        for hand in (1, -1):
            turned = [(c * x - s * hand * y, s * x + c * hand * y) for x, y in cut_line]
            for ax, ay in outline:
                dx, dy = ax - turned[anchor][0], ay - turned[anchor][1]
                moved = [(x + dx, y + dy) for x, y in turned]
                missed = (tree.query(moved)[0] > NEAR_MM).sum()
                if missed <= len(cut_line) // 8 + 1 and whole.covers(LineString(moved)):
                    found.append((c, s, hand, dx, dy))
    return found


def at(fit, point):
    c, s, hand, dx, dy = fit
    x, y = point
    return (c * x - s * hand * y + dx, s * x + c * hand * y + dy)


def _images(record, pieces):
    for placement in record["placements"]:
        piece = pieces[placement["piece"]]
        for outline in placement["unfolded_mm"]:
            maps = fits(piece.cut_line, outline)
            assert maps, f"{piece.id} is not to be found on the cloth"
            yield piece, outline, maps


def _off(value, repeat):
    return abs(value - round(value / repeat) * repeat)


def worst_level(record, pieces, along_mm):
    """The worst step, in mm along, at any seam that is to meet, as it is worn: pieces with their
    heads down are turned round first."""
    levels = {}
    for piece, _, maps in _images(record, pieces):
        for fit in maps[:2]:
            down = at(fit, (1, 0))[0] < at(fit, (0, 0))[0]  # the grain arrow runs from head to hem
            for mark in piece.on_print.marks:
                x = at(fit, mark.at)[0]
                levels.setdefault(mark.seam, []).append(-x if down else x)
    assert levels
    return max(_off(x - other, along_mm) for xs in levels.values() for x in xs for other in xs)


def worst_middle(record, pieces, across_mm, centre_y=0.0):
    """The worst distance across of a point that is to lie on the middle of a stripe, or of a
    motif."""
    offs = [
        _off(at(fit, piece.on_print.centre)[1] - centre_y, across_mm)
        for piece, _, maps in _images(record, pieces)
        if piece.on_print.centre is not None
        for fit in maps
    ]
    assert offs
    return max(offs)


def worst_motif(record, pieces, design):
    """The worst distance of a point from the middle of a motif, and how much of such a motif is cut
    away, in mm²."""
    worst, lost, repeat, motif = 0.0, 0.0, design.repeat, design.motif
    for piece, outline, maps in _images(record, pieces):
        if piece.on_print.centre is None:
            continue
        x, y = at(maps[0], piece.on_print.centre)
        dx, dy = x - motif.x_mm, y - motif.y_mm
        mx = motif.x_mm + round(dx / repeat.along_mm) * repeat.along_mm
        my = motif.y_mm + round(dy / repeat.across_mm) * repeat.across_mm
        worst = max(worst, math.hypot(x - mx, y - my))
        half_long, half_wide = motif.length_mm / 2, motif.width_mm / 2
        there = box(mx - half_long, my - half_wide, mx + half_long, my + half_wide)
        lost = max(lost, there.difference(Polygon(outline)).area)
    return worst, lost


def border_faults(record, pieces, bands):
    """How far hems leave every band across, and by how much their depths in it differ, in mm."""
    out, depths = 0.0, []
    for piece, _, maps in _images(record, pieces):
        if not piece.on_print.border_edge:
            continue
        ys = [at(fit, point)[1] for fit in maps for point in piece.on_print.border_edge]
        over, depth = min(
            (
                max(low - min(ys), max(ys) - high, 0.0),
                min(ys) - low if outer == low else high - max(ys),
            )
            for low, high, outer in bands
        )
        out = max(out, over)
        depths.append(depth)
    assert depths
    return out, max(depths) - min(depths)
