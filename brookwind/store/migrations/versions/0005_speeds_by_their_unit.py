"""Speeds of a survey are written `_m_s`, as everywhere."""

from __future__ import annotations

import json
import re

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None

_SPEEDS = ("speed", "surface", "wind", "sink")


def _renamed(old: str, new: str) -> None:
    connection = op.get_bind()
    for key, fields in connection.execute(sa.text("SELECT id, fields FROM survey")).all():
        text = fields if isinstance(fields, str) else json.dumps(fields)
        changed = re.sub(rf'"({"|".join(_SPEEDS)}){old}":', rf'"\1{new}":', text)
        connection.execute(sa.text("UPDATE survey SET fields = :f WHERE id = :k"), {"f": changed, "k": key})


def upgrade() -> None:
    _renamed("_ms", "_m_s")


def downgrade() -> None:
    _renamed("_m_s", "_ms")
