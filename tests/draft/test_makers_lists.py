"""Drafts given as a maker's list of figures, worked out here by hand in a maker's arithmetic: they
come out within half a millimetre at every named point, from the job's file."""

import math

import pytest

from wickel.body import size_body
from wickel.cloth import Cloth
from wickel.draft import DraftRefused
from wickel.files import job_of, job_record
from wickel.geometry import length
from wickel.job import Card, Garment, Job, drafted
from wickel.job.figures import read_settings
from wickel.job.work import cut_pieces
from wickel.pattern import cut_line, edge_length, net_line

BODY = size_body("92")
# bust 920, waist 740, hip 990, shoulder 398, bust span 188; neck to knee 1010, to bust 272, to
# under bust 346, to waist 440; nape to waist 412; waist to hip 205, to knee 590, to ankle 955;
# body rise 268

LISTS = {
    "box dress, quarters without ease, level shoulder": (
        "box-dress",
        ("side.across=bust/4", "shoulder.slope=0 cm", "sleeve.long=26 cm", "hem.across=25 cm"),
        {
            # a level shoulder: neck, shoulder point and sleeve end on the start line; 199 + 260
            ("front", "shoulder at neck"): (0, 78),
            ("front", "shoulder point"): (0, 199),
            ("front", "sleeve end, top"): (0, 459),
            # half of upper arm and room (288 + 110) / 2 = 199, straight down
            ("front", "sleeve end, under"): (199, 459),
            # 920 / 4; the corner at 199, 8 cm of curve below it
            ("front", "underarm"): (279, 230),
            ("back", "underarm"): (279, 230),
            ("front", "hem at the side"): (970, 250),
        },
    ),
    "box dress, side hem raised by 3 cm, front longer": (
        "box-dress",
        ("hem.rise=3 cm", "hem.down.front=1 m", "hem.down.back=98 cm"),
        {
            ("front", "hem at the centre"): (1000, 0),
            ("front", "hem at the side"): (970, 277.5),
            ("back", "hem at the centre"): (980, 0),
            ("back", "hem at the side"): (950, 277.5),
        },
    ),
    "box dress, wide neck cut from the true neck point": (
        "box-dress",
        ("neck.across=11 cm", "neck.true=7.5 cm", "shoulder.slope=4 cm", "neck.down.front=14 cm"),
        {
            # on the line from (0, 75) to (40, 199): 40 · (110 − 75) / (199 − 75) = 11.29
            ("front", "shoulder at neck"): (11.29, 110),
            ("back", "shoulder at neck"): (11.29, 110),
            ("front", "neck centre"): (140, 0),
            ("back", "neck centre"): (22, 0),
        },
    ),
    "box dress, two slopes, front narrower than the back": (
        "box-dress",
        (
            "shoulder.slope.front=3.5 cm",
            "shoulder.slope.back=2 cm",
            "side.across.front=27 cm",
            "side.across.back=29 cm",
            "hem.across=30 cm",
        ),
        {
            ("front", "shoulder point"): (35, 199),
            ("back", "shoulder point"): (20, 199),
            ("front", "hem at the side"): (970, 300),
            ("back", "hem at the side"): (970, 300),
        },
    ),
    "pencil skirt in inches, a dart of 2 in in front": (
        "pencil-skirt",
        (
            "waist.across=7 1/4 in",
            "dart.wide.front=2 in",
            "dart.wide.back=1 1/2 in",
            "waist.dip=0 in",
            "hip.across.front=10 in",
            "hip.across.back=10 1/2 in",
            "hip.down=8 in",
            "hem.down=24 in",
            "hem.across=9 1/2 in",
        ),
        {
            # without a dip the waist is level: 7 1/4 + 2 = 9 1/4 in and 7 1/4 + 1 1/2 = 8 3/4 in
            ("front", "side waist"): (0, 234.95),
            ("back", "side waist"): (0, 222.25),
            ("front", "hip"): (203.2, 254),
            ("back", "hip"): (203.2, 266.7),
            ("back", "hem at the side"): (609.6, 241.3),
            # 4 · 7 1/4 in and 3 cm of overlap
            ("waistband", "along"): (4 * 184.15 + 30, 0),
        },
    ),
    "bodice, dart of 5 cm up to the bust line": (
        "bodice",
        (
            "dart.wide.front=5 cm",
            "dart.top.front=bust_down",
            "waist.across.front=waist/4",
            "bust.across.front=9.5 cm",
            "chest.down=21 cm",
            "hem.across.front=26 cm",
        ),
        {
            ("front", "underarm"): (210, 245),
            # a quarter of 740 and the dart
            ("front", "side waist"): (434, 235),
            ("front", "hem at the side"): (604, 260),
        },
    ),
    "bodice, two slopes and front waist length given": (
        "bodice",
        (
            "shoulder.slope.front=4.5 cm",
            "shoulder.slope.back=3 cm",
            "waist.centre.front=45 cm",
            "waist.side_drop=0 cm",
            "neck.across.back=7.6 cm",
        ),
        {
            ("front", "shoulder point"): (45, 199),
            ("back", "shoulder point"): (30, 199),
            ("front", "centre waist"): (450, 0),
            ("back", "centre waist"): (434, 0),
            ("back", "shoulder at neck"): (0, 76),
            ("front", "hem at the centre"): (620, 0),
        },
    ),
    "knit top without ease": (
        "knit-top",
        ("chest.across=bust/4", "waist.across=bust/4", "hem.across=24 cm", "hem.down=20 cm"),
        {
            ("front", "underarm"): (212.5, 230),
            ("front", "side waist"): (434, 230),
            ("back", "hem at the side"): (634, 240),
        },
    ),
    "trousers, own crotch and crease": (
        "trousers",
        (
            "crotch.across.front=6 cm",
            "crotch.across.back=9 cm",
            "crotch.more=0 cm",
            "crotch.drop=1 cm",
            "waist.lift=3 cm",
            "crease.across=11 cm",
            "knee.across=23 cm",
            "hem.across=20 cm",
            "leg.down=1 m",
        ),
        {
            ("front", "tip of the crotch"): (268, -60),
            ("back", "tip of the crotch"): (278, -90),
            ("back", "centre waist"): (-30, 0),
            # half of 20 cm on either side of the crease at 11 cm
            ("front", "hem outside"): (1000, 210),
            ("front", "hem inside"): (1000, 10),
            ("back", "knee outside"): (590, 225),
        },
    ),
    "corset, own panels and seams": (
        "corset",
        (
            "panel.across=6.5 cm",
            "seam1.hip=1 cm",
            "point.long=0 cm",
            "hem.down=12 cm",
            "top.rise=4 cm",
        ),
        {
            ("panel-1", "waist right"): (168, 65),
            # 168 + 120 everywhere without a point; 65 and 10
            ("panel-1", "lower right"): (288, 75),
            ("panel-2", "lower left"): (288, -10),
            ("panel-1", "top left"): (-40, 0),
        },
    ),
}


