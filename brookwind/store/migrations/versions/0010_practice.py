"""What was practised."""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "practice",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("at", sa.DateTime(), nullable=False),
        sa.Column("exercise", sa.String(), nullable=False),
        sa.Column("seed", sa.Integer(), nullable=False),
        sa.Column("level", sa.Integer(), nullable=False),
        sa.Column("share", sa.Float(), nullable=False),
        sa.Column("truth", sa.String(), nullable=True),
        sa.Column("chosen", sa.String(), nullable=True),
        sa.Column("moves", sa.JSON(), nullable=False),
    )
    op.create_index("ix_practice_at", "practice", ["at"])


def downgrade() -> None:
    op.drop_index("ix_practice_at", "practice")
    op.drop_table("practice")
