"""Measuring instruments: the line protocol they speak, the host's end of it, and simulated ones that ship with Ranura.

A real instrument joins by a small process that speaks the same lines on a loopback port; `docs/formats.md` has them.
"""
