"""Names stand in any outline, however it touches or crosses itself."""

import numpy as np
import pytest

from wickel.drawing.names import grain_size, inside_point, name_room


def outlines(rng):
    """Outlines of four kinds: any, on a coarse grid so that they touch, flat, out and back."""
    count = int(rng.integers(3, 12))
    points = rng.uniform(0, 500, (count, 2))
    yield points
    yield np.round(points / 100) * 100
    yield np.column_stack((points[:, 0], np.zeros(count)))
    yield np.concatenate((points, points[::-1] + 1e-5))


@pytest.mark.parametrize("seed", range(40))
def test_a_name_finds_a_place_in_any_outline_and_never_raises(seed):
    rng = np.random.default_rng(seed)
    for points in outlines(rng):
        outline = tuple(map(tuple, points.tolist()))
        beside = (tuple(map(tuple, rng.uniform(0, 500, (4, 2)).tolist())),)
        low, high = points.min(axis=0) - 2, points.max(axis=0) + 2
        room, _ = name_room(outline, beside=beside)
        assert (low <= (room.min_x, room.min_y)).all() or room.width == 0
        x, y = inside_point(outline)
        assert (low <= (x, y)).all()
        assert ((x, y) <= high).all()
        assert grain_size(outline, 30.0) >= 0
