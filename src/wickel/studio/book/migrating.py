"""A book of an older Wickel is brought up to date, after it was copied."""

from __future__ import annotations

from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.script import ScriptDirectory
from sqlalchemy import Engine

from wickel.studio.book.store import BookTrouble, backed_up
from wickel.wording import say


def migrate(engine: Engine, path: Path, now: str | None, today: str) -> None:
    """Run the migrations that a book lacks; ``now`` is the one it stands at, None for an empty one.
    It is copied beside itself first.

    Raises:
        BookTrouble: it is of a newer Wickel.
        DatabaseError, OSError: it cannot be written.
    """
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    script = ScriptDirectory.from_config(config)
    known = {revision.revision for revision in script.walk_revisions()}
    if now is not None and now not in known:
        raise BookTrouble(say("book.newer", name=path.name))
    if now is not None:
        backed_up(path, today)
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
