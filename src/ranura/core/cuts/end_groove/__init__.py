"""Grooves along the middle of an end or an edge: the open mortise of a bridle, a groove deeper than a slot cutter reaches."""
