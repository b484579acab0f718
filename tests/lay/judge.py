"""A judge of lay files that shares nothing with the program: it reads the job and the lay as JSON.

Everything is worked out anew from docs/formats.md: where a placed piece lies, its copies on the
flat cloth, their hand and direction, how many there are, and that none overlap or leave the cloth.
"""

import math

import numpy as np
from shapely.geometry import Polygon, box

TOLERANCE_MM = 1e-3


def judged(job, lay_file):
    """Every fault found, as sentences; an empty list is a good lay."""
    faults = []
    pieces = {p.get("id") or p["name"]: p for p in job["pieces"]}
    cloths = {c["id"]: c for c in job["cloths"]}
    for lay in lay_file["lays"]:
        faults += _judge_lay(lay, pieces, cloths[lay["cloth"]])
    return faults


def _judge_lay(lay, pieces, cloth):
    faults, flat, counts = [], [], {}
    width = cloth["usable_width_mm"] * (1 - cloth.get("shrink_across", 0))
    length = sum(s["cloth_length_mm"] for s in lay["sections"])
    # lengths are written to a millionth of a millimetre, each rounded by itself
    if abs(length - lay["lay_length_mm"]) > 1e-6 * len(lay["sections"]):
        faults.append("the sections do not add up to the lay")
    copies_area = 0.0
    for placed in lay["placements"]:
        piece = pieces[placed["piece"]]
        cut = next(c for c in piece["cuts"] if c["cloth"] == lay["cloth"])
        zone = lay["sections"][placed["section"]]["zones"][placed["zone"]]
        outline = np.array(placed["cut_line_mm"])
        folds = cut.get("fold_edges_mm") or (
            [cut["fold_edge_mm"]] if cut.get("fold_edge_mm") else []
        )
        shape = np.array(piece["cut_line_mm"], dtype=float)
        whole = _unfolded(shape, folds[0]) if folds else Polygon(shape)
        turn, mirrored = placed["turn_deg"], placed["mirrored"]
        if not folds and len(outline) == len(shape):
            wanted = _posed(shape, piece.get("grain_deg", 0), turn, mirrored)
            shift = outline - wanted
            if np.ptp(shift, axis=0).max() > TOLERANCE_MM:
                faults.append(f"{placed['id']}: the outline is not the piece in that turn")
        if placed["on_fold"]:
            ends = _posed(
                np.array(folds[0], dtype=float), piece.get("grain_deg", 0), turn, mirrored
            )
            drawn = _posed(shape, piece.get("grain_deg", 0), turn, mirrored)
            ends = ends + outline.mean(axis=0) - drawn.mean(axis=0)
            if (
                placed["fold"] == "diagonal"
            ):  # from (width, 0) to (0, width), from the start of the section
                off = np.abs(ends.sum(axis=1) - min(x for x, _ in zone["outline_mm"]) - width).max()
            else:
                level = 0.0 if placed["fold"] == "low" else max(y for _, y in zone["outline_mm"])
                off = np.abs(ends[:, 1] - level).max()
            if off > 0.01 or placed["fold"] not in zone["fold_edges"]:
                faults.append(f"{placed['id']}: its fold edge is not on the fold")
        images, hands = [], []
        for number, ply in enumerate(placed["cut_plies"]):
            matrix = np.array(zone["plies"][ply]["map"])
            images.append(Polygon(outline @ matrix[:, :2].T + matrix[:, 2]))
            hands.append(int(np.sign(np.linalg.det(matrix[:, :2]))) * (-1 if mirrored else 1))
            if placed["on_fold"] and number % 2:
                continue  # the other half of one copy, whose direction is that of its first half
            arrow = matrix[:, :2] @ [math.cos(math.radians(turn)), math.sin(math.radians(turn))]
            lies = math.degrees(math.atan2(arrow[1], arrow[0]))
            faults += _direction(placed, piece, cloth, lies)
            allowed = piece.get("turns_deg")
            if allowed is not None and not any(
                abs((lies - t + 180) % 360 - 180) < 1e-6 for t in allowed
            ):
                faults.append(f"{placed['id']}: turned on the cloth as it may not be")
        if placed["on_fold"]:
            images = [
                one.union(other, grid_size=1e-6)
                for one, other in zip(images[::2], images[1::2], strict=True)
            ]
            hands = [0] * len(images)
        for image, stated in zip(images, placed["unfolded_mm"], strict=True):
            stated = Polygon(stated)
            if image.symmetric_difference(stated).area > 0.05:
                faults.append(f"{placed['id']}: the unfolded outline is not the plies' image")
            if abs(stated.area - whole.area) > max(0.05, 1e-5 * whole.area):
                faults.append(f"{placed['id']}: a copy has another area than the piece")
            x0, y0, x1, y1 = stated.bounds
            if (
                x0 < -TOLERANCE_MM
                or y0 < -TOLERANCE_MM
                or x1 > length + TOLERANCE_MM
                or y1 > width + TOLERANCE_MM
            ):
                faults.append(f"{placed['id']}: off the cloth")
            flat.append((placed["id"], stated))
            if any(stated.intersection(spot).area > 0.05 for spot in _spoilt(cloth, width)):
                faults.append(f"{placed['id']}: over a spoilt place")
            holes = sum(Polygon(hole).area for hole in piece.get("holes_mm", ()))
            copies_area += stated.area - holes * 2 ** len(folds)
        if placed["yields"] != len(images):
            faults.append(f"{placed['id']}: yields {placed['yields']}, not {len(images)}")
        counts.setdefault(placed["piece"], []).extend(hands)
    for a in range(len(flat)):
        for b in range(a):
            if flat[a][1].intersection(flat[b][1], grid_size=1e-6).area > 0.01:
                faults.append(f"{flat[a][0]} and {flat[b][0]} overlap")
    for id, piece in pieces.items():
        for cut in piece["cuts"]:
            if cut["cloth"] == lay["cloth"]:
                faults += _count(id, piece, cut, counts.get(id, []))
    share = copies_area / (width * length)
    if abs(share - lay["used_share"]) > 1e-4:
        faults.append("the used share is wrong")
    squaring = cloth.get("squaring_mm", 25)
    need = (length + 2 * squaring) / (1 - cloth.get("shrink_along", 0))
    step = cloth.get("step_mm", 100)
    if (
        abs(need - lay["need_mm"]) > 1e-3
        or abs(lay["buy_mm"] - step * math.ceil((need - 0.01) / step)) > 1e-3
    ):
        faults.append("needed or bought length is wrong")
    return faults


