"""The one sentence of the slip: what is wrong, or what is next, and the stage that shows it."""

from __future__ import annotations

from wickel.app.session import Session
from wickel.body import MEASUREMENTS, doubts
from wickel.lay import Level, not_laid
from wickel.units import shown_short, shown_sold
from wickel.yardage import shown_buy

JOBS, BODY, DRAFT, CLOTH, LAY, BUY = range(6)


def next_step(session: Session) -> tuple[str, int]:
    """The sentence and its stage, −1 when there is nothing to look at."""
    if session.refusal:
        first = next(iter(session.refusal_concerns), "")
        return (
            session.refusal,
            BODY if first in MEASUREMENTS else CLOTH if first == "cloth" else DRAFT,
        )
    unheld = [check for done in session.drafts for check in done.checks if check.broken]
    if unheld:
        return (f"{unheld[0].name} does not hold by tape. {unheld[0].way_out}", DRAFT)
    if session.lay is None or not_laid(session.lay):
        refusal = session.lay_refusals.get(session.way)
        if refusal:
            return (refusal, CLOTH if session.never_fits else LAY)
        if session.lay is None or session.searching:
            return ("The pieces are being laid on the cloth.", LAY)
    troubles = [f for f in session.lay.findings if f.level is not Level.NOTE]
    if troubles:
        return (f"{troubles[0].text} {troubles[0].way_out}".strip(), LAY)
    garment = session.garment
    implausible = doubts(garment.body) if garment else ()
    if implausible:
        return (str(implausible[0].text), BODY)
    need, cloth = session.need, session.lay.cloth
    if cloth.sold_length_mm is not None and need is not None and (need.lengths or 1) > 1:
        each = shown_sold(cloth.sold_length_mm, session.job.unit)
        return (
            (
                f"One lay is longer than the {each} that {cloth.shown_name} is sold in: Buy has a "
                "lay for each."
            ),
            BUY,
        )
    return (_buy(session), LAY)


def _buy(session: Session) -> str:
    lay, need, unit = session.lay, session.need, session.job.unit
    assert lay is not None
    assert need is not None
    if need.short_mm > 0:
        return f"The length at hand is {shown_short(need.short_mm, unit)} too short for this lay."
    searching = " Looking for a shorter one." if session.searching else ""
    return (
        f"Buy {shown_buy(need, lay.cloth, unit)} of {lay.cloth.shown_name}, laid "
        f"{lay.way.name.lower()}.{searching}"
    )
