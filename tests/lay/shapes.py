"""Pieces and jobs for tests."""

import math

ELL = [[0, 0], [300, 0], [300, 100], [100, 100], [100, 200], [0, 200]]
HALF = [[0, 0], [600, 0], [600, 240], [0, 260]]
WEDGE = [[0, 0], [300, 0], [250, 180]]
BOX = [[0, 0], [200, 0], [200, 120], [0, 120]]


def piece(id, outline, copies=1, *, cloth="main", fold=None, pair=False, mirror=False, **more):
    """A piece record with one cut."""
    cut = {"cloth": cloth, "copies": copies, "pair": pair, "mirror": mirror}
    if fold is not None:
        cut["fold_edge_mm"] = fold
    return {"id": id, "cut_line_mm": outline, "cuts": [cut], **more}


def job(*pieces, width=1400, print_="any", **cloth):
    """A job record of plain pieces on one cloth."""
    return {
        "format": "wickel-job",
        "version": 1,
        "cloths": [{"id": "main", "usable_width_mm": width, "print": print_, **cloth}],
        "pieces": list(pieces),
    }


def four_kinds(**cloth):
    """An on-fold piece, an L-shaped single, a pair, and a piece of its own mirror image."""
    return job(
        piece("front", HALF, fold=[[0, 0], [600, 0]]),
        piece("ell", ELL),
        piece("sleeve", WEDGE, 2, pair=True),
        piece("patch", BOX, 3, symmetric=True),
        **cloth,
    )


def ring(count, long=800, wide=300, rough=0.0):
    """An ellipse of so many corners, every second one standing out by ``rough``."""
    turns = [2 * math.pi * k / count for k in range(count)]
    return [
        [
            round((long + rough * (k % 2)) * math.cos(t), 4),
            round((wide + rough * (k % 2)) * math.sin(t), 4),
        ]
        for k, t in enumerate(turns)
    ]
