"""Candidates, their reasons and their ranking (R15)."""
