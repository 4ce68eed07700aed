"""Routers stand on a shop's bench."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"


def upgrade() -> None:
    op.create_table(
        "routers",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), nullable=False),
        sa.Column("place", sa.Integer(), nullable=False),
        sa.Column("spec", sa.JSON(), nullable=False),
        if_not_exists=True,
    )
