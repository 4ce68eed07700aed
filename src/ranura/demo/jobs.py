"""The jobs of the demo shop: the boards of a marionette theatre, the cuts in them, and the joints between them."""

from __future__ import annotations

from typing import Any

from ranura.core.board.outlines import Contour
from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fit import Mate
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.families import Cut
from ranura.core.joints.asked import Joint
from ranura.core.text.lengths import Length, read

JOB_ID = "little-harbour"
JOB_NAME = "The Little Harbour"


def _mm(text: str) -> Length:
    return read(text, "mm")


def _board(name: str, wood: str, length: str, width: str, thickness: str, *, count: int = 1, **more: Any) -> Piece:
    return Piece(name=name, material=wood, length=_mm(length), width=_mm(width), thickness=_mm(thickness), count=count, **more)


WING_CASE_SIDE = _board("Wing case side", "birch-plywood", "640", "300", "17.6", count=2)
SHELF_DADOES = (
    ("shelf-dado-212", "Middle shelf", ChannelCut(width=_mm("17.6"), depth=_mm("6"), position=_mm("212"))),
    ("shelf-dado-64", "Lower shelf", ChannelCut(width=_mm("17.6"), depth=_mm("6"), position=_mm("64"))),
    (
        "shelf-dado-420",
        "Upper shelf",
        ChannelCut(
            mate=Mate(thickness=_mm("17.6"), fit="tight"),
            depth=_mm("6"),
            position=_mm("420"),
            stop_first=_mm("10"),
            mirrored=True,
        ),
    ),
)
BACK_PANEL = EdgeCut(shape="rabbet", size=_mm("9.5"), depth=_mm("6"), edges=("far",), edge_state="smooth")
ARCH = _board(
    "Proscenium arch",
    "ash",
    "680",
    "430",
    "22",
    openings=(Contour(form="arch", length=_mm("520"), width=_mm("310"), near=_mm("60"), radius=_mm("190")),),
)
ARCH_BLANK = _board("Proscenium arch", "ash", "680", "430", "22")
ARCH_OPENING = TemplateCut(
    outline="arch-opening", depth=_mm("22"), through=True, backed=True, loose="screws", from_left=_mm("80"), from_near=_mm("60")
)
ARCH_OGEE = EdgeCut(shape="ogee", size=_mm("6.35"), edges=("opening-1",), edge_state="smooth", starting_pin=True)
CRATE_SIDE = _board("Prop crate side", "beech", "320", "199.5", "15", count=8)
CRATE_END = _board("Prop crate end", "beech", "240", "199.5", "15", count=8)
CRATE_BOTTOM = EdgeCut(shape="rabbet", size=_mm("6.35"), depth=_mm("7.5"), edges=("near",), edge_state="smooth")
CONTROL_CROSS = _board("Control cross", "sycamore", "180", "70", "12", count=12)
CROSS_EDGES = EdgeCut(shape="roundover", size=_mm("3"), both_faces=True, edge_state="smooth", held="carrier")
CURTAIN_RAIL = _board("Curtain rail", "sapele", "1100", "45", "30")
RAIL_GROOVE = ChannelCut(
    width=_mm("8"), depth=_mm("4"), position=_mm("18.5"), end="near", goes="along", shape="round", held="carrier"
)
RAIL_SLOTS = PocketCut(
    form="slot",
    length=_mm("60"),
    across=_mm("10"),
    depth=_mm("12"),
    from_left=_mm("100"),
    from_near=_mm("17.5"),
    spacing=_mm("840"),
    count=2,
    held="carrier",
)
FINGER_SLOT = PocketCut(
    form="slot",
    length=_mm("90"),
    across=_mm("25"),
    depth=_mm("15"),
    from_left=_mm("115"),
    from_near=_mm("140"),
    through=True,
    backed=True,
)
CROSS_MORTISE = PocketCut(
    form="mortise", length=_mm("20"), across=_mm("8"), depth=_mm("9"), from_left=_mm("80"), from_near=_mm("31"), held="carrier"
)
FLAT = _board("Hinged flat", "poplar", "900", "90", "20", count=2)
FLAT_HINGES = PocketCut(
    form="recess",
    length=_mm("64"),
    across=_mm("19"),
    depth=_mm("2.2"),
    from_left=_mm("100"),
    open_sides=("near",),
    leaf=True,
    spacing=_mm("636"),
    count=2,
)
CHEEK = _board("Roller cheek blank", "birch-plywood", "420", "220", "11.7", count=1)
CHEEK_DISCS = PocketCut(
    form="disc",
    length=_mm("160"),
    depth=_mm("11.7"),
    from_left=_mm("110"),
    from_near=_mm("110"),
    through=True,
    backed=True,
    loose="screws",
    spacing=_mm("200"),
    count=2,
)
STAGE_FLOOR = _board("Stage floor, glued of two", "stage-floor-fir", "900", "440", "28")
BATTEN = _board("Floor batten", "ash", "440", "60", "24")
OTHER_BATTEN = _board("Floor batten, other end", "ash", "440", "60", "24")
EMBLEM_LID = _board("Emblem lid", "sycamore", "340", "240", "14", slope=5.0)
FISH_RECESS = TemplateCut(
    outline="emblem-fish", depth=_mm("3"), from_left=_mm("110"), from_near=_mm("95"), corners=_mm("7.5"), guide="inlay"
)
FISH_BLANK = _board("Fish blank", "walnut", "400", "200", "12")
FISH_PLUG = TemplateCut(
    outline="emblem-fish", makes="plug", depth=_mm("3"), from_left=_mm("139"), from_near=_mm("72"), corners=_mm("7.5")
)
LID_EDGES = EdgeCut(shape="roundover", size=_mm("3"), edge_state="smooth", bit_id="roundover-3")