def job_with(style, settings, cards=None):
    job = Job(
        cloths=(Cloth(id="a", usable_width_mm=1500.0), Cloth(id="b", usable_width_mm=900.0)),
        garments=(
            Garment(
                id="g",
                style=style,
                size="92",
                body=BODY,
                cloths={"interfacing": "b", "lining": "b"},
                cards=cards or {},
            ),
        ),
    )
    return job_of(job_record(read_settings(tuple(settings), job)), "a.wickel.json")


@pytest.mark.parametrize("name", LISTS)
def test_a_makers_list_comes_out_at_every_named_point(name):
    style, settings, points = LISTS[name]
    pattern = drafted(job_with(style, settings).garments[0]).pattern
    for (piece, point), (down, across) in points.items():
        at = next(p for p in pattern.piece(piece).points if p.name == point)
        assert (at.down_mm, at.across_mm) == pytest.approx((down, across), abs=0.5), (piece, point)


def test_a_dart_of_five_centimetres_to_the_bust_line_takes_just_that():
    style, settings, _ = LISTS["bodice, dart of 5 cm up to the bust line"]
    front = drafted(job_with(style, settings).garments[0]).pattern.piece("front")
    dart = next(mark for mark in front.inner_lines if mark.name == "waist dart")
    top, left, _, right = (segment.start for segment in dart.path)
    assert top == pytest.approx((272, 95))
    assert math.dist(left, right) == pytest.approx(50)


