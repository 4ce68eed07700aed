"""Half-blind dovetails by a comb: the sockets in one board's end, and the tails on the other's."""
