"""The bits that shops began with get the overall length that grip is judged by, where nobody has typed one yet."""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"

_OVERALL = {
    "straight-12.7": 63,
    "straight-12.7-dull": 63,
    "straight-12": 70,
    "straight-19.05": 63,
    "straight-9.525": 55,
    "straight-6": 48,
    "down-cut-6.35": 63,
    "straight-3.175": 38,
}


def upgrade() -> None:
    known = sa.text(
        "UPDATE bits SET spec = JSON_SET(spec, '$.overall_length', :overall) "
        "WHERE id = :id AND JSON_VALUE(spec, '$.overall_length') IS NULL"
    )
    for bit_id, overall in _OVERALL.items():
        for prefix in ("", "own-"):
            op.get_bind().execute(known, {"overall": overall, "id": prefix + bit_id})
    op.get_bind().commit()
