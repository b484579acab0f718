"""The log."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "log",
        sa.Column("id", sa.String(64), primary_key=True),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("day", sa.String(10), nullable=False),
        sa.Column("job", sa.Text, nullable=False),
        sa.Column("client", sa.Text, nullable=False),
        sa.Column("who", sa.Text, nullable=False),
        sa.Column("styles", sa.JSON, nullable=False),
        sa.Column("cloths", sa.JSON, nullable=False),
        sa.Column("planned_mm", sa.Float, nullable=False),
        sa.Column("bought_mm", sa.Float),
        sa.Column("used_mm", sa.Float),
        sa.Column("left_mm2", sa.Float, nullable=False),
        sa.Column("planned_minutes", sa.Float, nullable=False),
        sa.Column("minutes", sa.Float),
        sa.Column("wrong", sa.JSON, nullable=False),
        sa.Column("next_time", sa.JSON, nullable=False),
        sa.Column("note", sa.Text, nullable=False),
        sa.Column("words", sa.Text, nullable=False),
    )
    op.create_index("log_day", "log", ["day"])


def downgrade() -> None:
    op.drop_table("log")
