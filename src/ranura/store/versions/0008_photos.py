"""Photos of runs; runs that are taken out of the log and can be brought back."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.mysql import MEDIUMTEXT

revision = "0008_photos"
down_revision = "0007_pins"


def upgrade() -> None:
    op.add_column("runs", sa.Column("removed_at", sa.DateTime(), nullable=True), if_not_exists=True)
    op.create_table(
        "run_photos",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), nullable=False),
        sa.Column("run_id", sa.String(40), sa.ForeignKey("runs.id", ondelete="CASCADE"), nullable=False),
        sa.Column("at", sa.DateTime(), nullable=False),
        sa.Column("jpeg", MEDIUMTEXT(), nullable=False),
        sa.Column("removed_at", sa.DateTime(), nullable=True),
        if_not_exists=True,
    )
