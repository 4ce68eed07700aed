"""Bits lie in a shop's drawer."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"


def upgrade() -> None:
    op.create_table(
        "bits",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), nullable=False),
        sa.Column("place", sa.Integer(), nullable=False),
        sa.Column("spec", sa.JSON(), nullable=False),
        if_not_exists=True,
    )
