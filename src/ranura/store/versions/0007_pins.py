"""What a person wants of the order of a job's cuts."""

import sqlalchemy as sa
from alembic import op

revision = "0007_pins"
down_revision = "0006_cares"


def upgrade() -> None:
    op.add_column("jobs", sa.Column("pins", sa.JSON(), nullable=True), if_not_exists=True)
