"""The demo shop's tools: three routers, a drawer half full of inch bits in a metric shop, guides and a delivery. All made up."""

from __future__ import annotations

from ranura.core.board.materials import Delivery, Material
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.saved_outlines import SavedOutline
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import (
    Bushing,
    Comb,
    CombPair,
    EdgeGuide,
    Guide,
    InlaySet,
    KeyedSled,
    MatchedSet,
    Sled,
    Spacer,
    Straightedge,
    Trammel,
)
from ranura.core.shop.tooling.routers import Base, DialPosition, GuidedSide, Router


def _dial(settings: str, *rpm: int, manual: tuple[int, ...] = ()) -> tuple[DialPosition, ...]:
    numbered = [float(each) if each.isdecimal() else each for each in settings]
    said: list[float | None] = [float(each) for each in manual] or [None] * len(rpm)
    return tuple(
        DialPosition(setting=setting, rpm=speed, measured=bool(manual), manual_rpm=printed)
        for setting, speed, printed in zip(numbered, rpm, said, strict=True)
    )


_TRIM_SIDES = (GuidedSide(name="marked side", distance=45.0, measured=True),)
_FLAT_AND_ROUND = (
    GuidedSide(name="flat side", distance=75.0, measured=True),
    GuidedSide(name="round side", distance=76.2, measured=True),
)

TRIM_ONE = Router(
    id="trim-one",
    name="Trim one",
    router_class="trim",
    rated_input_w=710,
    min_rpm=10_000,
    max_rpm=30_000,
    dial=_dial("123456", 10_000, 13_200, 17_600, 22_400, 26_800, 30_000, manual=(10_000, 14_000, 18_000, 22_000, 26_000, 30_000)),
    stepped=False,
    collets=(6.35, 6.0),
    bases=(
        Base(kind="fixed", round=False, across=90.0, opening=35.0, sides=_TRIM_SIDES, front=45, back=45, collet_height=6,
             adjuster_mm_per_turn=1.25),
        Base(kind="plunge", round=False, across=90.0, opening=35.0, sides=_TRIM_SIDES, front=45, back=45, collet_height=8,
             plunge_travel=35, turret=(5, 10)),
    ),
    soft_start=True,
    collet_bore=26,
    weight="light",
)  # fmt: skip
PLUNGE_TWO = Router(
    id="plunge-two",
    name="Plunge two",
    router_class="mid-size",
    rated_input_w=1_400,
    min_rpm=9_000,
    max_rpm=25_000,
    dial=_dial("ABCDEFG", 9_000, 11_500, 14_000, 16_500, 19_000, 22_000, 25_000),
    stepped=True,
    collets=(6.35, 8.0, 12.7),
    bases=(
        Base(kind="plunge", round=True, across=152.4, opening=62.0, handle_reach=92.0, sides=_FLAT_AND_ROUND, front=76.2,
             back=76.2, collet_height=12, plunge_travel=60, turret=(6, 12), rods=260, adjuster_mm_per_turn=1.5,
             plate="three-screw plate"),
        Base(kind="fixed", round=True, across=152.4, opening=62.0, handle_reach=92.0, sides=_FLAT_AND_ROUND, front=76.2,
             back=76.2, collet_height=10, rods=260, adjuster_mm_per_turn=1.5, plate="three-screw plate"),
    ),
    soft_start=True,
    collet_bore=38,
    weight="middle",
)  # fmt: skip
TABLE_THREE = Router(
    id="table-three",
    name="Table three",
    router_class="large",
    rated_input_w=2_200,
    min_rpm=8_000,
    max_rpm=21_000,
    dial=_dial("12345", 8_000, 10_500, 14_000, 17_500, 21_000),
    stepped=False,
    collets=(12.7, 12.0),
    bases=(
        Base(
            kind="table", round=False, across=700.0, opening=98.0, collet_height=4, rings=(98.0, 62.0, 38.0),
            sides=(GuidedSide(name="split fence", distance=350.0, measured=True),),
        ),
    ),
    soft_start=True,
    collet_bore=40,
    weight="heavy",
)  # fmt: skip

ROUTERS = (TRIM_ONE, PLUNGE_TWO, TABLE_THREE)

