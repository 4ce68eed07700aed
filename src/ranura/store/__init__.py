"""What is kept: SQLAlchemy models, named migrations, repositories and the demo shop. MariaDB only."""
