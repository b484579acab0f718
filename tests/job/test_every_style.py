"""Every style on a plain, a one-way and a checked cloth: two ways at the least without a broken
rule, or why not."""

from dataclasses import replace

import pytest

from tests.often import usual
from wickel.body import CHARTS, size_body
from wickel.draft import STYLES
from wickel.job import Garment, Job, JobRefused, asked_by, cut_pieces, drafted, layable
from wickel.lay import LayRefused, Search, make_lay
from wickel.studio import shelf_cloth

WAYS = ("open", "lengthwise", "turned", "partial")
CLOTHS = ("moss-linen", "barge-cord", "lee-check")


def middle_size(style):
    charts = [CHARTS[id] for id in style.charts if id in CHARTS] or list(CHARTS.values())
    sizes = list(charts[0].sizes)
    return sizes[len(sizes) // 2]


def complete(pieces, cloth, way):
    try:
        return make_lay(pieces, cloth, way, search=Search(effort=1)).complete
    except LayRefused:
        return False


def asked_job(style, cloth_id):
    cloth = replace(shelf_cloth(cloth_id), id="main")
    cloths = dict.fromkeys(("interfacing", "lining", "contrast"), "main")
    garment = Garment(
        id="d", style=style, body=size_body(middle_size(STYLES[style])), cloths=cloths
    )
    return Job(cloths=(cloth,), garments=(garment,))


@pytest.mark.parametrize("cloth_id", CLOTHS)
@pytest.mark.parametrize("style", usual(STYLES, tuple(STYLES)[::5]))
def test_two_ways_at_least_break_no_rule(style, cloth_id):
    a_job = asked_job(style, cloth_id)
    if style == "handkerchief-dress":  # its panels are squares wider than most cloths
        a_job = replace(a_job, cloths=(replace(a_job.cloths[0], usable_width_mm=1500),))
    pieces, (cloth,), (garment,) = cut_pieces(a_job), a_job.cloths, a_job.garments
    shaped = style not in ("circle-skirt", "corset", "small-things")
    if cloth_id == "lee-check":
        assert bool(asked_by(garment, drafted(garment).pattern, a_job).seams) == shaped
    held = 0
    for way in WAYS:
        held += complete(pieces, cloth, way)
        if held == 2:
            return
    pytest.fail(f"only {held} way without a broken rule")


def test_squares_wider_than_the_cloth_are_refused_with_what_is_missing():
    a_job = asked_job("handkerchief-dress", "lee-check")
    pieces = cut_pieces(a_job)
    with pytest.raises(
        JobRefused, match=r"Front is 141.7 cm across, 2.7 cm more than the 139 cm of Lee check"
    ):
        layable(pieces, a_job)
