"""What was done for bits and routers: sharpened, oiled, looked at."""

import sqlalchemy as sa
from alembic import op

revision = "0006_cares"
down_revision = "0005_runs"


def upgrade() -> None:
    op.create_table(
        "cares",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), nullable=False),
        sa.Column("kind", sa.String(20), nullable=False),
        sa.Column("of", sa.String(80), nullable=False),
        sa.Column("at", sa.DateTime(), nullable=False),
        sa.Column("was", sa.String(10), nullable=True),
        if_not_exists=True,
    )
