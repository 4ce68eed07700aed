"""One module per kind of cut: what is asked, and what it means for the board."""
