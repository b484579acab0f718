"""The rows of the book."""

from __future__ import annotations

from typing import Any

from sqlalchemy import JSON, Float, Index, String, Text
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """What all rows are."""


class LogRow(Base):
    """An entry of the log."""

    __tablename__ = "log"
    __table_args__ = (Index("log_day", "day"),)

    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    version: Mapped[int] = mapped_column(default=1)
    day: Mapped[str] = mapped_column(String(10))
    job: Mapped[str] = mapped_column(Text)
    client: Mapped[str] = mapped_column(Text, default="")
    who: Mapped[str] = mapped_column(Text, default="")
    styles: Mapped[list[str]] = mapped_column(JSON)
    cloths: Mapped[list[str]] = mapped_column(JSON)
    planned_mm: Mapped[float] = mapped_column(Float, default=0.0)
    bought_mm: Mapped[float | None] = mapped_column(Float)
    used_mm: Mapped[float | None] = mapped_column(Float)
    left_mm2: Mapped[float] = mapped_column(Float, default=0.0)
    planned_minutes: Mapped[float] = mapped_column(Float, default=0.0)
    minutes: Mapped[float | None] = mapped_column(Float)
    wrong: Mapped[list[str]] = mapped_column(JSON)
    next_time: Mapped[list[str]] = mapped_column(JSON)
    note: Mapped[str] = mapped_column(Text, default="")
    way: Mapped[str] = mapped_column(Text, default="")
    used_share: Mapped[float | None] = mapped_column(Float)
    rule_mm: Mapped[float | None] = mapped_column(Float)
    fitting: Mapped[list[list[Any]]] = mapped_column(JSON, default=list)
    photos: Mapped[list[str]] = mapped_column(JSON, default=list)
    words: Mapped[str] = mapped_column(Text, default="")
    """What is searched: names, cloths, words, without capitals."""


class KeptRow:
    """Something the studio keeps under a name: its record, as files write it."""

    __tablename__: str
    key: Mapped[str] = mapped_column(Text, primary_key=True)
    value: Mapped[dict[str, Any]] = mapped_column(JSON)


class ClientRow(KeptRow, Base):
    """A client, by name."""

    __tablename__ = "client"


class ShelfRow(KeptRow, Base):
    """A cloth or a remnant on the shelf, by name."""

    __tablename__ = "shelf"


class SchoolRow(KeptRow, Base):
    """A school of the studio's own, by its id."""

    __tablename__ = "school"


class JobRow(KeptRow, Base):
    """What the book knows of a job file, by the file's place."""

    __tablename__ = "job"
    __table_args__ = (Index("job_id", "id"),)

    id: Mapped[str] = mapped_column(String(64), default="")
    """The job's own, which goes with its file wherever that goes."""
    stamp: Mapped[str] = mapped_column(String(64), default="")
    """The file as it was when it was read."""


class FactRow(KeptRow, Base):
    """A single thing the studio has said, by what it is."""

    __tablename__ = "fact"
