"""The sentences in English, by code; each room has its own module."""

from wickel.wording.english import (
    body,
    cloth,
    cutting,
    draft,
    drawings,
    files,
    geometry,
    job,
    lay,
    studio,
    typed,
)

ENGLISH: dict[str, str] = {
    **typed.SENTENCES,
    **geometry.SENTENCES,
    **body.SENTENCES,
    **draft.SENTENCES,
    **cloth.SENTENCES,
    **lay.SENTENCES,
    **job.SENTENCES,
    **cutting.SENTENCES,
    **files.SENTENCES,
    **drawings.SENTENCES,
    **studio.SENTENCES,
}
