"""A season of the demo studio, made by a seed: clients, cloths and remnants on the shelf, jobs in
all states, and what the log has learnt. Everybody and everything in it is made up."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from typing import TypeVar

import numpy as np

from wickel.body import CHARTS, WOMEN, Adjustment, Client, with_body, with_measurement
from wickel.cloth import Cloth, OnShelf, Reserved
from wickel.cutting.remnants import as_remnant
from wickel.draft import STYLES
from wickel.geometry import Outline
from wickel.job import Job
from wickel.job.state import COMMON_WAITS, STATES, State
from wickel.studio.book.entries import COMMON_NEXT, COMMON_WRONG, LogEntry
from wickel.studio.demo import DEMO_CLIENTS, SHELF
from wickel.studio.ordering import new_order

_T = TypeVar("_T")
SEED = 7
CLIENTS, CLOTHS, REMNANTS, JOBS, ENTRIES = 12, 30, 25, 40, 200
"""How many of each the whole season has, with what the demo studio has anyway."""

_FIRST = ("Wenda", "Ansel", "Mirabel", "Joris", "Petronel", "Corin", "Idony", "Lute", "Sabeth")
_LAST = ("Fell", "Larkspur", "Ostrow", "Quayle", "Tarn", "Undercliff", "Vane", "Wherry", "Yarrow")
_PLACES = ("rack 1", "rack 2", "rack 3", "long drawer", "blue chest", "under the table")
_WHO = ("Odile", "Wren", "Pip")
_ADJECTIVES = ("Autumn", "Ferry", "Lantern", "Market", "Harbour", "Winter", "Sunday", "River")
_STYLES = (
    "box-dress",
    "bodice",
    "pencil-skirt",
    "circle-skirt",
    "trousers",
    "jacket",
    "waistcoat",
    "coat",
    "wrap-dress",
    "knit-top",
    "maxi-dress",
    "jumpsuit",
)
_RULES_MM = {
    "box-dress": 2600.0,
    "bodice": 1800.0,
    "pencil-skirt": 1400.0,
    "circle-skirt": 3200.0,
    "trousers": 2500.0,
    "jacket": 2400.0,
    "waistcoat": 1300.0,
    "coat": 3600.0,
    "wrap-dress": 3000.0,
    "knit-top": 1700.0,
    "maxi-dress": 3600.0,
    "jumpsuit": 3300.0,
}
_WAYS = ("open", "lengthwise", "partial", "crosswise", "to-middle", "four")
_SHARES = {"open": 0.83, "lengthwise": 0.76, "partial": 0.81, "crosswise": 0.72}
_NOTES = (
    "The neck sits well.",
    "Press the hem before it is turned.",
    "The wider seam at the side was worth it.",
    "Cut the facing from the remnant next time.",
    "She wants pockets in everything.",
    "The selvage pulls: take 2 cm more off it.",
)


@dataclass(frozen=True, slots=True, kw_only=True)
class Season:
    """All of it; ``rules_mm`` is what the old rule of thumb buys, by the name of a style,
    ``values`` what the shelf was worth in each month before this one."""

    clients: tuple[Client, ...]
    shelf: tuple[OnShelf, ...]
    jobs: tuple[Job, ...]
    log: tuple[LogEntry, ...]
    rules_mm: dict[str, float]
    values: dict[str, float]


class _Dice:
    """Chance, from a generator."""

    def __init__(self, generator: np.random.Generator) -> None:
        self._generator = generator

    def choice(self, among: Sequence[_T]) -> _T:
        return among[int(self._generator.integers(len(among)))]

    def randrange(self, low: int, high: int) -> int:
        return int(self._generator.integers(low, high))

    def uniform(self, low: float, high: float) -> float:
        return float(self._generator.uniform(low, high))

    def gauss(self, mean: float, spread: float) -> float:
        return float(self._generator.normal(mean, spread))

    def random(self) -> float:
        return float(self._generator.random())


def season(today: date, already: int, seed: int = SEED) -> Season:
    """The season as it stands on a day, for a studio that has so many jobs already. The same day
    and seed give the same season."""
    made = _Dice(np.random.default_rng(seed))
    clients = _clients(made, today)
    shelf = _shelf(made, today)
    jobs = tuple(_job(made, today, clients, k) for k in range(JOBS - already))
    log = tuple(_entry(made, today, clients, k) for k in range(ENTRIES))
    names = {STYLES[id].name: mm for id, mm in _RULES_MM.items()}
    worth = sum(own.value or 0.0 for own in shelf)
    months = [(today.replace(day=1) - timedelta(days=30 * k)) for k in range(9, 0, -1)]
    return Season(
        clients=clients,
        shelf=_reserved(made, shelf, jobs),
        jobs=jobs,
        log=log,
        rules_mm=names,
        values={f"{own:%Y-%m}": round(worth * made.uniform(0.75, 1.2)) for own in months},
    )


def _clients(made: _Dice, today: date) -> tuple[Client, ...]:
    """The demo's own clients, and as many more as make the dozen, each in a body near a size."""
    found = list(DEMO_CLIENTS)
    sizes = list(WOMEN.sizes)
    for first, last in zip(_FIRST, _LAST, strict=True):
        name = f"{first} {last}"
        client = Client(
            name=name,
            consent=f"{today - timedelta(days=made.randrange(40, 300)):%Y-%m-%d}",
            notes=made.choice(("", "", "Left-handed.", "Comes on Thursdays.", "No wool.")),
        )
        body = WOMEN.body(made.choice(sizes))
        for measurement in ("bust", "waist", "hip", "shoulder", "neck_to_knee"):
            mm = body[measurement] + made.randrange(-12, 13)
            body = with_measurement(body, measurement, float(mm))
        for days in sorted((made.randrange(5, 60), made.randrange(150, 400)), reverse=True):
            taken = f"{today - timedelta(days=days):%Y-%m-%d}"
            client = with_body(client, replace(body, name=name, taken=taken))
        if made.random() < 0.5:
            change = made.choice(("front-length", "shoulder", "bust", "sleeve-length"))
            mm = made.choice((-10.0, -5.0, 5.0, 10.0, 20.0))
            client = replace(client, adjustments=(Adjustment(change=change, mm=mm),))
        found.append(client)
    return tuple(found[:CLIENTS])


