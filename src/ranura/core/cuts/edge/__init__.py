"""Edge cuts: profiles, rabbets, flush and jointed edges."""
