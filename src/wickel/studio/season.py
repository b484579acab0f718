"""What the demo studio has learnt: the entries of its log."""

from __future__ import annotations

from wickel.studio.book.entries import LogEntry


def demo_log() -> tuple[LogEntry, ...]:
    """Entries of jobs that the Lantern Yard has handed over."""
    return (
        LogEntry(
            id="demo-harvest",
            day="2026-09-10",
            job="Harvest dress",
            client="Tamsin Quill",
            who="Odile",
            styles=("Box dress",),
            cloths=("Moss linen",),
            planned_mm=1820.0,
            bought_mm=2000.0,
            used_mm=1850.0,
            left_mm2=180_000.0,
            planned_minutes=28.0,
            minutes=41.0,
            wrong=("length",),
            next_time=("longer",),
            note="It came out 2 cm short in front after hemming.",
        ),
        LogEntry(
            id="demo-coat",
            day="2026-08-11",
            job="Ferry coat",
            client="Bertrand Oake",
            who="Wren",
            styles=("Coat",),
            cloths=("Barge corduroy", "Plum lining"),
            planned_mm=4150.0,
            bought_mm=4600.0,
            used_mm=4200.0,
            planned_minutes=64.0,
            minutes=83.0,
            wrong=("waste",),
            next_time=("fold", "buy-less"),
        ),
        LogEntry(
            id="demo-wings",
            day="2026-07-12",
            job="Wings for the stage",
            client="The Lantern Players",
            who="Odile",
            styles=("Open robe",),
            cloths=("Heron print cotton",),
            planned_mm=3300.0,
            bought_mm=3400.0,
            used_mm=3380.0,
            planned_minutes=45.0,
            minutes=52.0,
            next_time=("wash",),
            note="Wash it twice: the blue still runs. Heads towards the start.",
        ),
    )
