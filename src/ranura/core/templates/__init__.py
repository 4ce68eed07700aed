"""Templates: from the shape that is wanted to the one that a bushing or bearing follows, and what the bit makes of it (R9)."""
