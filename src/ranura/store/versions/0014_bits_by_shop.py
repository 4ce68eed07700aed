"""A bit is known by its shop and its id, so that the same drawer can be put into another shop."""

from alembic import op

revision = "0014"
down_revision = "0013"


def upgrade() -> None:
    op.execute("ALTER TABLE bits DROP PRIMARY KEY, ADD PRIMARY KEY (shop_id, id)")
