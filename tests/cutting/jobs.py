"""Jobs to cut, made for tests: demo orders laid quickly, and lays of plain pieces put by hand."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

from wickel.cloth import Cloth, Print, spread
from wickel.cutting import ToCut
from wickel.job import Job, lay_job
from wickel.job.work import drafted_job
from wickel.lay import CutOrder, CutPiece, Lay, Placement, Search, Shape
from wickel.lay.finished import with_findings
from wickel.studio.demo import orders


@lru_cache(maxsize=32)
def demo_work(number: int, way: str = "", width: float = 0.0) -> ToCut:
    """A demo order laid quickly, each cloth its own way or one asked for, on a cloth of another
    width where one is asked for."""
    job = orders()[number]
    if width:
        wide = replace(job.cloths[0], usable_width_mm=width, full_width_mm=None)
        job = replace(job, cloths=(wide, *job.cloths[1:]))
    return work_of(job, way)


def work_of(job: Job, way: str = "") -> ToCut:
    """A job laid quickly."""
    drafts, pieces = drafted_job(job)
    ways = {cloth.id: way or job.spread_of(cloth.id) for cloth in job.cloths}
    lays = lay_job(job, pieces, fold=ways, search=Search(effort=20))
    return ToCut.of_work(job, drafts, lays)


def plain_cloth(width: float = 1400.0) -> Cloth:
    return Cloth(id="main", name="Plain", usable_width_mm=width, print=Print.ANY)


def box(name: str, long: float, broad: float, **order: object) -> CutPiece:
    """A rectangle from its head at 0 to its hem, from its centre at 0 across."""
    outline = ((0.0, 0.0), (long, 0.0), (long, broad), (0.0, broad))
    return CutPiece(
        id=name,
        name=name,
        cut_line=outline,
        orders=(CutOrder(cloth="main", **{"copies": 1, **order}),),
    )


def necked(name: str, long: float, broad: float, down: float) -> CutPiece:
    """A half on the fold with a neck so deep: a corner cut off straight."""
    outline = ((down, 0.0), (long, 0.0), (long, broad), (0.0, broad), (0.0, 80.0))
    order = CutOrder(cloth="main", copies=1, fold_edges=(((down, 0.0), (long, 0.0)),))
    return CutPiece(id=name, name=name, cut_line=outline, orders=(order,))


def placed(
    piece: CutPiece, x: float, y: float, plies: tuple[int, ...], **more: object
) -> Placement:
    on_fold = bool(piece.orders[0].fold_edges)
    values: dict[str, object] = {
        "id": f"{piece.id}/1",
        "piece": piece.id,
        "shape": Shape(outline=piece.cut_line),
        "section": 0,
        "zone": 0,
        "turn_deg": 0.0,
        "mirrored": False,
        "x_mm": x,
        "y_mm": y,
        "cut_plies": plies,
        "on_fold": on_fold,
        "fold": "low" if on_fold else "",
        "yields": len(plies) // 2 if on_fold else len(plies),
    }
    return Placement(**{**values, **more})


def by_hand(
    way: str,
    length: float,
    pieces: tuple[CutPiece, ...],
    *placements: Placement,
    width: float = 1400.0,
) -> ToCut:
    """A lay put together by hand on plain cloth."""
    cloth = plain_cloth(width)
    lay = with_findings(
        Lay(
            cloth=cloth,
            spread=spread(way, width, length),
            pieces=pieces,
            placements=placements,
            findings=(),
            used_share=0.5,
            seed=1,
            effort=1,
            seconds=0.0,
        )
    )
    return ToCut(job=Job(cloths=(cloth,), pieces=pieces, name="By hand"), drafts=(), lays=(lay,))


def for_body(work: ToCut, **changes: object) -> ToCut:
    """The work with something of its first garment changed, as drafted before."""
    first = work.drafts[0]
    garment = replace(first.garment, **changes)
    return replace(work, drafts=(replace(first, garment=garment), *work.drafts[1:]))
