"""Ranura plans router cuts: the whole setup, the reason for every number, drawn to scale."""

VERSION = "0.2.0"
"""The one place where it stands."""
