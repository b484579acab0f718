"""The sentences in English, by code; each room has its own module."""

from wickel.wording.english import body, cloth, draft, job, lay

ENGLISH: dict[str, str] = {
    **body.SENTENCES,
    **cloth.SENTENCES,
    **draft.SENTENCES,
    **job.SENTENCES,
    **lay.SENTENCES,
}
