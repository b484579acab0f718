"""Garments put together from parts: what goes together, which pieces come out, what is measured."""

import math
from itertools import combinations

import pytest
from shapely.geometry import Polygon

from tests.draft.test_all_styles import refusal_key, reviewed
from tests.often import usually
from wickel.body import CHARTS
from wickel.draft import STYLES, Allowances, DraftRefused, asked, draft, is_asked, tape_checks
from wickel.draft.builder import PARTS, Part, Slot
from wickel.draft.builder.garment import every_part, made_to_fit
from wickel.draft.builder.making import lower_edge_mm
from wickel.draft.ledger import Length
from wickel.draft.notions import notions
from wickel.geometry import area, simple_outline
from wickel.job import cut_pieces
from wickel.job.named import NAMED, choice_words
from wickel.lay import Search, make_lay
from wickel.pattern import EdgeKind, cut_line, edge_length, sewn_length
from wickel.studio import new_order

STYLE = STYLES["from-parts"]
BODY = CHARTS["women"].body("96")


def drafted(body=BODY, **chosen):
    return draft(STYLE, body, chosen, Allowances())


def drafted_or_refused(body, chosen):
    try:
        return drafted(body, **chosen), None
    except DraftRefused as refusal:
        return None, refusal


def made_of(pattern):
    """The pieces as a cutter counts them: how many, and *f* where on the fold, *p* in pairs."""
    return {
        piece.id: "".join(
            f"{cut.copies}{'f' if cut.on_fold else ''}{'p' if cut.pair else ''}"
            for cut in piece.cuts
            if cut.material == "main"
        )
        for piece in pattern.pieces
    }


# each described in words, with the pieces a cutter would expect
GARMENTS = {
    "a dress with short sleeves, half a circle below, closed behind": (
        {},
        {
            "front": "1f", "back": "2p", "sleeve": "2p", "skirt-front": "1f", "skirt-back": "2p",
            "front-facing": "1f", "back-facing": "2p", "pocket": "4p",
        },
    ),
    "a shirt dress: buttons in front, shirt collar, cuffs, gathered skirt, belt": (
        {
            "closing": "front", "collar": "shirt", "sleeve": "cuffed", "lower": "gathered",
            "belt": "tied",
        },
        {
            "front": "2p", "back": "1f", "sleeve": "2p", "cuff": "2", "front-facing": "2p",
            "collar-stand": "2f", "collar": "2f", "skirt-front": "2p", "skirt-back": "1f",
            "skirt-front-facing": "2p", "pocket": "4p", "belt": "1",
        },
    ),
    "a sleeveless bodice in panels from the shoulder, all bound, eight flared panels": (
        {
            "shape": "shoulder", "sleeve": "none", "edges": "bound", "lower": "panels-8",
            "pockets": "none",
        },
        {
            "front-centre": "1f", "front-side": "2p", "back-centre": "2p", "back-side": "2p",
            "skirt-panel": "8", "neck-binding": "1", "armhole-binding": "2",
        },
    ),
    "a plain tunic pulled on through a slit neck, long sleeves, patch pockets": (
        {
            "shape": "plain", "neck": "slit", "closing": "none", "lower": "in-one",
            "sleeve": "long", "pockets": "patch",
        },
        {
            "front": "1f", "back": "1f", "sleeve": "2p", "front-facing": "1f", "back-facing": "1f",
            "patch-pocket": "2",
        },
    ),
    "a blouse with puffed sleeves and a stand, no facings, ends below the waist": (
        {"sleeve": "puffed", "collar": "stand", "lower": "in-one", "pockets": "none"},
        {
            "front": "1f", "back": "2p", "sleeve": "2p", "sleeve-band": "2", "collar": "2f",
        },
    ),
    "a tiered dress with bell sleeves, closed behind": (
        {"sleeve": "bell", "lower": "tiers", "pockets": "none"},
        {
            "front": "1f", "back": "2p", "sleeve": "2p", "skirt-front": "1f", "skirt-back": "2p",
            "tier-front": "1f", "tier-back": "2p", "front-facing": "1f", "back-facing": "2p",
        },
    ),
}  # fmt: skip


@pytest.mark.parametrize("words", GARMENTS)
def test_a_garment_described_in_words_has_the_pieces_a_cutter_expects(words):
    chosen, expected = GARMENTS[words]
    pattern = drafted(**chosen)
    assert made_of(pattern) == expected
    failed = [check.name for check in tape_checks(STYLE, pattern, BODY, chosen) if not check.held]
    assert failed == []


def test_half_a_circle_by_hand():
    pattern = drafted(below_knee_mm=0.0)
    skirt = pattern.piece("skirt-front")
    quarter = pattern.figure("skirt.waist.front")
    # an eighth of a circle whose arc is a quarter of the waist: radius = arc / (2 π / 8)
    radius = quarter / (2 * math.pi / 8)
    (x, y) = skirt.edge("waist").start
    assert (x, y) == pytest.approx((radius, 0.0), abs=0.01)
    assert edge_length(skirt, "waist") == pytest.approx(quarter, abs=0.01)
    assert edge_length(skirt, "side") == pytest.approx(BODY["waist_to_knee"])
    assert edge_length(skirt, "hem") == pytest.approx(
        (radius + BODY["waist_to_knee"]) * math.pi / 4, abs=0.05
    )


