"""Runs at the machine, and the plans that they followed."""

import sqlalchemy as sa
from alembic import op

revision = "0005_runs"
down_revision = "0004_joints"


def upgrade() -> None:
    op.create_table(
        "run_plans",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("record", sa.JSON(), nullable=False),
        if_not_exists=True,
    )
    op.create_table(
        "runs",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), nullable=False),
        sa.Column("begun_at", sa.DateTime(), nullable=False),
        sa.Column("ended_at", sa.DateTime(), nullable=True),
        sa.Column("state", sa.String(10), nullable=False),
        sa.Column("came_out", sa.String(20), nullable=True),
        sa.Column("plan_id", sa.String(40), nullable=True),
        sa.Column("cut_id", sa.String(80), nullable=True),
        sa.Column("hand", sa.String(40), nullable=True),
        sa.Column("of", sa.JSON(), nullable=False),
        sa.Column("spec", sa.JSON(), nullable=False),
        if_not_exists=True,
    )
    op.create_index("runs_in_time", "runs", ["shop_id", "begun_at"], if_not_exists=True)
