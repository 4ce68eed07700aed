"""Outlines: the section of a board under a bit. The only part of the core that knows shapely; import it where it is needed."""
