"""Pockets: mortises, slots, recesses, discs, laps, flattened faces."""
