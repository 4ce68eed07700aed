"""How the work is held: clamps, carriers."""
