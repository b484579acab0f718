"""Random jobs: pieces of all kinds on cloths with everything that a cloth may have, for every way
to spread."""

import math

import numpy as np

WAYS = (
    "open",
    "lengthwise",
    "partial",
    "to-middle",
    "crosswise",
    "turned",
    "four",
    "two-folds",
    "lengthwise-twice",
    "crosswise-twice",
    "two-folds:200,150",
    "lengthwise-twice+open",
    "lengthwise+open",
    "open+crosswise",
    "turned+lengthwise",
    "four+open",
    "to-middle+partial",
    "partial:300",
    "best",
    "diagonal",
    "diagonal+open",
    "diagonal+diagonal+lengthwise",
    "partial+partial",
)


def _blob(rng, long, wide):
    """A star-shaped outline of up to thirty corners in about that box."""
    corners = int(rng.integers(4, 30))
    turns = np.sort(rng.uniform(0, 2 * math.pi, corners))
    reach = rng.uniform(0.6, 1.0, corners)
    points = np.column_stack((long / 2 * np.cos(turns) * reach, wide / 2 * np.sin(turns) * reach))
    return (
        points
        if _around(turns)
        else np.array([[0, 0], [long, 0], [long * 0.8, wide], [0, wide * 0.9]])
    )


def _around(turns):
    """Whether no step between two corners goes halfway round, so that the outline is simple."""
    return np.diff(np.append(turns, turns[0] + 2 * math.pi)).max() < math.pi * 0.9


def _half(rng, long, wide):
    """A half with its fold edge along the grain: the fold is its first edge."""
    upper = [
        [long, wide * rng.uniform(0.4, 1.0)],
        [long * rng.uniform(0.4, 0.9), wide],
        [0, wide * rng.uniform(0.5, 1)],
    ]
    return np.array([[0, 0], [long, 0], *upper], dtype=float)


def _piece(rng, k, cloths, print_):
    long, wide = rng.uniform(60, 600), rng.uniform(40, 300)
    on_fold = rng.random() < 0.3
    points = _half(rng, long, wide) if on_fold else _blob(rng, long, wide)
    symmetric = rng.random() < 0.15 and not on_fold
    if symmetric:
        points = np.array([[0, 0], [long, 0], [long, wide], [0, wide]], dtype=float)
    grain = 0.0
    if on_fold and rng.random() < 0.25:
        grain = 45.0  # its middle on the bias: for a slanting fold
    elif rng.random() < 0.4:
        grain = float(rng.choice([30.0, 90.0, 180.0, 230.0]))
        c, s = math.cos(math.radians(grain)), math.sin(math.radians(grain))
        points = points @ np.array([[c, s], [-s, c]])
    pair = bool(not on_fold and rng.random() < 0.5)
    cut = {
        "cloth": str(rng.choice(cloths)),
        "copies": int(rng.integers(1, 3)) * (2 if pair else 1),
        "pair": pair,
    }
    if on_fold:
        cut["fold_edge_mm"] = points[:2].tolist()
    elif rng.random() < 0.2:
        cut["mirror"] = True
    piece = {"id": f"p{k}", "cut_line_mm": points.tolist(), "grain_deg": grain, "cuts": [cut]}
    if symmetric:
        piece["symmetric"] = True  # for the judge: left and right are alike
    if not on_fold and rng.random() < 0.25:
        turns = {
            "straight": [0, 180],
            "cross": [90, 270],
            "bias": [0, 90, 180, 270],
            "none": [0, 90],
        }
        piece["grain"] = str(rng.choice([*turns] if print_ == "any" else ["straight"]))
        if rng.random() < 0.5:
            piece["turns_deg"] = [int(rng.choice(turns[piece["grain"]]))]
        if print_ == "one-way":
            piece.pop("turns_deg", None)
    return piece


def _cloth(rng, id, print_):
    cloth = {"id": id, "usable_width_mm": float(rng.choice([1100, 1400, 1500])), "print": print_}
    if rng.random() < 0.3:
        cloth["reserve_mm"] = 5.0
    if rng.random() < 0.2:
        cloth |= {"shrink_along": 0.04, "shrink_across": 0.03}
    if rng.random() < 0.2:
        cloth["margin_mm"] = 4.0
    if rng.random() < 0.3:
        cloth["flaws"] = [
            {
                "x_mm": float(rng.uniform(0, 900)),
                "length_mm": 15.0,
                "y_mm": float(rng.uniform(0, 900)),
                "width_mm": 30.0,
            }
            for _ in range(int(rng.integers(1, 4)))
        ]
    return cloth


def random_job(seed):
    """A job record and a way to lay it."""
    rng = np.random.default_rng(seed)
    print_ = str(rng.choice(["any", "two-way", "per-garment", "one-way"]))
    cloths = [_cloth(rng, id, print_) for id in ("main", "lining")[: int(rng.integers(1, 3))]]
    ids = [cloth["id"] for cloth in cloths]
    pieces = [_piece(rng, k, ids, print_) for k in range(int(rng.integers(1, 9)))]
    again = np.random.default_rng([seed, 1])
    for cut in (cut for piece in pieces for cut in piece["cuts"]):
        if cut["copies"] > 1 and again.random() < 0.3:  # of some, a copy is cut already
            cut["cut"] = 1
    record = {
        "format": "wickel-job",
        "version": 1,
        "name": f"random {seed}",
        "cloths": cloths,
        "pieces": pieces,
    }
    return record, str(rng.choice(WAYS))
