"""What a radius or a chamfer of a size is for: a broken edge, what is touched, a table top, a hand rail (craft)."""

from __future__ import annotations

from ranura.core.geometry import closeness
from ranura.core.shop.saved_profiles import Shape

_SIZES: tuple[tuple[float, str], ...] = (
    (2.0, "breaks the edge, so that paint holds on it and it does not splinter"),
    (6.5, "softens what a hand touches: shelves, drawers, frames"),
    (13.0, "is for table tops; from both faces of a board about twice as thick it makes a hand rail"),
)
_LARGER = "is a bold edge, for boards of 30 mm and more"
_SOFTENS: frozenset[Shape] = frozenset({"roundover", "chamfer"})


def used_for(shape: Shape, size: float) -> str | None:
    """What a size is used for, in words; None for shapes whose size is no matter of use.

    >>> used_for("roundover", 1.5)
    'a radius of this size breaks the edge, so that paint holds on it and it does not splinter'"""
    if shape not in _SOFTENS:
        return None
    says = next((says for most, says in _SIZES if not closeness.over(size, most)), _LARGER)
    other = "; a chamfer of the same size looks crisper" if shape == "roundover" and closeness.over(size, _SIZES[0][0]) else ""
    return f"a {'radius' if shape == 'roundover' else 'chamfer'} of this size {says}{other}"
