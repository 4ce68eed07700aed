"""The moves of a plan, and their proof on a model of the board (R21)."""
