"""The demo studio: our own made-up scenario, with its clients, cloths and orders.

The Lantern Yard is a workshop of three in a town by a river that does not exist. It sews for the
Lantern Players, a travelling stage, and for people of the town.
"""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body, Client, size_body, with_measurement
from wickel.cloth import Border, BorderAt, Cloth, Design, Figure, Kind, Motif, Print, Repeat
from wickel.draft import Allowances
from wickel.job import Garment, Job
from wickel.units import Unit

STUDIO = "The Lantern Yard"

SHELF: tuple[Cloth, ...] = (
    Cloth(
        id="moss-linen",
        fibre="linen",
        name="Moss linen",
        usable_width_mm=1500,
        full_width_mm=1520,
        selvage_mm=10,
        reserve_mm=5,
        print=Print.ANY,
        shrink_along=0.04,
        shrink_across=0.02,
        price=18.5,
        colour="#8C9A6B",
    ),
    Cloth(
        id="heron-print",
        fibre="cotton",
        name="Heron print cotton",
        usable_width_mm=1100,
        full_width_mm=1130,
        selvage_mm=15,
        reserve_mm=5,
        print=Print.ONE_WAY,
        shrink_along=0.03,
        price=14.0,
        colour="#7FA0B5",
        design=Design(
            figure=Figure.ONE_WAY, repeat=Repeat(along_mm=160, across_mm=110, offset_mm=80)
        ),
    ),
    Cloth(
        id="figured-twill",
        fibre="wool",
        name="Figured twill",
        usable_width_mm=1400,
        full_width_mm=1430,
        selvage_mm=15,
        reserve_mm=5,
        print=Print.TWO_WAY,
        price=22.0,
        colour="#B5793F",
        design=Design(figure=Figure.SPRIG, repeat=Repeat(along_mm=60, across_mm=50, offset_mm=30)),
    ),
    Cloth(
        id="river-chambray",
        fibre="cotton",
        name="River chambray",
        usable_width_mm=1140,
        full_width_mm=1160,
        selvage_mm=10,
        reserve_mm=5,
        print=Print.ANY,
        shrink_along=0.03,
        shrink_across=0.01,
        price=11.5,
        colour="#A9BCCB",
    ),
    Cloth(
        id="ember-poplin",
        fibre="cotton",
        name="Ember poplin",
        usable_width_mm=1450,
        full_width_mm=1470,
        selvage_mm=10,
        reserve_mm=5,
        print=Print.ANY,
        shrink_along=0.03,
        shrink_across=0.01,
        price=13.0,
        colour="#B4623F",
    ),
    Cloth(
        id="firm-interfacing",
        name="Firm interfacing",
        kind=Kind.NON_WOVEN,
        usable_width_mm=900,
        print=Print.ANY,
        squaring_mm=10,
        price=6.0,
        colour="#D8D4CC",
    ),
    Cloth(
        id="plum-lining",
        fibre="viscose",
        name="Plum lining",
        usable_width_mm=1380,
        full_width_mm=1400,
        selvage_mm=10,
        reserve_mm=5,
        print=Print.ANY,
        price=7.5,
        colour="#7A4A63",
    ),
    Cloth(
        id="ferry-ticking",
        name="Ferry ticking",
        fibre="cotton",
        usable_width_mm=1400,
        full_width_mm=1420,
        selvage_mm=10,
        reserve_mm=5,
        print=Print.ANY,
        shrink_along=0.02,
        price=16.0,
        colour="#D9D2C2",
        design=Design(figure=Figure.STRIPE_ALONG, repeat=Repeat(across_mm=40)),
    ),
    Cloth(
        id="jetty-stripe",
        name="Jetty stripe",
        fibre="cotton",
        usable_width_mm=1500,
        reserve_mm=5,
        print=Print.ANY,
        price=15.0,
        colour="#8DA7B8",
        design=Design(figure=Figure.STRIPE_ACROSS, repeat=Repeat(along_mm=70)),
    ),
    Cloth(
        id="harbour-check",
        name="Harbour check",
        fibre="wool",
        usable_width_mm=1480,
        full_width_mm=1500,
        selvage_mm=10,
        reserve_mm=5,
        print=Print.TWO_WAY,
        price=26.0,
        colour="#C9B79A",
        design=Design(figure=Figure.CHECK, repeat=Repeat(along_mm=80, across_mm=80)),
    ),
    Cloth(
        id="lee-check",
        name="Lee check",
        fibre="wool",
        usable_width_mm=1400,
        reserve_mm=5,
        print=Print.ONE_WAY,
        price=27.5,
        colour="#A9B29A",
        design=Design(figure=Figure.UNEVEN_CHECK, repeat=Repeat(along_mm=110, across_mm=90)),
    ),
    Cloth(
        id="reed-border",
        name="Reed border",
        fibre="cotton",
        usable_width_mm=1300,
        reserve_mm=5,
        print=Print.ANY,
        price=19.0,
        colour="#C7B9A6",
        design=Design(border=Border(at=BorderAt.LOW, width_mm=160, distance_mm=25)),
    ),
    Cloth(
        id="two-bank-border",
        name="Two-bank border",
        fibre="viscose",
        usable_width_mm=1450,
        reserve_mm=5,
        print=Print.ANY,
        price=21.0,
        colour="#9FB0A8",
        design=Design(border=Border(at=BorderAt.BOTH, width_mm=120, distance_mm=25)),
    ),
    Cloth(
        id="weir-rose",
        name="Weir rose",
        fibre="linen",
        usable_width_mm=1400,
        reserve_mm=5,
        print=Print.TWO_WAY,
        price=24.0,
        colour="#C9A9A0",
        design=Design(
            figure=Figure.MOTIF,
            repeat=Repeat(along_mm=420, across_mm=350),
            motif=Motif(x_mm=210, y_mm=175, length_mm=220, width_mm=220),
        ),
    ),
    Cloth(
        id="barge-cord",
        name="Barge corduroy",
        fibre="cotton",
        usable_width_mm=1400,
        reserve_mm=5,
        print=Print.ONE_WAY,
        nap=True,
        price=20.0,
        colour="#7B5B3E",
        design=Design(figure=Figure.CORDUROY, repeat=Repeat(across_mm=6)),
    ),
    Cloth(
        id="dusk-satin",
        name="Dusk satin",
        fibre="silk",
        usable_width_mm=1380,
        reserve_mm=5,
        print=Print.PER_GARMENT,
        price=39.0,
        colour="#6E6A8A",
        design=Design(figure=Figure.SATIN),
    ),
)