BITS = (
    Bit(id="straight-12.7", name="12.7 straight", profile="straight", diameter=12.7, shank=12.7, cutting_length=25, flutes=2,
        marked_max_rpm=24_000, overall_length=63, plunges=True, price=24, metres_cut=86),
    Bit(id="straight-12.7-dull", name="12.7 straight, dull", profile="straight", diameter=12.7, shank=12.7, cutting_length=25,
        flutes=2, marked_max_rpm=24_000, overall_length=63, plunges=True, price=24, state="dull", metres_cut=410),
    Bit(id="straight-12", name="12 straight", profile="straight", diameter=12, shank=12, cutting_length=30, flutes=2,
        marked_max_rpm=24_000, overall_length=70, plunges=True, price=26, metres_cut=31),
    Bit(id="straight-19.05", name="19.05 straight", profile="straight", diameter=19.05, shank=12.7, cutting_length=25, flutes=2,
        marked_max_rpm=16_000, overall_length=63, plunges=False, price=29, metres_cut=12),
    Bit(id="straight-9.525", name="9.525 straight", profile="straight", diameter=9.525, shank=6.35, cutting_length=25, flutes=2,
        overall_length=55, plunges=True, price=17, metres_cut=64),
    Bit(id="straight-6", name="6 straight", profile="straight", diameter=6, shank=6, cutting_length=16, flutes=2,
        overall_length=48, plunges=True, price=14, metres_cut=22),
    Bit(id="down-cut-6.35", name="6.35 down-cut", profile="down-cut", diameter=6.35, shank=6.35, cutting_length=25, flutes=2,
        overall_length=63, body="solid-carbide", price=38, metres_cut=40),
    Bit(id="straight-3.175", name="3.175 straight", profile="straight", diameter=3.175, shank=6.35, cutting_length=8, flutes=1,
        overall_length=38, plunges=True, price=12, metres_cut=9),
    Bit(id="up-cut-6.35", name="6.35 up-cut", profile="up-cut", diameter=6.35, shank=6.35, cutting_length=25, flutes=2,
        overall_length=63, body="solid-carbide", price=36, metres_cut=118),
    Bit(id="compression-6.35", name="6.35 compression", profile="compression", diameter=6.35, shank=6.35, cutting_length=22,
        up_cut_tip=6, flutes=2, overall_length=63, body="solid-carbide", price=49, metres_cut=15),
    Bit(id="up-cut-8", name="8 up-cut", profile="up-cut", diameter=8, shank=8, cutting_length=32, flutes=2, overall_length=80,
        body="solid-carbide", price=44, metres_cut=53),
    Bit(id="up-cut-9.525", name="3/8 in up-cut", profile="up-cut", diameter=9.525, shank=12.7, cutting_length=32, flutes=2,
        overall_length=76, body="solid-carbide", price=61, metres_cut=6),
    Bit(id="straight-16", name="16 straight", profile="straight", diameter=16, shank=8, cutting_length=20, flutes=2,
        marked_max_rpm=22_000, overall_length=55, plunges=False, price=21, state="worn", metres_cut=240),
    Bit(id="core-box-4", name="Round nose, radius 4", profile="core-box", radius=4, shank=6.35, cutting_length=12, flutes=2,
        overall_length=46, price=18, metres_cut=7),
    Bit(id="v-90", name="90° V", profile="v-groove", angle=90, diameter=12.7, shank=6.35, flutes=2, overall_length=44, price=16,
        metres_cut=19),
    Bit(id="roundover-3", name="Roundover 3", profile="roundover", radius=3, bearing=9.525, shank=6.35, flutes=2,
        overall_length=50, price=19, state="worn", metres_cut=205),
    Bit(id="roundover-3-half", name="Roundover 3 on 1/2 in", profile="roundover", radius=3, bearing=12.7, shank=12.7, flutes=2,
        overall_length=60, price=23, marked_max_rpm=24_000, metres_cut=18),
    Bit(id="roundover-6.35", name="Roundover 1/4 in", profile="roundover", radius=6.35, bearing=12.7,
        cutting_length=12.7, shank=6.35, flutes=2, overall_length=54, price=22, marked_max_rpm=24_000, metres_cut=95),
    Bit(id="roundover-9.525", name="Roundover 3/8 in", profile="roundover", radius=9.525, bearing=12.7, shank=12.7, flutes=2,
        overall_length=62, price=27, marked_max_rpm=22_000, metres_cut=48),
    Bit(id="roundover-8", name="Roundover 8", profile="roundover", radius=8, bearing=9.525, bearings=(12.7,), shank=8, flutes=2,
        overall_length=56, price=24, metres_cut=33),
    Bit(id="chamfer-45", name="Chamfer 45°", profile="chamfer", cutting_length=12, bearing=12.7, shank=12.7, flutes=2,
        overall_length=62, price=25, marked_max_rpm=20_000, metres_cut=58),
    Bit(id="bevel-22.5", name="Bevel 22.5°", profile="bevel", angle=22.5, cutting_length=16, bearing=12.7, shank=12.7, flutes=2,
        overall_length=66, price=28, metres_cut=4),
    Bit(id="cove-12.7", name="Cove 1/2 in", profile="cove", radius=12.7, bearing=9.525, shank=12.7, flutes=2, overall_length=62,
        price=31, marked_max_rpm=20_000, metres_cut=14),
    Bit(id="ogee-6.35", name="Ogee 1/4 in", profile="ogee", radius=6.35, bearing=12.7, shank=12.7, flutes=2, overall_length=68,
        price=34, marked_max_rpm=20_000, metres_cut=21),
    Bit(id="bead-3", name="Bead 3", profile="bead", radius=3, bearing=12.7, shank=6.35, flutes=2, overall_length=52, price=24,
        metres_cut=6),
    Bit(id="rabbet-9.525", name="Rabbet with four bearings", profile="rabbet", width=12.7, bearing=9.525,
        bearings=(12.7, 15.875, 22.225), cutting_length=12.7, shank=6.35, flutes=2, overall_length=54, price=36,
        marked_max_rpm=22_000, metres_cut=72),
    Bit(id="flush-12.7", name="Flush trim 12.7", profile="flush-trim", diameter=12.7, cutting_length=25, shank=6.35, flutes=2,
        overall_length=66, price=22, metres_cut=130),
    Bit(id="pattern-12.7", name="Pattern 12.7, bearing at the shank", profile="pattern", diameter=12.7, cutting_length=19,
        shank=6.35, flutes=2, overall_length=60, plunges=True, price=26, metres_cut=61),
    Bit(id="pattern-19.05", name="Pattern 19.05, both bearings", profile="double-bearing", diameter=19.05, cutting_length=30,
        shank=12.7, flutes=2, overall_length=90, price=58, marked_max_rpm=18_000, metres_cut=27),
    Bit(id="dovetail-12.7", name="Dovetail 12.7 × 14°", profile="dovetail", diameter=12.7, angle=14, cutting_length=12,
        shank=12.7, flutes=2, overall_length=50, price=21, metres_cut=11),
    Bit(id="dovetail-12.7-8", name="Dovetail 12.7 × 14° on 8 mm", profile="dovetail", diameter=12.7, angle=14, cutting_length=12,
        shank=8, flutes=2, overall_length=50, price=22, metres_cut=6),
    Bit(id="dovetail-9.525", name="Dovetail 9.525 × 9°", profile="dovetail", diameter=9.525, angle=9, cutting_length=9.5,
        shank=6.35, flutes=2, overall_length=48, price=20, metres_cut=3),
    Bit(id="dovetail-17", name="Dovetail 17 × 7°", profile="dovetail", diameter=17, angle=7, cutting_length=20, shank=8, flutes=2,
        overall_length=66, price=34, metres_cut=2),
    Bit(id="t-slot-25", name="T-slot 25", profile="t-slot", diameter=25, head=8, neck=9, cutting_length=18, shank=12.7, flutes=2,
        overall_length=66, price=39, marked_max_rpm=16_000, metres_cut=2),
    Bit(id="keyhole-9.5", name="Keyhole 9.5", profile="keyhole", diameter=9.5, head=4, neck=4.8, cutting_length=11,
        shank=6.35, flutes=2, overall_length=44, price=17, metres_cut=1),
    Bit(id="slot-4", name="Slot cutter 4 on its arbor", profile="slot-cutter", width=4, diameter=41, bearing=22, shank=8,
        flutes=3, overall_length=58, price=42, marked_max_rpm=18_000, metres_cut=17),
    Bit(id="tongue-6", name="Tongue and groove 6", profile="tongue-and-groove", width=6, diameter=41.3, bearing=22,
        cutting_length=20, shank=12.7, flutes=2, overall_length=76, price=64, marked_max_rpm=18_000, metres_cut=8),
    Bit(id="stile-rail-5", name="Stile and rail 5", profile="stile-and-rail", radius=5, width=5, bearing=19.05, shank=12.7,
        flutes=2, overall_length=72, price=52, marked_max_rpm=18_000),
    Bit(id="coping-5", name="Coping 5", profile="coping", radius=5, width=4.9, bearing=19.05, shank=12.7,
        flutes=2, overall_length=76, price=52, marked_max_rpm=18_000),
    Bit(id="mitre-lock", name="Mitre lock for 12 to 20", profile="mitre-lock", diameter=60, cutting_length=22, width=4,
        shank=12.7, flutes=2, overall_length=74, price=72, marked_max_rpm=16_000, metres_cut=0),
    Bit(id="surfacing-70", name="Surfacing 70", profile="surfacing", diameter=70, cutting_length=12, shank=12.7, flutes=3,
        overall_length=58, price=79, marked_max_rpm=14_000, metres_cut=46),
    Bit(id="compression-12.7", name="12.7 compression, long", profile="compression", diameter=12.7, shank=12.7, cutting_length=32,
        up_cut_tip=10, flutes=2, overall_length=88, body="solid-carbide", price=96, metres_cut=0),
)  # fmt: skip

