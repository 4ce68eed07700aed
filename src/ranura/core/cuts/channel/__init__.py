"""Channels: dadoes, grooves, shaped grooves and undercuts."""
