"""A removed cut is kept, so that it can be brought back."""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"


def upgrade() -> None:
    op.add_column("cuts", sa.Column("removed", sa.Boolean(), nullable=False, server_default=sa.false()), if_not_exists=True)
