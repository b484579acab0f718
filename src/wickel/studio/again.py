"""A new job like a client's last one, for the body they have now."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from wickel.body import Client, missing
from wickel.job import Job, garment_style
from wickel.studio.folder import begun_again
from wickel.studio.listing import Listing


def last_jobs(listings: Iterable[Listing]) -> dict[str, Listing]:
    """The last job of each client, by name: the one due last, of those the one listed last."""
    found: dict[str, Listing] = {}
    for own in listings:
        if own.client and not own.trouble:
            known = found.get(own.client)
            if known is None or own.due >= known.due:
                found[own.client] = own
    return dict(sorted(found.items(), key=lambda each: each[0].casefold()))


def for_client_again(job: Job, client: Client | None) -> Job:
    """A new job like an old one, its garments for the client as measured last, where that body has
    every measurement they need."""
    made = begun_again(job, job.name)
    body = None if client is None else client.latest
    if client is None or body is None:
        return made
    garments = tuple(
        garment
        if garment.body.name not in ("", client.name)
        or missing(body, garment_style(garment).required)
        else replace(garment, body=body, size="")
        for garment in job.garments
    )
    return replace(made, garments=garments, client=client.name)
