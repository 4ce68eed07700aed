"""The demo shop and its job, all made up, the same on every machine, as values of the core."""
