"""What comes in: the shapes of requests, made from the core's dataclasses, and their way into core values."""
