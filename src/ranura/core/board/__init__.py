"""The board: pieces, materials, grain, outlines."""
