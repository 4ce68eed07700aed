"""Plain geometry: hulls, paths, rings, closeness of floats."""
