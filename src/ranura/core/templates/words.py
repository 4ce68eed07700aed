"""The words of templates (R9)."""

from __future__ import annotations

from ranura.core.text.words import Words

CORNERS_LEFT = Words(
    code="corners-left",
    place="guide",
    level="note",
    message="The bit does not reach into {count:n0} corners; they stay round, with a radius of {radius:len} or more",
    do="Draw them with that radius, take a smaller bit, or square them with a chisel",
)
CORNERS_LOST = Words(
    code="corners-lost",
    place="guide",
    level="caution",
    message="At {count:n0} places more goes than is wanted: the guide does not enter, or rounds a corner",
    do="Take a smaller bushing or bearing, or draw these corners with a radius of {radius:len} or more",
)
NOTHING_FITS = Words(
    code="nothing-fits",
    place="guide",
    level="stop",
    message="The bit, {bit:len} wide, fits into it nowhere",
    do="Take a smaller bit",
)
NOTHING_OF_THE_TEMPLATE = Words(
    code="nothing-of-the-template",
    place="guide",
    level="stop",
    message="Nothing is left of the template: the guide, {guide:len} wide, takes all of it",
    do="Take a smaller bushing or bearing, or a larger bit",
)
TEMPLATE_FALLS_APART = Words(
    code="template-falls-apart",
    place="guide",
    level="caution",
    message="The template falls into {count:n0} parts",
    do="Leave a bridge between them, or take a smaller bushing or bearing",
)
