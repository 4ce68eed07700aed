"""A workshop has a name, a unit and its house rules."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None


def upgrade() -> None:
    op.create_table(
        "shops",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("name", sa.String(200), nullable=False),
        sa.Column("unit", sa.String(2), nullable=False),
        sa.Column("rules", sa.JSON(), nullable=False),
        if_not_exists=True,
    )
