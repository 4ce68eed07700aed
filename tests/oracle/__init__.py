"""A second judge of what a plan does: it reads the plan's JSON alone, and shares no geometry with what it judges."""
