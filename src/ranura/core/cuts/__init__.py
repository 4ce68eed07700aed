"""The families of cuts, one package each."""