def _shelf(made: _Dice, today: date) -> tuple[OnShelf, ...]:
    found: list[OnShelf] = []
    for k in range(CLOTHS):
        cloth = SHELF[k % len(SHELF)]
        if k >= len(SHELF):
            cloth = replace(cloth, name=f"{cloth.name}, {_second(k)}", colour=_dyed(made, cloth))
        found.append(
            OnShelf(
                cloth=replace(cloth, id=f"own-{k}"),
                at_hand_mm=float(made.randrange(8, 95) * 100),
                place=made.choice(_PLACES),
                since=f"{today - timedelta(days=made.randrange(10, 330)):%Y-%m-%d}",
                counted=f"{today - timedelta(days=made.randrange(0, 70)):%Y-%m-%d}",
                care=made.choice(("", "wash at 40", "wash at 30, press damp", "dry clean")),
            )
        )
    found.append(_first_remnant(today, found[0]))
    for _ in range(REMNANTS - 1):
        found.append(_remnant(made, today, found))
    return tuple(found)


def _second(k: int) -> str:
    return ("dark", "pale", "second bolt")[k % 3]


def _dyed(made: _Dice, cloth: Cloth) -> str:
    """A colour near that of a cloth."""
    parts = (int(cloth.colour[at : at + 2], 16) for at in (1, 3, 5))
    return "#" + "".join(f"{min(255, max(0, p + made.randrange(-34, 35))):02X}" for p in parts)


def _first_remnant(today: date, whole: OnShelf) -> OnShelf:
    """What the last dress from the first cloth has left: the small pieces of the next one fit."""
    shape = ((0.0, 0.0), (900.0, 0.0), (900.0, 420.0), (700.0, 600.0), (0.0, 600.0))
    since = f"{today - timedelta(days=24):%Y-%m-%d}"
    cloth = _as_remnant(whole.cloth, f"{whole.name}, remnant 1", shape)
    return OnShelf(
        cloth=cloth,
        at_hand_mm=900.0,
        place=_PLACES[3],
        since=since,
        of=whole.name,
        origin="Harvest dress",
    )


def _as_remnant(cloth: Cloth, name: str, shape: Outline) -> Cloth:
    """A piece of a cloth, washed, in a shape of its own."""
    return replace(as_remnant(cloth, shape), id="own-remnant", name=name, reserve_mm=0.0)


def _remnant(made: _Dice, today: date, shelf: Sequence[OnShelf]) -> OnShelf:
    whole = made.choice([own for own in shelf if not own.is_remnant])
    wide, high = made.randrange(30, 130) * 10.0, made.randrange(20, 70) * 10.0
    number = 1 + sum(own.of == whole.name for own in shelf)
    cloth = _as_remnant(whole.cloth, f"{whole.name}, remnant {number}", _shape(made, wide, high))
    since = today - timedelta(days=made.randrange(20, 300))
    used: tuple[Reserved, ...] = ()
    if made.random() < 0.4:
        day = since + timedelta(days=made.randrange(3, 20))
        name = f"{made.choice(_ADJECTIVES)} facings"
        used = (Reserved(job="old", name=name, mm=wide, cut=True, day=f"{day:%Y-%m-%d}"),)
    return OnShelf(
        cloth=cloth,
        at_hand_mm=0.0 if used else wide,
        place=made.choice(_PLACES),
        since=f"{since:%Y-%m-%d}",
        of=whole.name,
        origin=f"{made.choice(_ADJECTIVES)} dress",
        reserved=used,
    )


