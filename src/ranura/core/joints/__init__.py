"""Joints: two pieces and a relation."""
