"""Ranura plans router cuts: the whole setup, the reason for every number, drawn to scale."""
