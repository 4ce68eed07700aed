"""A piece gets cuts, each with a version that rises with every save."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"


def upgrade() -> None:
    op.create_table(
        "cuts",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), nullable=False),
        sa.Column("place", sa.Integer(), nullable=False),
        sa.Column("piece_id", sa.String(40), sa.ForeignKey("pieces.id", ondelete="CASCADE"), nullable=False),
        sa.Column("name", sa.String(200), nullable=False),
        sa.Column("spec", sa.JSON(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        if_not_exists=True,
    )