CLOTH_FOR_MATERIAL = {
    "main": "moss-linen",
    "contrast": "ember-poplin",
    "interfacing": "firm-interfacing",
    "lining": "plum-lining",
}
"""Which cloth of the shelf a new garment takes for each material, until the maker takes another."""


def _client(name: str, size: str, taken: str, **own_mm: float) -> Body:
    body = replace(size_body(size), name=name, taken=taken)
    for measurement, mm in own_mm.items():
        body = with_measurement(body, measurement, mm)
    return body


CLIENTS: tuple[Body, ...] = (
    _client("Odile Marrow", "96", "2026-10-30", hip=1040, neck_to_knee=1035, upper_arm=308),
    _client("Tamsin Quill", "84", "2026-11-12", shoulder=384, neck_to_knee=985),
    _client("Bertrand Oake", "106", "2026-09-18", hip=1060, shoulder=440, upper_arm=340, head=590),
)


def _earlier(body: Body, taken: str, **changes_mm: float) -> Body:
    """The same person on an earlier day."""
    before = replace(body, taken=taken)
    for measurement, mm in changes_mm.items():
        before = with_measurement(before, measurement, body[measurement] + mm)
    return before


DEMO_CLIENTS: tuple[Client, ...] = (
    Client(
        name=CLIENTS[0].name,
        bodies=(_earlier(CLIENTS[0], "2025-04-12", waist=-22, hip=-14, bust=-10), CLIENTS[0]),
    ),
    Client(name=CLIENTS[1].name, bodies=(CLIENTS[1],)),
    Client(
        name=CLIENTS[2].name,
        bodies=(_earlier(CLIENTS[2], "2026-01-20", waist=18, upper_arm=-6), CLIENTS[2]),
    ),
)


def shelf_cloth(id: str) -> Cloth:
    """The cloth of that id on the shelf. Raises ``KeyError``."""
    for cloth in SHELF:
        if cloth.id == id:
            return cloth
    raise KeyError(id)


def orders() -> tuple[Job, ...]:
    """The orders that hang on the rail of the demo studio."""
    odile, tamsin, bertrand = CLIENTS
    return (
        _market_dress(odile),
        _heron_dress(tamsin),
        _smock(bertrand),
        _trousers(bertrand),
        _blouse(tamsin),
    )


def _market_dress(client: Body) -> Job:
    return Job(
        name="Market dress",
        client=client.name,
        due="2026-12-11",
        fold="open",
        cloths=(shelf_cloth("moss-linen"),),
        garments=(Garment(id="dress", name="Box dress", style="box-dress", body=client),),
    )


def _heron_dress(client: Body) -> Job:
    return Job(
        name="Heron dress for the stage",
        client=client.name,
        due="2026-12-04",
        fold="lengthwise",
        cloths=(shelf_cloth("heron-print"),),
        garments=(
            Garment(
                id="dress",
                name="Box dress",
                style="box-dress",
                body=client,
                options={"below_knee_mm": 60.0, "slit_mm": 120.0},
                allowances=Allowances(preset="classic"),
            ),
        ),
    )


def _smock(client: Body) -> Job:
    return Job(
        name="Ferryman's smock",
        client=client.name,
        due="2027-01-15",
        fold="best",
        unit=Unit.INCH,
        cloths=(replace(shelf_cloth("figured-twill"), step_mm=36 * 25.4 / 8),),
        garments=(
            Garment(
                id="smock",
                name="Smock",
                style="box-dress",
                body=client,
                options={"below_knee_mm": -180.0, "sleeve_mm": 300.0, "ease_mm": 180.0},
                allowances=Allowances(preset="let-out"),
            ),
        ),
    )


def _trousers(client: Body) -> Job:
    return Job(
        name="Lamplighter's trousers",
        client=client.name,
        due="2027-01-15",
        fold="lengthwise",
        cloths=(shelf_cloth("figured-twill"), shelf_cloth("firm-interfacing")),
        garments=(
            Garment(
                id="trousers",
                name="Trousers",
                style="trousers",
                body=size_body("M108"),
                size="M108",
                cloths={"main": "figured-twill", "interfacing": "firm-interfacing"},
            ),
        ),
    )


def _blouse(client: Body) -> Job:
    return Job(
        name="Blouse for the fair",
        client=client.name,
        due="2027-02-05",
        fold="open",
        cloths=(shelf_cloth("river-chambray"),),
        garments=(Garment(id="blouse", name="Fitted bodice", style="bodice", body=client),),
    )
