"""Working out a setting: the best tools for a cut, and all that they need, one module per family of cuts."""
