"""New orders and new styles: a garment always has a cloth for each of its materials."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace

from wickel.body import CHARTS
from wickel.cloth import Cloth
from wickel.draft import STYLES, OptionValue, Style
from wickel.draft.own import OwnStyle, style_of
from wickel.job import Garment, Job, Version, garment_style, with_version
from wickel.job.edits import free_id, with_garment
from wickel.studio.demo import CLOTH_FOR_MATERIAL, shelf_cloth

Chosen = str | OwnStyle | Version
"""What the gallery offers: a style of the house by its id, one written in the studio, or a version
of either."""


def chosen_style(style: Chosen) -> Style:
    """The style that was chosen, or the one of which a version was. Raises ``KeyError``."""
    if isinstance(style, Version):
        return style.base
    return STYLES[style] if isinstance(style, str) else style_of(style)


def with_style(job: Job, garment: Garment, style: Chosen) -> Job:
    """The garment made in another style, of the house or the maker's own, its options at their
    defaults, or as a version of it says.

    Every material is put on a cloth; changes made by hand to the old pieces are gone.

    Cloths that a material still lacks come off the shelf; those no piece needs any more are left
    out.

    Raises:
        KeyError: no such style.
    """
    own = style if isinstance(style, OwnStyle) else None
    taken = chosen_style(style)
    answers = style.options if isinstance(style, Version) else {}
    named, cloths = _on_cloths(job, garment, taken.materials_for(answers))
    made = replace(
        garment,
        style=taken.id,
        name=taken.name,
        options={},
        cloths=named,
        own=own,
        changes=(),
        figures={},
        given_by={},
        anyway=False,
        cards={},
    )
    if isinstance(style, Version):
        made = with_version(made, style)
    garments = tuple(made if other.id == garment.id else other for other in job.garments)
    needed = {id for other in garments for id in other.cloths.values()}
    needed |= {order.cloth for piece in job.pieces for order in piece.orders} | {cloths[0].id}
    return replace(
        job, garments=garments, cloths=tuple(cloth for cloth in cloths if cloth.id in needed)
    )


def shown_name(style: Chosen) -> str:
    """What the chosen style is called."""
    return style.name if isinstance(style, Version) else chosen_style(style).name


def with_another(job: Job, style: Chosen) -> Job:
    """The job with one more garment, of a style, for the body of the first one, or in a size where
    it has none.

    Raises:
        KeyError: no such style.
    """
    taken = chosen_style(style)
    chart = CHARTS[taken.charts[0]]
    size = list(chart.sizes)[len(chart.sizes) // 2]
    first = next(iter(job.garments), None)
    same = first is not None and all(id in first.body.measurements_mm for id in taken.required)
    id = free_id("garment", (other.id for other in job.garments))
    garment = Garment(id=id, style=taken.id, size=size, body=chart.body(size))
    if first is not None and same:
        garment = replace(garment, size=first.size, body=first.body)
    return with_style(replace(job, garments=(*job.garments, garment)), garment, style)


def new_order(style: Chosen) -> Job:
    """A new job for one garment of a style, in the middle size of its chart. Raises
    ``KeyError``."""
    taken = chosen_style(style)
    chart = CHARTS[taken.charts[0]]
    sizes = list(chart.sizes)
    size = sizes[len(sizes) // 2]
    garment = Garment(id="garment", style=taken.id, size=size, body=chart.body(size))
    bare = Job(
        name=f"New {shown_name(style).lower()}",
        cloths=(shelf_cloth(CLOTH_FOR_MATERIAL["main"]),),
        garments=(garment,),
    )
    return with_style(bare, garment, style)


def with_answers(job: Job, garment: Garment, answers: Mapping[str, OptionValue]) -> Job:
    """The job with questions of a garment answered, and a cloth for what the answers bring, such as
    a lining."""
    made = with_garment(job, replace(garment, options={**garment.options, **answers}))
    now = made.garment(garment.id)
    lacking = set(garment_style(now).materials_for(now.options)) - set(now.cloths)
    return with_materials(made, now, sorted(lacking)) if lacking else made


def with_materials(job: Job, garment: Garment, materials: Iterable[str]) -> Job:
    """The job with a cloth for each of these materials of a garment, off the shelf where it has
    none yet."""
    named, cloths = _on_cloths(job, garment, ("main", *garment.cloths, *materials))
    made = replace(garment, cloths={**garment.cloths, **named})
    return replace(
        job,
        garments=tuple(made if other.id == garment.id else other for other in job.garments),
        cloths=tuple(cloths),
    )


def _on_cloths(
    job: Job, garment: Garment, materials: Iterable[str]
) -> tuple[dict[str, str], list[Cloth]]:
    """Which cloth each material is cut from, and the job's cloths with those off the shelf that
    were lacking."""
    wanted = tuple(materials)
    named = {"main": job.cloths[0].id} if job.cloths else {}
    named |= {material: id for material, id in garment.cloths.items() if material in wanted}
    cloths = list(job.cloths)
    for material in wanted:
        if material not in named:
            cloth = shelf_cloth(CLOTH_FOR_MATERIAL[material])
            if cloths:
                cloth = replace(cloth, step_mm=cloths[0].step_mm)  # the shop is the same
            if all(other.id != cloth.id for other in cloths):
                cloths.append(cloth)
            named[material] = cloth.id
    return named, cloths
