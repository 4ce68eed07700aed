"""Tools as values: profiles, bits, routers, guides."""
