"""A quick question: how much cloth does a style take in a size, on a cloth so wide? Asked without a
job; the answer can be made one."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.body import CHARTS, Body, Client, missing
from wickel.cloth import STEP_MM, Print
from wickel.job import CellTask, Job, cell_key, cell_pieces
from wickel.studio.ordering import Chosen, chosen_style, new_order
from wickel.wording import tr


@dataclass(frozen=True, slots=True, kw_only=True)
class Whom:
    """For whom something is made: a client, or a size of a chart, which is then its ``size``."""

    name: str
    body: Body
    size: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Question:
    """A style, in a size of a chart or for a client, on cloth of a usable width in mm that
    is sold in steps of ``step_mm``; ``one_way``: its print runs one way."""

    style: Chosen
    whom: Whom
    width_mm: float
    one_way: bool = False
    step_mm: float = STEP_MM


def quick_job(asked: Question) -> Job:
    """The job that a question is about: a garment on its cloths in that width.

    Raises:
        KeyError: no such style.
        BadCloth: no cloth can be so wide.
    """
    job = new_order(asked.style)
    garment = replace(job.garments[0], body=asked.whom.body, size=asked.whom.size)
    main = replace(
        job.cloths[0],
        id="quick",
        name=tr("Plain cloth"),
        usable_width_mm=asked.width_mm,
        full_width_mm=None,
        step_mm=asked.step_mm,
        print=Print.ONE_WAY if asked.one_way else Print.ANY,
    )
    cloths = {
        material: main.id if id == job.cloths[0].id else id
        for material, id in garment.cloths.items()
    }
    made = replace(garment, cloths=cloths)
    client = "" if asked.whom.size else asked.whom.name
    return replace(job, client=client, cloths=(main, *job.cloths[1:]), garments=(made,))


def quick_cell(asked: Question) -> tuple[str, CellTask]:
    """The cell of a yardage table that answers a question: its key, by which it may be known
    already, and the work that fills it.

    Raises:
        KeyError: no such style.
        BadCloth: no cloth can be so wide.
        DraftRefused: it cannot be drafted for that body.
        JobRefused: a piece can never be cut from a cloth so narrow.
    """
    job = quick_job(asked)
    whom = asked.whom
    pieces, cloth = cell_pieces(job, job.cloths[0].id, whom.size, whom.body, asked.width_mm)
    return cell_key(pieces, cloth), CellTask(size=whom.size, pieces=pieces, cloth=cloth)


def who_for(style: Chosen, clients: tuple[Client, ...]) -> tuple[Whom, ...]:
    """For whom a style can be made: clients of whom every measurement is known, as measured last,
    then the sizes of its chart."""
    taken = chosen_style(style)
    known = (
        Whom(name=client.name, body=client.latest)
        for client in clients
        if client.latest is not None and not missing(client.latest, taken.required)
    )
    chart = CHARTS[taken.charts[0]]
    return (*known, *(Whom(name=own, body=chart.body(own), size=own) for own in chart.sizes))
