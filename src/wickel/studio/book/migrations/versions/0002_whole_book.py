"""Clients, shelf, schools and the index of jobs; what a fitting asked for, and photos."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None

TABLES = ("client", "shelf", "school", "job", "fact")


def upgrade() -> None:
    for name in TABLES:
        op.create_table(
            name,
            sa.Column("key", sa.Text, primary_key=True),
            sa.Column("value", sa.JSON, nullable=False),
        )
    with op.batch_alter_table("job") as job:
        job.add_column(sa.Column("id", sa.String(64), nullable=False, server_default=""))
        job.add_column(sa.Column("stamp", sa.String(64), nullable=False, server_default=""))
        job.create_index("job_id", ["id"])
    with op.batch_alter_table("log") as log:
        log.add_column(sa.Column("way", sa.Text, nullable=False, server_default=""))
        log.add_column(sa.Column("used_share", sa.Float))
        log.add_column(sa.Column("rule_mm", sa.Float))
        log.add_column(sa.Column("fitting", sa.JSON, nullable=False, server_default="[]"))
        log.add_column(sa.Column("photos", sa.JSON, nullable=False, server_default="[]"))
    # each table counts its changes, so that a window reads anew only what has changed
    op.create_table(
        "change",
        sa.Column("name", sa.Text, primary_key=True),
        sa.Column("number", sa.Integer, nullable=False),
    )
    for name in (*TABLES, "log"):
        op.execute(f"INSERT INTO change VALUES ('{name}', 0)")
        for what in ("INSERT", "UPDATE", "DELETE"):
            op.execute(
                f"CREATE TRIGGER {name}_{what.lower()} AFTER {what} ON {name} BEGIN "
                f"UPDATE change SET number = number + 1 WHERE name = '{name}'; END"
            )


def downgrade() -> None:
    for name in (*TABLES, "log"):
        for what in ("insert", "update", "delete"):
            op.execute(f"DROP TRIGGER {name}_{what}")
    op.drop_table("change")
    with op.batch_alter_table("log") as log:
        for name in ("way", "used_share", "rule_mm", "fitting", "photos"):
            log.drop_column(name)
    for name in TABLES:
        op.drop_table(name)