def test_the_pencil_skirt_in_inches_is_as_wide_at_the_waist_as_was_typed():
    style, settings, _ = LISTS["pencil skirt in inches, a dart of 2 in in front"]
    pattern = drafted(job_with(style, settings).garments[0]).pattern
    for id, dart in (("front", 50.8), ("back", 38.1)):
        assert edge_length(pattern.piece(id), "waist") - dart == pytest.approx(184.15, abs=0.01)


def test_four_different_allowances_on_one_piece():
    mm = {"side": 38.0, "hem": 60.0, "shoulder": 12.0, "neck": 6.0}
    job = job_with("box-dress", (), {"front": Card(allowances_mm=mm)})
    front = drafted(job.garments[0]).pattern.piece("front")
    assert {edge.name: edge.allowance_mm for edge in front.edges if edge.name in mm} == mm
    cut, net = cut_line(front), net_line(front)
    low = max(x for x, _ in cut)
    assert low - max(x for x, _ in net) == pytest.approx(60)
    beside = max(y for x, y in cut if x > low - 1)
    assert beside - 277.5 == pytest.approx(38, abs=0.1)
    # the neck's lowest point at the centre is cut 6 mm higher
    assert min(x for x, y in cut if abs(y) < 0.5) == pytest.approx(85 - 6, abs=0.2)


def test_what_is_chalked_is_the_cut_figure_less_what_is_turned_in():
    # 2 3/8 in is chalked for a drop of 3 in, because 5/8 in is turned in
    card = {"front": Card(allowances_mm={"neck": 5 / 8 * 25.4})}
    job = job_with("box-dress", ("neck.down.front=3 in",), card)
    cut = cut_line(drafted(job.garments[0]).pattern.piece("front"))
    assert min(x for x, y in cut if abs(y) < 0.5) == pytest.approx(2.375 * 25.4, abs=0.2)


def test_a_cut_figure_is_typed_as_it_is_chalked():
    # the same drop: 2 3/8 in on the cut line is 3 in on the net line, with 5/8 in turned in
    card = {"front": Card(allowances_mm={"neck": 5 / 8 * 25.4})}
    job = job_with("box-dress", ("neck.down.front=2 3/8 in cut",), card)
    done = drafted(job.garments[0]).pattern
    assert done.figure("neck.down.front") == pytest.approx(3 * 25.4)
    cut = cut_line(done.piece("front"))
    assert min(x for x, y in cut if abs(y) < 0.5) == pytest.approx(2.375 * 25.4, abs=0.2)
    # the side and the hem are chalked further out than they are sewn: 1 cm and 3 cm are left there
    job = job_with("box-dress", ("side.across=30 cm cut", "hem.down=1 m cut"), {})
    done = drafted(job.garments[0]).pattern
    assert done.figure("side.across.back") == done.figure("side.across.front") == 290.0
    assert done.figure("hem.down.back") == 970.0
    for id in ("front", "back"):
        cut = cut_line(done.piece(id))
        assert max(x for x, _ in cut) == pytest.approx(1000.0, abs=0.1)
        assert max(y for x, y in cut if x > 950) == pytest.approx(300.0, abs=0.1)


def test_what_ends_at_no_edge_has_no_cut_figure():
    job = job_with("box-dress", ("shoulder.slope=2 cm cut",), {})
    with pytest.raises(DraftRefused, match="ends at no edge whose allowance is known"):
        drafted(job.garments[0])


def test_every_list_gives_pieces_that_can_be_cut():
    for style, settings, _ in LISTS.values():
        job = job_with(style, settings)
        assert all(
            length(edge.path) > 0
            for p in drafted(job.garments[0]).pattern.pieces
            for edge in p.edges
        )
        assert cut_pieces(job)