def _spoilt(cloth, width):
    """What nothing may be cut from, on the cloth as it lies after shrinking: flaws, and what a
    remnant lacks."""
    along, across = 1 - cloth.get("shrink_along", 0), 1 - cloth.get("shrink_across", 0)
    for flaw in cloth.get("flaws", []):
        low, high = flaw.get("y_mm", 0) * across, width
        if flaw.get("width_mm") is not None:
            high = low + flaw["width_mm"] * across
        yield box(flaw["x_mm"] * along, low, (flaw["x_mm"] + flaw["length_mm"]) * along, high)
    if cloth.get("remnant"):
        yield box(-1e6, -1e6, 1e6, 1e6).difference(
            Polygon([(x * along, y * across) for x, y in cloth["remnant"]])
        )


def _posed(points, grain, turn, mirrored):
    """R(turn) · M · R(−grain) · p, with plain matrices."""

    def rotation(deg):
        c, s = math.cos(math.radians(deg)), math.sin(math.radians(deg))
        return np.array([[c, -s], [s, c]])

    mirror = np.diag([1, -1 if mirrored else 1])
    return points @ (rotation(turn) @ mirror @ rotation(-grain)).T


def _unfolded(shape, fold):
    (ax, ay), (bx, by) = fold
    size = math.hypot(bx - ax, by - ay)
    u = np.array([(bx - ax) / size, (by - ay) / size])
    off = shape - [ax, ay]
    along = off @ u
    mirrored = 2 * np.outer(along, u) - off + [ax, ay]
    return Polygon(shape).union(Polygon(mirrored).buffer(1e-7)).buffer(0)


def _direction(placed, piece, cloth, deg):
    way = cloth.get("print") or "one-way"
    grain = piece.get("grain", "straight")
    period, target = {"straight": (180, 0), "cross": (180, 90), "bias": (90, 0), "none": (1e-9, 0)}[
        grain
    ]
    tilted = (deg - target + period / 2) % period - period / 2
    off = abs(tilted)
    tilt = piece.get("tilt_deg", 0)
    faults = [f"{placed['id']}: off grain by {off}"] if off > tilt + 1e-6 else []
    if 1e-6 < off <= tilt + 1e-6:
        deg -= tilted  # the print is as far off as the grain, and no farther
    period = {"any": 1e-9, "two-way": 180, "per-garment": 180, "one-way": 360}[way]
    off = abs((deg + period / 2) % period - period / 2)
    return faults + ([f"{placed['id']}: against the print"] if off > 1e-6 else [])


def _count(id, piece, cut, hands):
    left = cut["copies"] - cut.get("cut", 0)
    if len(hands) != left:
        return [f"{id}: {len(hands)} copies, {left} wanted"]
    if cut.get("fold_edge_mm") or cut.get("fold_edges_mm"):
        return []
    if cut.get("pair"):
        # of a pair of which one is cut, the first as drawn, the other is left
        return [] if hands.count(1) == left // 2 else [f"{id}: not in pairs"]
    if cut.get("mirror") or piece.get("symmetric"):
        return []
    return [f"{id}: a mirrored copy"] if -1 in hands else []
