"""Joints, built from cuts (R13, R14)."""
