"""Photographs of sessions, what the tip showed at the water, and what a long log is asked in indexes."""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "photograph",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("outing_id", sa.String(), sa.ForeignKey("outing.id", ondelete="CASCADE"), nullable=False),
        sa.Column("at", sa.DateTime(), nullable=False),
        sa.Column("offset_min", sa.Integer(), nullable=False),
        sa.Column("text", sa.String(), nullable=False),
        sa.Column("width", sa.Integer(), nullable=False),
        sa.Column("height", sa.Integer(), nullable=False),
        sa.Column("jpeg", sa.LargeBinary(), nullable=False),
        sa.Column("small", sa.LargeBinary(), nullable=False),
    )
    op.create_index("ix_photograph_outing_id", "photograph", ["outing_id"])
    op.add_column("event", sa.Column("tip_m", sa.Float(), nullable=True))
    op.drop_index("ix_event_outing_at", "event")
    op.create_index("ix_event_came", "event", ["outing_id", "at", "kind", "came", "species"])
    how = ["kind", "outing_id", "at", "rig_name", "height_m", "setting_m", "pattern", "bait"]
    op.create_index("ix_event_how", "event", how)


def downgrade() -> None:
    op.drop_index("ix_event_how", "event")
    op.drop_index("ix_event_came", "event")
    op.create_index("ix_event_outing_at", "event", ["outing_id", "at"])
    op.drop_column("event", "tip_m")
    op.drop_table("photograph")
