"""A router is known by its shop and its id, so that the same bench can be put into another shop."""

from alembic import op

revision = "0015"
down_revision = "0014"


def upgrade() -> None:
    op.execute("ALTER TABLE routers DROP PRIMARY KEY, ADD PRIMARY KEY (shop_id, id)")
