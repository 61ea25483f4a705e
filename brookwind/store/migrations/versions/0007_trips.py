"""Trips, rigs that are made up, the depth a stop was moved with, and devices that were let in."""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "trip",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("fields", sa.JSON(), nullable=False),
        sa.Column("updated_at", sa.DateTime(), nullable=False),
        sa.Column("swim_id", sa.String(), sa.ForeignKey("swim.id", ondelete="CASCADE"), nullable=False),
    )
    op.create_index("ix_trip_swim_id", "trip", ["swim_id"])
    op.create_table(
        "made_up",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("fields", sa.JSON(), nullable=False),
        sa.Column("updated_at", sa.DateTime(), nullable=False),
    )

    op.create_table(
        "device",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("name", sa.String(), nullable=False),
        sa.Column("token_hash", sa.String(), nullable=False),
        sa.Column("made_at", sa.DateTime(), nullable=False),
        sa.Column("seen_at", sa.DateTime(), nullable=False),
    )
    op.create_index("ix_device_token_hash", "device", ["token_hash"])
    op.add_column("event", sa.Column("depth_m", sa.Float(), nullable=True))


def downgrade() -> None:
    op.drop_column("event", "depth_m")
    op.drop_table("device")
    op.drop_table("made_up")
    op.drop_table("trip")
