"""The order of a job's work, and what its changes cost (R16)."""
