"""A removed piece is kept, so that it can be brought back."""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"


def upgrade() -> None:
    op.add_column("pieces", sa.Column("removed", sa.Boolean(), nullable=False, server_default=sa.false()), if_not_exists=True)
