"""Migrations, in order; one change each, safe to run again, since MariaDB commits a schema change at once."""
