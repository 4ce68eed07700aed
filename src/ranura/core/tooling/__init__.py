"""Bits and routers."""
