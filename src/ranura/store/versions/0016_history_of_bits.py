"""What happened to a bit, and when (UTC)."""

from alembic import op

revision = "0016"
down_revision = "0015"


def upgrade() -> None:
    op.execute(
        """
        CREATE TABLE IF NOT EXISTS bit_events (
            id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
            shop_id VARCHAR(40) NOT NULL,
            bit_id VARCHAR(40) NOT NULL,
            at DATETIME NOT NULL,
            spec JSON NOT NULL,
            KEY bit_events_of_a_bit (shop_id, bit_id),
            FOREIGN KEY (shop_id) REFERENCES shops (id) ON DELETE CASCADE
        )
        """
    )
