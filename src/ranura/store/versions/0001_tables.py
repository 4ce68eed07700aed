"""All tables. Those that a Ranura of before made (revision 0017) are taken over: they have the same columns, and miss only the
keys that keep two things from one place."""

from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0001_tables"
down_revision = None

THINGS = ("routers", "bits", "guides", "woods", "deliveries", "profiles")
COUNTED = (*THINGS, "jobs", "pieces", "cuts")


def upgrade() -> None:
    op.create_table(
        "shops",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("name", sa.String(200), nullable=False),
        sa.Column("unit", sa.String(2), nullable=False),
        sa.Column("rules", sa.JSON(), nullable=False),
        sa.Column("currency", sa.String(8), nullable=False, server_default="€"),
        if_not_exists=True,
    )
    for name in THINGS:
        op.create_table(
            name,
            sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), primary_key=True),
            sa.Column("id", sa.String(40), primary_key=True),
            sa.Column("place", sa.Integer(), nullable=False),
            sa.Column("spec", sa.JSON(), nullable=False),
            if_not_exists=True,
        )
    op.create_table(
        "bit_events",
        sa.Column("id", sa.BigInteger(), primary_key=True, autoincrement=True),
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), nullable=False),
        sa.Column("bit_id", sa.String(40), nullable=False),
        sa.Column("at", sa.DateTime(), nullable=False),
        sa.Column("spec", sa.JSON(), nullable=False),
        if_not_exists=True,
    )
    op.create_index("bit_events_of_a_bit", "bit_events", ["shop_id", "bit_id"], if_not_exists=True)
    op.create_table("jobs", *_owned(), sa.Column("name", sa.String(200), nullable=False), if_not_exists=True)
    op.create_table(
        "pieces",
        *_owned(),
        sa.Column("job_id", sa.String(40), sa.ForeignKey("jobs.id", ondelete="CASCADE"), nullable=False),
        sa.Column("spec", sa.JSON(), nullable=False),
        sa.Column("removed", sa.Boolean(), nullable=False),
        if_not_exists=True,
    )
    op.create_table(
        "cuts",
        *_owned(),
        sa.Column("piece_id", sa.String(40), sa.ForeignKey("pieces.id", ondelete="CASCADE"), nullable=False),
        sa.Column("name", sa.String(200), nullable=False),
        sa.Column("spec", sa.JSON(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("removed", sa.Boolean(), nullable=False),
        if_not_exists=True,
    )
    for name in COUNTED:
        _count_anew(name)
        op.create_index(f"{name}_places", name, ["shop_id", "place"], unique=True, if_not_exists=True)


def _owned() -> tuple[sa.Column[Any], ...]:
    return (
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("shop_id", sa.String(40), sa.ForeignKey("shops.id", ondelete="CASCADE"), nullable=False),
        sa.Column("place", sa.Integer(), nullable=False),
    )


def _count_anew(table: str) -> None:
    """Gives the rows of a shop one place each, in the order they had, where two stand in one."""
    places = f"SELECT shop_id FROM {table} GROUP BY shop_id, place HAVING count(*) > 1"
    ranked = f"SELECT shop_id, id, row_number() OVER (PARTITION BY shop_id ORDER BY place, id) AS rank FROM {table}"
    op.execute(
        f"UPDATE {table} AS it JOIN ({ranked}) AS ranked ON ranked.shop_id = it.shop_id AND ranked.id = it.id "
        f"SET it.place = ranked.rank WHERE it.shop_id IN ({places})"
    )