def test_tiers_are_drawn_in_to_one_another():
    pattern = drafted(lower="tiers")
    upper, lower = pattern.piece("skirt-back"), pattern.piece("tier-back")
    quarter = pattern.figure("skirt.waist.back")
    assert edge_length(upper, "waist") == pytest.approx(1.5 * quarter)
    assert sewn_length(upper, "waist") == pytest.approx(quarter)
    assert sewn_length(lower, "waist") == pytest.approx(edge_length(upper, "hem"))
    assert edge_length(lower, "hem") == pytest.approx(1.5 * 1.5 * quarter)
    # between the tiers is a seam, at the end a hem
    assert upper.edge("hem").kind is not EdgeKind.HEM
    assert lower.edge("hem").kind is EdgeKind.HEM
    assert edge_length(upper, "side") + edge_length(lower, "side") == pytest.approx(
        BODY["waist_to_knee"] + 50
    )


def test_a_skirt_that_opens_in_front_goes_on_past_the_centre_as_its_bodice_does():
    pattern = drafted(closing="front", lower="pleated")
    stand = pattern.figure("stand.wide")
    front = pattern.piece("skirt-front")
    assert sewn_length(front, "waist") == pytest.approx(pattern.figure("skirt.waist.front") + stand)
    assert edge_length(front, "front edge") == pytest.approx(BODY["waist_to_knee"] + 50)


@pytest.mark.parametrize(
    ("chosen", "words"),
    [
        ({"collar": "shirt", "neck": "square"}, "A collar is sewn to a round, a V or a slit neck"),
        ({"closing": "front", "neck": "sweetheart"}, "has no straight centre for buttons"),
        ({"closing": "front", "lower": "panels-4"}, "Equal panels have no front edge"),
        ({"closing": "front", "lower": "tiers"}, "Tiers have no front edge"),
    ],
)
def test_parts_that_do_not_go_together_say_why(chosen, words):
    with pytest.raises(DraftRefused, match=words) as refusal:
        drafted(**chosen)
    assert set(refusal.value.concerns) == set(chosen)
    assert str(refusal.value).endswith(".")


def together(one, other):
    """The answers for a garment with both parts, with others that go with them, and every reason
    for which two of its parts still do not go together."""
    usual_parts = {slot: str(STYLE.option(slot.value).default) for slot in Slot}
    fitting = made_to_fit(usual_parts | {p.slot: p.id for p in (one, other)}, one.slot, other.slot)
    parts = [PARTS[slot][id] for slot, id in fitting.items()]
    said = {str(a.refuses(b)) for a in parts for b in parts} - {""}
    return {slot.value: id for slot, id in fitting.items()}, said


