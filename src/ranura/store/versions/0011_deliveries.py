"""What the boards of a delivery measured is kept."""

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"


def upgrade() -> None:
    op.create_table(
        "deliveries",
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("place", sa.Integer(), nullable=False),
        sa.Column("spec", sa.JSON(), nullable=False),
        if_not_exists=True,
    )
