"""Figures that families of cuts share, with their workings."""
