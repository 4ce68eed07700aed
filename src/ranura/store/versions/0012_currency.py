"""A shop has a currency that stands behind its prices."""

import sqlalchemy as sa
from alembic import op

revision = "0012"
down_revision = "0011"


def upgrade() -> None:
    op.add_column("shops", sa.Column("currency", sa.String(8), nullable=False, server_default="€"), if_not_exists=True)
