"""The checks of R21, a module each."""
