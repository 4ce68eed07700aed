"""Fingers across an end of a board, as box joints have them: slots of one bit, over a table on a keyed sled (R14)."""
