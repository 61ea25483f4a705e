"""How far a cast went, and the wind of a session."""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("event", sa.Column("reach_m", sa.Float(), nullable=True))
    op.add_column("outing", sa.Column("wind_m_s", sa.Float(), nullable=True))


def downgrade() -> None:
    op.drop_column("outing", "wind_m_s")
    op.drop_column("event", "reach_m")