PIECES: tuple[tuple[str, Piece, tuple[tuple[str, str, Cut], ...]], ...] = (
    ("wing-case-side", WING_CASE_SIDE, (*SHELF_DADOES, ("back-panel", "Back panel", BACK_PANEL))),
    (
        "proscenium-arch",
        ARCH_BLANK,
        (("arch-opening", "Opening from its template", ARCH_OPENING), ("arch-ogee", "Ogee round the opening", ARCH_OGEE)),
    ),
    (
        "prop-crate-side",
        CRATE_SIDE,
        (("finger-slot", "Finger slot", FINGER_SLOT), ("crate-bottom", "Rabbet for the bottom", CRATE_BOTTOM)),
    ),
    ("prop-crate-end", CRATE_END, ()),
    ("control-cross", CONTROL_CROSS, (("cross-mortise", "Mortise", CROSS_MORTISE), ("cross-edges", "Soft edges", CROSS_EDGES))),
    (
        "curtain-rail",
        CURTAIN_RAIL,
        (("rail-groove", "Groove for the curtain", RAIL_GROOVE), ("rail-slots", "Slots for the hangers", RAIL_SLOTS)),
    ),
    ("hinged-flat", FLAT, (("flat-hinges", "Hinge recesses", FLAT_HINGES),)),
    ("roller-cheek", CHEEK, (("cheek-discs", "Cheeks by trammel", CHEEK_DISCS),)),
    ("stage-floor", STAGE_FLOOR, ()),
    ("floor-batten", BATTEN, ()),
    ("other-batten", OTHER_BATTEN, ()),
    ("emblem-lid", EMBLEM_LID, (("fish-recess", "Recess for the fish", FISH_RECESS), ("lid-edges", "Lid edges", LID_EDGES))),
    ("fish-blank", FISH_BLANK, (("fish-plug", "The fish", FISH_PLUG),)),
)

JOINTS: tuple[tuple[str, str, str, str, Joint], ...] = (
    ("crate-corners", "Crate corners", "prop-crate-side", "prop-crate-end", Joint(kind="box-joint", into="both")),
    (
        "floor-left",
        "Batten by the left end",
        "stage-floor",
        "floor-batten",
        Joint(kind="sliding-dovetail", into="near", at=_mm("160"), taper=_mm("1.5")),
    ),
    (
        "floor-right",
        "Batten by the right end",
        "stage-floor",
        "other-batten",
        Joint(kind="sliding-dovetail", into="near", at=_mm("160"), end="right", taper=_mm("1.5")),
    ),
)
"""Of each its id, its name, the ids of both boards, and what is asked."""

DESK_ID, DESK_NAME = "prompters-desk", "Prompter's desk"
DESK_LEG = _board("Leg", "ash", "720", "90", "28", count=2)
DESK_RAIL = _board("Foot rail", "ash", "480", "90", "28", count=2)
DESK_SIDE = _board("Desk side", "walnut", "420", "280", "18", count=2)
DESK_SHELF = _board("Paper shelf", "birch-plywood", "460", "280", "11.8")
DRAWER_FRONT = _board("Drawer front", "walnut", "400", "128", "20", count=2)
DRAWER_SIDE = _board("Drawer side", "ash", "260", "128", "12", count=2)
BOX_END = _board("Prompt box end", "ash", "240", "120", "14", count=2)
BOX_SIDE = _board("Prompt box side", "ash", "320", "120", "14", count=2)
STRETCHER = _board("Stretcher", "ash", "480", "60", "24")
DOOR_STILE = _board("Door stile", "ash", "420", "56", "20", count=2)
DOOR_RAIL = _board("Door rail", "ash", "240", "56", "20", count=2)
LAMP_UPRIGHT = _board("Lamp upright", "ash", "300", "30", "28", count=2)
LAMP_ARM = _board("Lamp arm", "ash", "240", "30", "28")
DESK: tuple[tuple[str, Piece], ...] = (
    ("desk-leg", DESK_LEG),
    ("desk-rail", DESK_RAIL),
    ("desk-side", DESK_SIDE),
    ("desk-shelf", DESK_SHELF),
    ("drawer-front", DRAWER_FRONT),
    ("drawer-side", DRAWER_SIDE),
    ("box-end", BOX_END),
    ("box-side", BOX_SIDE),
    ("desk-stretcher", STRETCHER),
    ("door-stile", DOOR_STILE),
    ("door-rail", DOOR_RAIL),
    ("lamp-upright", LAMP_UPRIGHT),
    ("lamp-arm", LAMP_ARM),
)
DESK_JOINTS: tuple[tuple[str, str, str, str, Joint], ...] = (
    (
        "desk-stretch",
        "Stretcher between the legs",
        "desk-leg",
        "desk-stretcher",
        Joint(kind="loose-tenon", upon="near", into="both", at=_mm("180")),
    ),
    ("desk-frame", "Leg frame", "desk-leg", "desk-rail", Joint(kind="corner-lap")),
    (
        "desk-paper",
        "Paper shelf",
        "desk-side",
        "desk-shelf",
        Joint(kind="housed", at=_mm("240"), stopped=_mm("12"), depth=_mm("6")),
    ),
    ("desk-drawer", "Drawer corners", "drawer-front", "drawer-side", Joint(kind="half-blind", into="both")),
    ("desk-box", "Prompt box corners", "box-end", "box-side", Joint(kind="through-dovetails", into="both")),
    ("desk-door", "Door frame", "door-stile", "door-rail", Joint(kind="stile-rail", into="both")),
    ("desk-lamp", "Lamp over the book", "lamp-upright", "lamp-arm", Joint(kind="bridle", into="both")),
)
"""Of each its id, its name, the ids of both boards, and what is asked."""
