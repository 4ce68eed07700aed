"""What a form asks: every field of a tool with its label, what it takes and a word of help, in the order of the hands."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

from ranura.core.board.materials import MaterialClass
from ranura.core.shop.drawer.plain_items import PLAIN_KINDS, fields_of
from ranura.core.shop.tooling.profiles import KINDS, Kind
from ranura.core.shop.tooling.routers import BaseKind, RouterClass, Weight

Takes = Literal["length", "lengths", "number", "text", "word", "yes"]


@dataclass(frozen=True, kw_only=True, slots=True)
class FormField:
    """One field: what it takes, the words it may be, and whether it can be left empty."""

    field: str
    label: str
    takes: Takes
    choices: tuple[str, ...] = ()
    optional: bool = True
    help: str = ""


@dataclass(frozen=True, kw_only=True, slots=True)
class ToolForm:
    """The fields of one kind of thing."""

    kind: str
    title: str
    fields: tuple[FormField, ...]


def _field(field: str, label: str, takes: Takes, help: str = "", *choices: str, needed: bool = False) -> FormField:
    return FormField(field=field, label=label, takes=takes, choices=choices, optional=not needed, help=help)


_SIZES: dict[str, tuple[str, str]] = {
    "diameter": ("Diameter", "at its widest"),
    "cutting_length": ("Cutting length", "how deep it can cut"),
    "radius": ("Radius", "as printed on it"),
    "width": ("Width", "as printed on it"),
    "angle": ("Angle", "degrees"),
    "bearing": ("Bearing", "the one fitted now"),
    "head": ("Head", "height of the wide part"),
    "neck": ("Neck", "thickness above the head"),
    "up_cut_tip": ("Up-cut part", "at the tip"),
}
_BIT_REST: tuple[FormField, ...] = (
    _field("overall_length", "Overall length", "length", "needed to judge its grip"),
    _field("flutes", "Flutes", "number"),
    _field("marked_max_rpm", "Marked maximum", "number", "rpm, on the shank or packet"),
    _field("body", "Made of", "word", "", "tipped", "solid-carbide", "steel"),
    _field("plunges", "Cuts at its end", "yes", "look at the end"),
    _field("state", "State", "word", "", "sharp", "worn", "dull"),
    _field("metres_cut", "Metres cut", "number"),
    _field("price", "Price", "number"),
    _field("name", "Name", "text", "its sizes, when left empty"),
)


def bit_form(kind: Kind) -> ToolForm:
    """What is asked of a bit of a profile: the size the trade prints first, then the shank."""
    sizes = [
        _field(
            size, _SIZES[size][0], "number" if size == "angle" else "length", _SIZES[size][1], needed=size not in kind.optional
        )
        for size in kind.sizes
    ]
    shank = _field("shank", "Shank", "length", "such as 1/4 in or 8 mm", needed=True)
    others = [_field("bearings", "Other bearings", "lengths", "parted by ;")] if kind.bearing else []
    return ToolForm(kind=kind.profile, title=kind.name, fields=(*sizes, shank, *others, *_BIT_REST))


ROUTER_FORM = ToolForm(
    kind="router",
    title="router",
    fields=(
        _field("name", "Name", "text", needed=True),
        _field("class", "Class", "word", "", *get_args(RouterClass), needed=True),
        _field("rated_input_w", "Rated input", "number", "W, on its plate", needed=True),
        _field("min_rpm", "Slowest", "number", "rpm", needed=True),
        _field("max_rpm", "Fastest", "number", "rpm", needed=True),
        _field("collets", "Collets", "lengths", "owned, parted by ;", needed=True),
        _field("collet_bore", "Collet bore", "length", "how deep a shank goes in"),
        _field("sleeves", "Reducing sleeves", "text", "6 mm in 1/4 in"),
        _field("stepped", "Dial in steps", "yes"),
        _field("dial", "Dial", "text", "1=10000; 2=13200"),
        _field("speed_hold", "Holds its speed", "yes", "under load"),
        _field("soft_start", "Starts softly", "yes"),
        _field("weight", "Weight", "word", "", *get_args(Weight)),
    ),
)
BASE_FORM = ToolForm(
    kind="base",
    title="base",
    fields=(
        _field("kind", "Kind", "word", "", *get_args(BaseKind), needed=True),
        _field("across", "Across", "length", "width or diameter", needed=True),
        _field("round", "Round", "yes"),
        _field("side", "Axis to guided side", "length", "measured by a test cut"),
        _field("side_name", "Name of that side", "text"),
        _field("side_measured", "That was measured", "yes"),
        _field("side2", "Axis to another side", "length"),
        _field("side2_name", "Name of the other", "text"),
        _field("opening", "Opening", "length"),
        _field("rings", "Table rings", "lengths", "their openings, parted by ;"),
        _field("collet_height", "Collet above underside", "length", "at its nearest"),
        _field("handle_reach", "Handles reach", "length", "out from the axis"),
        _field("front", "Axis to front", "length"),
        _field("back", "Axis to back", "length"),
        _field("plunge_travel", "Plunge travel", "length"),
        _field("turret", "Turret steps", "lengths", "below the highest, parted by ;"),
        _field("adjuster", "Adjuster per turn", "length"),
        _field("rods", "Edge guide's rods", "length"),
        _field("plate", "Bushing plate", "text", "its system"),
    ),
)

_TITLES = {"t-jig": "cut-line jig", "keyed-sled": "box-joint sled", "comb": "dovetail comb", "comb-pair": "pair of combs"}
_FLAT_LABELS = {
    "outside": "Outside",
    "bore": "Bore",
    "length": "Length",
    "plate": "Plate system",
    "bushing_outside": "Bushing outside",
    "ring_outside": "Ring outside",
    "nearest": "Nearest",
    "farthest": "Farthest",
    "gap_closed": "Gap closed",
    "width": "Width",
    "height": "Height",
    "span": "Span",
    "above_work": "Base above the work",
    "key": "Key, width",
    "floor": "Floor, thickness",
    "high": "Face, height",
    "pitch": "From finger to finger",
    "slot": "Slots, width",
    "slots": "Slots, how many",
    "sides": "For tails as thick as",
    "radius": "Its bits' radius",
    "groove": "Groove that the edges get, width",
    "tongue": "Tongue that the ends keep, thickness",
    "least": "For boards from, thickness",
    "most": "Up to",
    "block": "Its set-up block, height",
    "tip": "Fingers for pins, at their tips",
    "thickness": "Thickness",
    "bushing": "Its bushing, outside",
    "angle": "Its bit's angle, degrees",
    "straight": "Straight bit for pins, diameter",
    "router_id": "Router",
    "bit_id": "Bit",
    "bit_diameter": "Bit diameter then",
    "base_to_axis": "Base to axis then",
    "name": "Name",
    "material_class": "Class",
    "density": "Density, kg/m³",
    "burn": "Burns, 1–3",
    "tear_out": "Tears, 1–3",
    "harmful_dust": "Harmful dust",
    "material_id": "Material",
    "nominal": "Sold as",
    "measured": "Measures",
    "tolerance": "Within ±",
}


_LABELS_OF = {
    ("comb", "bit_diameter"): "Its bit's diameter",
    ("comb-pair", "bit_diameter"): "Dovetail bit's diameter",
    ("comb-pair", "angle"): "Dovetail bit's angle, degrees",
    ("comb-pair", "slot"): "Slots for tails, width",
    ("comb-pair", "slots"): "Slots for tails, how many",
    ("comb-pair", "thickness"): "Combs, thickness",
}
"""What a field of one kind alone is called."""


def flat_form(kind: str) -> ToolForm:
    """What is asked of a guide, a wood or a delivery."""
    takes: dict[str, Takes] = {
        "length": "length",
        "number": "number",
        "whole": "number",
        "yes": "yes",
        "class": "word",
        "text": "text",
    }
    return ToolForm(
        kind=kind,
        title=_TITLES.get(kind, kind.replace("-", " ")),
        fields=tuple(
            _field(
                field,
                _LABELS_OF.get((kind, field)) or _FLAT_LABELS[field],
                takes[what.removesuffix("?")],
                "",
                *(get_args(MaterialClass) if what == "class" else ()),
                needed=not what.endswith("?"),
            )
            for field, what in fields_of(kind)
        ),
    )


TOOL_FORMS: tuple[ToolForm, ...] = (
    *(bit_form(kind) for kind in KINDS.values()),
    ROUTER_FORM,
    BASE_FORM,
    *(flat_form(kind) for kind in PLAIN_KINDS),
)
"""Every form there is."""
