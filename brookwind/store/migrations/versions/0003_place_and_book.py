"""The rules of each water, and what the angler changed in the book."""

from __future__ import annotations

from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def _kept() -> tuple[sa.Column[Any], ...]:
    return (
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("fields", sa.JSON(), nullable=False),
        sa.Column("updated_at", sa.DateTime(), nullable=False),
    )


def upgrade() -> None:
    op.create_table(
        "place_rules",
        sa.Column("id", sa.String(), sa.ForeignKey("water.id", ondelete="CASCADE"), primary_key=True),
        *_kept(),
    )
    for name in ("species", "bait", "hook_pattern", "schools"):
        op.create_table(name, sa.Column("id", sa.String(), primary_key=True), *_kept())


def downgrade() -> None:
    for name in ("schools", "hook_pattern", "bait", "species", "place_rules"):
        op.drop_table(name)
