"""Words of findings: what a house of learners leaves to others (R17)."""

from __future__ import annotations

from ranura.core.text.words import Words

LEARNERS_DO_NOT_LOWER = Words(
    code="learners-do-not-lower",
    place="direction",
    level="stop",
    message="The work would be lowered onto the turning bit, which the house leaves to the practised",
    do="Cut it by hand with a plunge router, or from an edge",
)
LEARNERS_ARE_GUIDED = Words(
    code="learners-are-guided",
    place="guide",
    level="stop",
    message="The router would be led by eye, which the house leaves to the practised",
    do="Lead it along a fence, an edge guide or a template",
)
LEARNERS_UNDERCUT_ON_TABLE = Words(
    code="learners-undercut-on-table",
    place="tool",
    level="stop",
    message="This bit undercuts: by hand it must be kept down all the way, which the house leaves to the practised",
    do="Cut it on a router table",
)
