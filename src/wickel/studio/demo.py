"""The demo studio: our own made-up scenario, with its clients, cloths and orders.

The Lantern Yard is a workshop of three in a town by a river that does not exist. It sews for the
Lantern Players, a travelling stage, and for people of the town.
"""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body, Client, size_body, with_measurement
from wickel.cloth import Cloth, Kind, Print
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
    Client(name=CLIENTS[2].name, bodies=(_earlier(CLIENTS[2], "2026-01-20", waist=18, upper_arm=-6), CLIENTS[2])),
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
        Job(
            name="Market dress",
            client=odile.name,
            due="2026-12-11",
            fold="open",
            cloths=(shelf_cloth("moss-linen"),),
            garments=(Garment(id="dress", name="Box dress", style="box-dress", body=odile),),
        ),
        Job(
            name="Heron dress for the stage",
            client=tamsin.name,
            due="2026-12-04",
            fold="lengthwise",
            cloths=(shelf_cloth("heron-print"),),
            garments=(
                Garment(
                    id="dress",
                    name="Box dress",
                    style="box-dress",
                    body=tamsin,
                    options={"below_knee_mm": 60.0, "slit_mm": 120.0},
                    allowances=Allowances(preset="classic"),
                ),
            ),
        ),
        Job(
            name="Ferryman's smock",
            client=bertrand.name,
            due="2027-01-15",
            fold="best",
            unit=Unit.INCH,
            cloths=(replace(shelf_cloth("figured-twill"), step_mm=36 * 25.4 / 8),),
            garments=(
                Garment(
                    id="smock",
                    name="Smock",
                    style="box-dress",
                    body=bertrand,
                    options={"below_knee_mm": -180.0, "sleeve_mm": 300.0, "ease_mm": 180.0},
                    allowances=Allowances(preset="let-out"),
                ),
            ),
        ),
        Job(
            name="Lamplighter's trousers",
            client=bertrand.name,
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
        ),
        Job(
            name="Blouse for the fair",
            client=tamsin.name,
            due="2027-02-05",
            fold="open",
            cloths=(shelf_cloth("river-chambray"),),
            garments=(Garment(id="blouse", name="Fitted bodice", style="bodice", body=tamsin),),
        ),
    )