def _bodies():
    """Three sizes of every chart."""
    for chart in CHARTS.values():
        sizes = list(chart.sizes)
        for size in (sizes[0], sizes[len(sizes) // 2], sizes[-1]):
            yield chart.body(size)


BODIES = tuple(_bodies())


def _pairs():
    """Every two parts, each with one of the bodies in turn, every twenty-fifth with all of them:
    on all bodies all of them would take three hours."""
    both = (two for two in combinations(tuple(every_part()), 2) if two[0].slot is not two[1].slot)
    for k, pair in enumerate(both):
        yield pair, BODIES if k % 25 == 0 else (BODIES[(k + k // len(BODIES)) % len(BODIES)],)


def _called(own):
    return f"{own.slot.value} {own.id}" if isinstance(own, Part) else own.name


@pytest.mark.parametrize(
    ("pair", "bodies"),
    usually(tuple(_pairs()), lambda k: k % 900 == 0),
    ids=lambda value: " and ".join(_called(own) for own in value[:2]),
)
def test_every_two_parts_draft_together_or_say_why(pair, bodies):
    one, other = pair
    chosen, said = together(one, other)
    for body in bodies:
        pattern, refusal = drafted_or_refused(body, chosen)
        if pattern is None:
            assert str(refusal) in said or refusal_key(STYLE, refusal) in reviewed()
            continue
        for piece in pattern.pieces:
            assert area(simple_outline(cut_line(piece))) > 0
        for check in tape_checks(STYLE, pattern, body, chosen):
            assert check.held or check.on_body, (body.name, check)
        assert sewn_to_nothing(pattern) == []


def sewn_to_nothing(pattern):
    """Ends of seams that no piece has."""
    there = {(piece.id, edge.name) for piece in pattern.pieces for edge in piece.edges}
    return [end for seam in pattern.seams for end in (seam.one, seam.other) if end not in there]


@pytest.mark.parametrize("yoke", ["front", "back", "both"])
def test_what_went_to_a_yoke_is_sewn_to_the_yoke(yoke):
    pattern = drafted(yoke=yoke)
    assert sewn_to_nothing(pattern) == []
    (shoulder,) = (seam for seam in pattern.seams if seam.name == "shoulder")
    assert shoulder.one == ("front-yoke" if yoke != "back" else "front", "shoulder")
    assert shoulder.other == ("back-yoke" if yoke != "front" else "back", "shoulder")


def test_a_part_is_asked_only_what_it_asks():
    fullness = STYLE.option("fullness_mm")
    assert is_asked(fullness, {"sleeve": "puffed"})
    assert not is_asked(fullness, {"sleeve": "long"})
    assert not is_asked(STYLE.option("cap_ease_mm"), {"sleeve": "none"})
    assert is_asked(STYLE.option("below_waist_mm"), {"lower": "in-one"})
    assert not is_asked(STYLE.option("below_waist_mm"), {"lower": "tiers"})
    # every neck asks it, and where there is none it is not asked
    assert "slope_mm" in asked(STYLE.options, full({}))
    assert "slope_mm" not in asked(STYLE.options, full({"shape": "one-shoulder"}))
    ids = {option.id for option in STYLE.options}
    assert {slot.value for slot in Slot} <= ids
    assert all({option.id for option in part.options} <= ids for part in every_part())


def test_every_slot_has_its_parts_in_order_and_each_its_own_id():
    for slot, own in PARTS.items():
        assert own
        assert all(part.slot is slot and part.id == id for id, part in own.items())
        places = [part.place for part in own.values()]
        assert places == sorted(places)
    assert all(isinstance(part, Part) and part.name for part in every_part())


def test_the_zip_goes_on_into_the_skirt_and_is_on_the_buying_list():
    pattern = drafted(lower="gathered")
    (notch,) = (n for n in pattern.piece("skirt-back").notches if n.edge == "centre")
    assert notch.name == "zip ends"
    # from the hem up: the length of the skirt less 18 cm
    assert notch.at_mm == pytest.approx(BODY["waist_to_knee"] + 50 - 180)
    assert not [n for n in pattern.piece("skirt-front").notches if n.edge == "centre"]
    behind = edge_length(pattern.piece("back"), "centre") + 180
    (zip,) = (n for n in notions(STYLE.id, pattern, BODY, full({})) if n.kind == "zip")
    assert behind <= zip.long_mm + 0.5 < behind + 100
    side = drafted(closing="side", lower="panels-4")
    assert [n.name for n in side.piece("skirt-panel").notches][:2] == ["hip", "zip ends"]
    (zip,) = (
        n for n in notions(STYLE.id, side, BODY, full({"closing": "side"})) if n.kind == "zip"
    )
    assert zip.long_mm >= edge_length(side.piece("front"), "side") + 180 - 0.5
    with pytest.raises(DraftRefused, match="The zip goes 18 cm below the waist"):
        draft(STYLE, BODY, {}, Allowances(), {"skirt.down": Length(170.0)})


def full(chosen):
    return {option.id: option.default for option in STYLE.options} | chosen


@pytest.mark.long
def test_a_garment_from_parts_is_laid():
    job = new_order("from-parts")
    lay = make_lay(cut_pieces(job), job.cloths[0], "open", search=Search(effort=100))
    assert lay.complete
    assert lay.used_share > 0.7


@pytest.mark.parametrize("named", NAMED, ids=lambda named: named.id)
def test_every_named_garment_drafts_at_every_size_with_all_that_is_sewn_held(named):
    for body in map(CHARTS["women"].body, CHARTS["women"].sizes):
        pattern = drafted(body, **named.version.options)
        for check in tape_checks(STYLE, pattern, body, named.version.options):
            assert check.held or check.on_body, (body.name, check.name)
    words = choice_words(named.version)
    slots = [slot for slot in Slot if slot.value in named.version.options]
    assert slots
    assert all(PARTS[slot][named.version.options[slot.value]].name in words for slot in slots)


def test_the_peplum_of_a_bodice_is_as_long_as_the_edge_it_is_sewn_to():
    pattern = draft(STYLES["bodice"], BODY, {"peplum": "full"}, Allowances())
    lower = lower_edge_mm(pattern.pieces, "front") + lower_edge_mm(pattern.pieces, "back")
    assert 2 * edge_length(pattern.piece("peplum"), "waist") == pytest.approx(2 * lower, abs=0.05)
    checks = tape_checks(STYLES["bodice"], pattern, BODY, {"peplum": "full"})
    assert [check.held for check in checks if check.name == "Waist seam"] == [True]


def test_a_bodice_from_parts_is_the_bodice_of_the_house():
    # the same answers: every outline to half a millimetre
    for shape in ("darts", "shoulder", "armhole"):
        own = drafted(shape=shape, lower="in-one", sleeve="long", pockets="none")
        house = draft(STYLES["bodice"], BODY, {"shape": shape, "sleeve": "long"}, Allowances())
        assert {piece.id for piece in own.pieces} == {piece.id for piece in house.pieces}
        for piece in own.pieces:
            one, other = (Polygon(cut_line(p)) for p in (piece, house.piece(piece.id)))
            assert one.hausdorff_distance(other) < 0.5, (shape, piece.id)
        assert {f.id: f.value for f in house.figures} == pytest.approx(
            {f.id: f.value for f in own.figures}
        )