def _shape(made: _Dice, wide: float, high: float) -> Outline:
    """What a lay leaves: a rectangle with a corner, a curve or a step cut out of it."""
    a, b = wide * made.uniform(0.5, 0.85), high * made.uniform(0.35, 0.75)
    kind = made.randrange(0, 3)
    if kind == 0:
        return ((0.0, 0.0), (wide, 0.0), (wide, b), (a, high), (0.0, high))
    if kind == 1:
        return ((0.0, 0.0), (wide, 0.0), (wide, b), (a, b), (a, high), (0.0, high))
    middle = ((wide + a) / 2, (high + b) / 2.4)
    return ((0.0, 0.0), (wide, 0.0), (wide, b), middle, (a, high), (0.0, high))


def _job(made: _Dice, today: date, clients: Sequence[Client], k: int) -> Job:
    style = _STYLES[k % len(_STYLES)]
    client = made.choice(clients)
    job = new_order(style)
    body = client.latest
    garment = job.garments[0]
    required = STYLES[style].required
    if body is not None and all(id in body.measurements_mm for id in required):
        garment = replace(garment, body=body, size="")
    else:
        chart = CHARTS[STYLES[style].charts[0]]
        size = made.choice(list(chart.sizes))
        garment = replace(garment, body=chart.body(size), size=size)
    plain = [own for own in SHELF if own.usable_width_mm >= 1350 and own.design.motif is None]
    cloths = tuple(
        replace(made.choice(plain), id=cloth.id) if k == 0 else cloth
        for k, cloth in enumerate(job.cloths)
    )
    state = STATES[k % len(STATES)]
    late = state is not State.HANDED_OVER and made.random() < 0.12
    days = made.randrange(-9, 0) if late else made.randrange(0, 45)
    if state is State.HANDED_OVER:
        days = -made.randrange(3, 40)
    waits = made.choice(COMMON_WAITS) if made.random() < 0.3 and state is not State.DONE else ""
    return replace(
        job,
        name=f"{made.choice(_ADJECTIVES)} {STYLES[style].name.lower()}",
        client=client.name,
        due=f"{today + timedelta(days=days):%Y-%m-%d}",
        state=state,
        waits_for=waits,
        cloths=cloths,
        garments=(garment,),
        book_id=f"season-{k}",
    )


def _reserved(made: _Dice, shelf: tuple[OnShelf, ...], jobs: Sequence[Job]) -> tuple[OnShelf, ...]:
    """The shelf with some of it kept for jobs that are to be cut from it."""
    found = []
    for own in shelf:
        theirs = [
            job
            for job in jobs
            if job.cloths[0].name == own.name and job.state in (State.MEASURED, State.BOUGHT)
        ]
        for job in theirs[:2]:
            mm = float(made.randrange(9, 24) * 100)
            if mm <= (own.free_mm or 0.0):
                reserved = Reserved(job=job.book_id, name=job.name, mm=mm)
                own = replace(own, reserved=(*own.reserved, reserved))
        found.append(own)
    return tuple(found)


def _entry(made: _Dice, today: date, clients: Sequence[Client], k: int) -> LogEntry:
    """An entry of a job handed over; over the year the studio has become better at it."""
    days = round((ENTRIES - k) * 1.7) + made.randrange(0, 4)
    style = made.choice(_STYLES)
    rule = _RULES_MM[style]
    planned = round(rule * made.gauss(0.8 - 0.0004 * k, 0.05) / 10) * 10.0
    bought = -(-planned * 1.06 // 100) * 100
    used = planned * made.gauss(1.01, 0.015)
    minutes = made.uniform(18, 75)
    way = made.choice(_WAYS)
    share = min(0.93, made.gauss(_SHARES.get(way, 0.74) + 0.0001 * k, 0.03))
    wrong = (made.choice(list(COMMON_WRONG)),) if made.random() < 0.3 else ()
    next_time = (made.choice(list(COMMON_NEXT)),) if made.random() < 0.35 else ()
    fitting = (
        ((made.choice(("front-length", "shoulder", "bust")), made.choice((-5.0, 10.0, 20.0))),)
        if made.random() < 0.15
        else ()
    )
    return LogEntry(
        id=f"season-log-{k}",
        day=f"{today - timedelta(days=days):%Y-%m-%d}",
        job=f"{made.choice(_ADJECTIVES)} {STYLES[style].name.lower()}",
        client=made.choice(clients).name,
        who=made.choice(_WHO),
        styles=(STYLES[style].name,),
        cloths=(made.choice(SHELF).shown_name,),
        planned_mm=planned,
        bought_mm=float(bought),
        used_mm=used,
        left_mm2=made.uniform(0, 400_000.0) if made.random() < 0.4 else 0.0,
        planned_minutes=minutes,
        minutes=minutes * made.gauss(1.28, 0.14),
        wrong=wrong,
        next_time=next_time,
        note=made.choice(_NOTES) if made.random() < 0.4 else "",
        way=way,
        used_share=share,
        rule_mm=rule,
        fitting=fitting,
    )
