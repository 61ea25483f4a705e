"""The name of a database, and what was taken back."""

from __future__ import annotations

from uuid import uuid4

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None


def upgrade() -> None:
    identity = op.create_table("identity", sa.Column("id", sa.String(), primary_key=True))
    op.bulk_insert(identity, [{"id": uuid4().hex}])
    op.create_table(
        "dropped",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("outing_id", sa.String(), sa.ForeignKey("outing.id", ondelete="CASCADE"), nullable=False, index=True),
    )


def downgrade() -> None:
    op.drop_table("dropped")
    op.drop_table("identity")
