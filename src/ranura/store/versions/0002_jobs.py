"""Jobs have notes, can be put away, and say when they were changed last; what is removed says when, tools too."""

import sqlalchemy as sa
from alembic import op

revision = "0002_jobs"
down_revision = "0001_tables"

NOW = sa.text("utc_timestamp()")


def upgrade() -> None:
    op.add_column("jobs", sa.Column("notes", sa.Text(), nullable=False, server_default=""), if_not_exists=True)
    op.add_column("jobs", sa.Column("archived", sa.Boolean(), nullable=False, server_default=sa.false()), if_not_exists=True)
    op.add_column("jobs", sa.Column("changed_at", sa.DateTime(), nullable=False, server_default=NOW), if_not_exists=True)
    op.add_column("jobs", sa.Column("removed_at", sa.DateTime(), nullable=True), if_not_exists=True)
    for name in ("pieces", "cuts"):
        op.add_column(name, sa.Column("removed_at", sa.DateTime(), nullable=True), if_not_exists=True)
        if any(column["name"] == "removed" for column in sa.inspect(op.get_bind()).get_columns(name)):
            op.execute(f"UPDATE {name} SET removed_at = utc_timestamp() WHERE removed AND removed_at IS NULL")
            op.drop_column(name, "removed")
    op.create_table(
        "removed_things",
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("kind", sa.String(20), primary_key=True),
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("place", sa.Integer(), nullable=False),
        sa.Column("spec", sa.JSON(), nullable=False),
        sa.Column("removed_at", sa.DateTime(), nullable=False),
        if_not_exists=True,
    )
