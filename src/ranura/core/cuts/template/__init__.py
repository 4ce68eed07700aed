"""Cuts that follow a template made for an outline: recesses, parts, and plugs for an inlay (R9, R10)."""
