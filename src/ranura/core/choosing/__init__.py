"""Choosing tools: judging, ranking, nearest misses, buying (R15)."""
