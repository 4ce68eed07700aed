"""Joints of two pieces are kept in their job."""

import sqlalchemy as sa
from alembic import op

revision = "0004_joints"
down_revision = "0003_outlines"


def upgrade() -> None:
    op.create_table(
        "joints",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), nullable=False),
        sa.Column("place", sa.Integer(), nullable=False),
        sa.Column("removed_at", sa.DateTime(), nullable=True),
        sa.Column("job_id", sa.String(40), sa.ForeignKey("jobs.id", ondelete="CASCADE"), nullable=False),
        sa.Column("first_id", sa.String(40), sa.ForeignKey("pieces.id", ondelete="CASCADE"), nullable=False),
        sa.Column("second_id", sa.String(40), sa.ForeignKey("pieces.id", ondelete="CASCADE"), nullable=False),
        sa.Column("name", sa.String(200), nullable=False),
        sa.Column("spec", sa.JSON(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        if_not_exists=True,
    )
    op.create_index("joints_places", "joints", ["shop_id", "place"], unique=True, if_not_exists=True)
