"""Outlines are kept by name."""

import sqlalchemy as sa
from alembic import op

revision = "0003_outlines"
down_revision = "0002_jobs"


def upgrade() -> None:
    op.create_table(
        "outlines",
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("place", sa.Integer(), nullable=False),
        sa.Column("spec", sa.JSON(), nullable=False),
        if_not_exists=True,
    )
    op.create_index("outlines_places", "outlines", ["shop_id", "place"], unique=True, if_not_exists=True)
