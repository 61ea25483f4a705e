"""First tables: waters, swims, the box, rigs and their revisions."""

from __future__ import annotations

from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def _record(*extra: sa.Column[Any]) -> list[sa.Column[Any]]:
    return [
        sa.Column("id", sa.String(), primary_key=True),
        *extra,
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("fields", sa.JSON(), nullable=False),
        sa.Column("updated_at", sa.DateTime(), nullable=False),
    ]


def upgrade() -> None:
    op.create_table("water", *_record())
    swim_water = sa.Column("water_id", sa.String(), sa.ForeignKey("water.id", ondelete="CASCADE"), nullable=False)
    op.create_table("swim", *_record(swim_water))
    op.create_index("ix_swim_water_id", "swim", ["water_id"])
    op.create_table("box_item", *_record(sa.Column("kind", sa.String(), nullable=False)))
    op.create_index("ix_box_item_kind", "box_item", ["kind"])
    op.create_table("rig", *_record(sa.Column("schema_version", sa.Integer(), nullable=False)))
    op.create_table(
        "rig_revision",
        sa.Column("id", sa.Integer(), primary_key=True),
        sa.Column("rig_id", sa.String(), sa.ForeignKey("rig.id", ondelete="CASCADE"), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("fields", sa.JSON(), nullable=False),
        sa.Column("saved_at", sa.DateTime(), nullable=False),
    )
    op.create_index("ix_rig_revision_rig_id", "rig_revision", ["rig_id"])


def downgrade() -> None:
    for table in ("rig_revision", "rig", "box_item", "swim", "water"):
        op.drop_table(table)