_BUSHING_SIZES = (
    ("5/16 in", 7.9375),
    ("3/8 in", 9.525),
    ("7/16 in", 11.1125),
    ("1/2 in", 12.7),
    ("5/8 in", 15.875),
    ("17 mm", 17.0),
    ("24 mm", 24.0),
    ("30 mm", 30.0),
)

GUIDES: tuple[Guide, ...] = (
    *(
        Bushing(id=f"bushing-{od:g}", name=f"Bushing {name}", outside=od, bore=od - 1.6, length=6.0, plate="three-screw plate")
        for name, od in _BUSHING_SIZES
    ),
    InlaySet(id="inlay-ring", name="Inlay ring 20.6375 on 7.9375", bushing_outside=7.9375, ring_outside=20.6375),
    EdgeGuide(id="edge-guide-gap", name="Edge guide with a gap", nearest=0.0, farthest=190.0, gap_closed=False),
    EdgeGuide(id="edge-guide-fine", name="Edge guide, long face", nearest=0.0, farthest=240.0, gap_closed=True),
    Straightedge(id="straightedge-1200", name="Straightedge 1.2 m", length=1_200, width=60, height=10),
    Spacer(id="strip-4.9", name="Strip 4.9", thickness=4.9),
    Trammel(id="trammel", name="Trammel", nearest=60, farthest=600),
    Sled(id="sled", name="Sled on rails", span=420, length=1_200, above_work=22),
    KeyedSled(id="box-sled", name="Box-joint sled 9.525", key=9.525, floor=9, high=240),
    Comb(
        id="dovetail-comb",
        name="Dovetail comb 24",
        pitch=24,
        slot=12.7,
        slots=14,
        sides=12,
        thickness=8,
        bushing=11.1125,
        bit_diameter=12.7,
        angle=14,
    ),
    CombPair(
        id="comb-pair",
        name="Pair of combs 28",
        pitch=28,
        slot=16,
        slots=14,
        tip=3,
        thickness=10,
        bushing=15.875,
        bit_diameter=17,
        angle=7,
        straight=9.525,
    ),
    MatchedSet(
        id="stile-rail-set", name="Stile and rail set 18 to 22", radius=5, groove=5, tongue=4.9, least=18, most=22, block=15
    ),
)

