"""Fences and where they stand (R8)."""
