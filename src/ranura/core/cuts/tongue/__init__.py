"""Dovetail tongues on an end or an edge of a board, as sliding dovetails have them: over a table, at one setting (R13)."""
