"""Sessions and what happened in them."""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "outing",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("swim_id", sa.String(), sa.ForeignKey("swim.id", ondelete="SET NULL"), nullable=True),
        sa.Column("place", sa.String(), nullable=False),
        sa.Column("begins_at", sa.DateTime(), nullable=False),
        sa.Column("ends_at", sa.DateTime(), nullable=True),
        sa.Column("offset_min", sa.Integer(), nullable=False),
        sa.Column("notes", sa.String(), nullable=False),
        sa.Column("updated_at", sa.DateTime(), nullable=False),
    )
    for column in ("swim_id", "place", "begins_at"):
        op.create_index(f"ix_outing_{column}", "outing", [column])
    op.create_table(
        "event",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("outing_id", sa.String(), sa.ForeignKey("outing.id", ondelete="CASCADE"), nullable=False),
        sa.Column("at", sa.DateTime(), nullable=False),
        sa.Column("offset_min", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(), nullable=False),
        sa.Column("came", sa.String(), nullable=True),
        sa.Column("species", sa.String(), nullable=True),
        sa.Column("length_m", sa.Float(), nullable=True),
        sa.Column("mass_kg", sa.Float(), nullable=True),
        sa.Column("text", sa.String(), nullable=False),
        sa.Column("rig_name", sa.String(), nullable=True),
        sa.Column("height_m", sa.Float(), nullable=True),
        sa.Column("setting_m", sa.Float(), nullable=True),
        sa.Column("pattern", sa.String(), nullable=True),
        sa.Column("bait", sa.String(), nullable=True),
        sa.Column("rig", sa.JSON(), nullable=True),
    )
    op.create_index("ix_event_outing_at", "event", ["outing_id", "at"])
    op.create_index("ix_event_kind_species", "event", ["kind", "species"])


def downgrade() -> None:
    op.drop_table("event")
    op.drop_table("outing")