WOODS: tuple[Material, ...] = (
    Material(id="stage-floor-fir", name="stage floor fir, reclaimed", material_class="softwood", density=540, burn=2, tear_out=3),
)
DELIVERIES: tuple[Delivery, ...] = (
    Delivery(id="birch-18-october", name="October load", material_id="birch-plywood", nominal=18, measured=17.6, tolerance=0.15),
    Delivery(id="birch-12-october", name="October load", material_id="birch-plywood", nominal=12, measured=11.7, tolerance=0.1),
)

# The lid's fish, and the arch's opening: an arc over two straight sides.
OUTLINES: tuple[SavedOutline, ...] = (
    SavedOutline(
        id="emblem-fish", name="Emblem fish", source="fish.svg",
        path="M0 24 C10 -6 60 -8 96 20 L122 0 C116 18 116 34 122 52 L96 28 C60 56 10 54 0 24 Z",
    ),
    SavedOutline(id="arch-opening", name="Arch opening", path="M0 0 L520 0 L520 50 A260 260 0 0 1 0 50 Z"),
)  # fmt: skip

DEMO_SHOP = "lanternfish"

SHOP = Shop(
    id=DEMO_SHOP,
    name="Lanternfish Workshop",
    unit="mm",
    rules=HouseRules(),
    routers=ROUTERS,
    bits=BITS,
    guides=GUIDES,
    woods=WOODS,
    deliveries=DELIVERIES,
    outlines=OUTLINES,
)
