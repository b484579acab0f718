"""New orders and new styles: a garment always has a cloth for each of its materials."""

from __future__ import annotations

from dataclasses import replace

from wickel.body import CHARTS
from wickel.draft import STYLES
from wickel.job import Garment, Job
from wickel.studio.demo import CLOTH_FOR_MATERIAL, shelf_cloth


def with_style(job: Job, garment: Garment, style: str) -> Job:
    """The garment made in another style, its options at their defaults, every material on a cloth.

    Cloths that a material still lacks come off the shelf; those no piece needs any more are left out.

    Raises:
        KeyError: no such style.
    """
    materials = STYLES[style].materials
    named = {"main": job.cloths[0].id} if job.cloths else {}
    named |= {material: id for material, id in garment.cloths.items() if material in materials}
    cloths = list(job.cloths)
    for material in materials:
        if material not in named:
            cloth = shelf_cloth(CLOTH_FOR_MATERIAL[material])
            if all(own.id != cloth.id for own in cloths):
                cloths.append(cloth)
            named[material] = cloth.id
    made = replace(garment, style=style, name=STYLES[style].name, options={}, cloths=named)
    garments = tuple(made if own.id == garment.id else own for own in job.garments)
    needed = {id for own in garments for id in own.cloths.values()}
    needed |= {order.cloth for piece in job.pieces for order in piece.orders} | {cloths[0].id}
    return replace(job, garments=garments, cloths=tuple(cloth for cloth in cloths if cloth.id in needed))


def new_order(style: str) -> Job:
    """A new job for one garment of a style, in the middle size of its chart. Raises ``KeyError``."""
    chart = CHARTS[STYLES[style].charts[0]]
    sizes = list(chart.sizes)
    size = sizes[len(sizes) // 2]
    garment = Garment(id="garment", style=style, size=size, body=chart.body(size))
    bare = Job(
        name=f"New {STYLES[style].name.lower()}",
        cloths=(shelf_cloth(CLOTH_FOR_MATERIAL["main"]),),
        garments=(garment,),
    )
    return with_style(bare, garment, style)
