"""The one sentence of the slip: what is wrong, or what is next, and the stage that shows it."""

from __future__ import annotations

from wickel.app.session import Session
from wickel.app.stage import Stage
from wickel.body import MEASUREMENTS, doubts
from wickel.lay import Level, not_laid
from wickel.units import shown_cloth_length, shown_short, shown_sold
from wickel.wording import tr
from wickel.yardage import shown_buy


def next_step(session: Session) -> tuple[str, Stage | None]:
    """The sentence and its stage, None when there is nothing to look at."""
    return _what_is_wrong(session) or _what_is_next(session)


def _what_is_wrong(session: Session) -> tuple[str, Stage] | None:
    """The first thing that is wrong or to be doubted, from the draft to the lay and the body."""
    if session.refusal:
        return session.refusal, _refused_at(session)
    unheld = [check for done in session.drafts for check in done.checks if check.broken]
    if unheld:
        return tr(
            "{name} does not hold by tape. {way_out}",
            name=unheld[0].name,
            way_out=unheld[0].advice,
        ), Stage.DRAFT
    refusal = session.lay_refusals.get(session.way)
    if refusal and (session.lay is None or not_laid(session.lay)):
        return refusal, Stage.CLOTH if session.never_fits else Stage.LAY
    if session.lay is None:
        return None
    troubles = [f for f in session.lay.findings if f.level is not Level.NOTE]
    if troubles and not _still_laying(session):
        return f"{troubles[0].text} {troubles[0].way_out}".strip(), Stage.LAY
    return None


def _refused_at(session: Session) -> Stage:
    """The stage of the field that a refused draft names first."""
    first = next(iter(session.refusal_concerns), "")
    if first in MEASUREMENTS:
        return Stage.BODY
    return Stage.CLOTH if first == "cloth" else Stage.DRAFT


def _still_laying(session: Session) -> bool:
    """Whether there is no whole lay yet and one is looked for."""
    return session.lay is None or (bool(not_laid(session.lay)) and session.searching)


def _what_is_next(session: Session) -> tuple[str, Stage | None]:
    """What there is to do when nothing is wrong."""
    if session.cloth is not None and session.cloth not in session.cloths:
        return tr("Nothing is cut from {cloth}.", cloth=session.cloth.shown_name), Stage.CLOTH
    if _still_laying(session):
        return tr("The pieces are being laid on the cloth."), Stage.LAY
    assert session.lay is not None
    if session.job.at_table.begun:
        return _at_table(session), Stage.CUT
    implausible = doubts(session.garment.body) if session.garment else ()
    if implausible:
        return str(implausible[0].text), Stage.BODY
    need, cloth = session.need, session.lay.cloth
    if cloth.sold_length_mm is not None and need is not None and (need.lengths or 1) > 1:
        each = shown_sold(cloth.sold_length_mm, session.job.unit)
        return (
            tr(
                "One lay is longer than the {each} that {cloth} is sold in: Buy has a lay for "
                "each.",
                each=each,
                cloth=cloth.shown_name,
            ),
            Stage.BUY,
        )
    return _buy(session), Stage.LAY


def _at_table(session: Session) -> str:
    """How far a job is that is being cut."""
    cut = sum(len(ids) for ids in session.job.at_table.cut.values())
    lays = [lay for cloth in session.cloths if (lay := session.lay_of(cloth.id)) is not None]
    count = sum(len(lay.placements) for lay in lays)
    if cut >= count:
        return tr("All of it is cut.")
    return tr("At the table: {cut} of {count:of piece is|pieces are} cut.", cut=cut, count=count)


def _buy(session: Session) -> str:
    lay, need, unit = session.lay, session.need, session.job.unit
    assert lay is not None
    assert need is not None
    if need.short_mm > 0:
        return tr(
            "The length at hand is {short} too short for this lay.",
            short=shown_short(need.short_mm, unit),
        )
    searching = tr(" Looking for a shorter one.") if session.searching else ""
    if need.is_reserved:
        return tr(
            "Nothing to buy of {cloth}: {length} is reserved on the shelf, laid {way}.{searching}",
            cloth=lay.cloth.shown_name,
            length=shown_cloth_length(need.need_mm, unit),
            way=lay.way.name.lower(),
            searching=searching,
        )
    return tr(
        "Buy {shown_buy} of {cloth}, laid {way}.{searching}",
        shown_buy=shown_buy(need, lay.cloth, unit),
        cloth=lay.cloth.shown_name,
        way=lay.way.name.lower(),
        searching=searching,
    )
