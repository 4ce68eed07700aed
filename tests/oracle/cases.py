"""Random cuts of every family, as requests: what people type, and what they should not."""

from __future__ import annotations

import math
import random
from typing import Any

from pydantic import TypeAdapter

from ranura.core.shop.shop import Shop
from ranura.demo.shop import SHOP

SHOP_FILE: dict[str, Any] = TypeAdapter(Shop).dump_python(SHOP, mode="json")
SCHOOLS = ("half-diameter", "diameter", "fixed-cap", "thinnest")
WOODS = ("oak", "ash", "pine", "birch-plywood", "mdf", "beech", "sycamore")
Case = dict[str, Any]


def mm(value: float) -> dict[str, str]:
    """A length as typed."""
    return {"typed": f"{value:.2f}".rstrip("0").rstrip("."), "unit": "mm"}


MATCHED = ("sticking", "coping")
EASED = ("dado", "pocket", "edge", "template")
"""Kinds of cuts that lighter passes, a slower spindle and a slower hand can be asked of."""


def case(chance: random.Random) -> Case:
    """A cut in a piece, as `POST /api/plan` takes it."""
    length, width = chance.uniform(180, 1200), chance.uniform(80, 420)
    thick = chance.choice([9, 12, 15, 18, 22, 27, 40])
    piece: Case = {
        "name": "board", "material": chance.choice(WOODS), "length": mm(length), "width": mm(width), "thickness": mm(thick),
        "count": chance.choice([1, 1, 2, 8]),
    }  # fmt: skip
    families = [
        *([_channel] * 3), *([_pocket] * 3), *([_edge] * 2),
        _template, _fingers, _tongue, _end_groove, _dovetails, _through_dovetails,
    ]  # fmt: skip
    cut = chance.choice(families)(chance, piece, length, width, thick)
    if chance.random() < 0.15:
        cut["router_id"] = chance.choice(["plunge-two", "trim-one", "table-three"])
    if chance.random() < 0.12 and cut["kind"] in EASED:
        cut[chance.choice(["lighter", "slower", "gentler"])] = True
    asked: Case = {"cut": cut, "piece": piece}
    if cut["kind"] == "template":
        asked["outlines"] = {"shape": _outline(chance, min(length, width))}
    if chance.random() < 0.2:
        asked["before"] = [
            chance.choice([_channel, _pocket])(chance, {}, length, width, thick) for _ in range(chance.choice([1, 2]))
        ]
    if chance.random() < 0.15:
        rules = SHOP_FILE["rules"] | {"climb": chance.choice(["start", "light-pass"]), "depth_rule": chance.choice(SCHOOLS)}
        asked["shop"] = SHOP_FILE | {"rules": rules}
    return asked


def _channel(chance: random.Random, piece: Case, length: float, width: float, thick: float) -> Case:
    along = chance.random() < 0.4
    size, run = (width, length) if along else (length, width)
    shape = chance.choice(["square"] * 6 + ["round", "v", "t-slot", "keyhole", "dovetail"])
    square = chance.choice([6, 6.35, 8, 12, 12.7, 16.4, 17.6, 19.05, 24])
    wide = {"square": square, "round": 8, "v": 8, "t-slot": 9, "keyhole": 4.8, "dovetail": 8.7}
    deep = {"dovetail": 8, "t-slot": 11, "keyhole": 8, "v": 4, "round": 4}.get(shape, chance.uniform(2, thick * 0.7))
    cut: Case = {
        "kind": "dado", "shape": shape, "goes": "along" if along else "across", "width": mm(wide[shape]), "depth": mm(deep),
        "position": mm(chance.uniform(5, max(size - 30, 10))),
        "end": chance.choice(["near", "far"] if along else ["left", "right"]),
    }  # fmt: skip
    if chance.random() < 0.35 or shape == "keyhole":
        cut["stop_first"] = mm(chance.uniform(10, run * 0.4))
    if chance.random() < 0.25 or shape == "keyhole":
        cut["stop_last"] = mm(chance.uniform(10, run * 0.3))
    if chance.random() < 0.2 and not along:
        cut["angle"] = chance.choice([-30, -12.5, 8, 20, 45])
    if chance.random() < 0.25:
        cut |= {"count": chance.choice([2, 3, 5]), "spacing": mm(chance.uniform(30, 160))}
    if shape == "dovetail" and chance.random() < 0.4:
        cut |= {"goes": "across", "end": chance.choice(["left", "right"]), "taper": mm(chance.uniform(0.4, 2.5)), "angle": 0}
        cut = {name: value for name, value in cut.items() if name not in ("stop_first", "stop_last", "count", "spacing")}
    elif chance.random() < 0.12 and not along:
        piece["count"] = 2
        cut["mirrored"] = True
    if chance.random() < 0.4:
        cut["guide"] = chance.choice(["straightedge", "edge-guide", "table-fence", "freehand"])
    if chance.random() < 0.2:
        cut["held"] = chance.choice(["carrier", "tape", "vice", "dogs"])
    return cut


def _pocket(chance: random.Random, _: Case, length: float, width: float, thick: float) -> Case:
    form = chance.choice(["mortise", "slot", "recess", "cut-out", "disc", "hole", "ring", "lap", "flatten"])
    across = chance.uniform(8, width * 0.5)
    cut: Case = {
        "kind": "pocket", "form": form, "depth": mm(chance.uniform(1.5, thick * 0.8)),
        "length": mm(chance.uniform(20, length * 0.5)), "across": mm(across),
        "from_left": mm(chance.uniform(5, length * 0.6)), "from_near": mm(chance.uniform(5, width * 0.5)),
    }  # fmt: skip
    if form in ("disc", "hole", "ring"):
        size = chance.uniform(50, min(length, width) * 0.7)
        cut |= {"length": mm(size), "from_left": mm(chance.uniform(size / 2 + 5, length)), "from_near": mm(width / 2)}
        cut["across"] = mm(chance.choice([8, 12.7, 20])) if form == "ring" else cut["across"]
    if form in ("mortise", "slot"):
        cut["across"] = mm(chance.choice([6.35, 8, 10, 12.7, 16]))
    if form in ("cut-out", "disc", "hole") or (form in ("recess", "mortise", "ring") and chance.random() < 0.2):
        cut |= {"through": True, "depth": mm(thick), "backed": chance.random() < 0.7}
        cut["loose"] = chance.choice([None, "tabs", "tape", "screws", "skin"])
    if form == "ring" and chance.random() < 0.4:
        cut["sweep"] = chance.choice([60, 90, 180])
    if form == "recess" and chance.random() < 0.4:
        cut |= {"open_sides": [chance.choice(["near", "far", "left"])]}
        cut["from_near" if cut["open_sides"][0] != "left" else "from_left"] = mm(0.001)
    if form == "lap":
        cut |= {"both_faces": chance.random() < 0.4, "end": chance.choice(["left", "right"]), "depth": mm(thick * 0.3)}
    if form in ("mortise", "slot", "recess") and chance.random() < 0.25:
        cut |= {"count": 3, "spacing": mm(chance.uniform(60, 250))}
    if chance.random() < 0.3:
        cut["guide"] = chance.choice(["bushing", "bearing", "freehand", "trammel", "edge-guide", "straightedge"])
    if chance.random() < 0.2:
        cut["held"] = chance.choice(["carrier", "tape", "vacuum"])
    if form in ("mortise", "slot") and chance.random() < 0.3:
        # Into an end or an edge of a board that stands.
        on = chance.choice(["left", "right", "near", "far"])
        long, deep = (width, length) if on in ("left", "right") else (length, width)
        size = chance.uniform(16, max(long * 0.6, 20))
        cut |= {
            "on": on,
            "length": mm(size),
            "across": mm(chance.choice([6.35, 8, 9.525, 10])),
            "depth": mm(chance.uniform(3, min(deep * 0.4, 40))),
            "from_left": mm(chance.uniform(4, max(long - size - 4, 5))),
            "from_near": mm(chance.uniform(1, max(thick - 10, 2))),
            "end": chance.choice(["left", "right"]),
            "edge": chance.choice(["near", "far"]),
        }
        cut = {name: value for name, value in cut.items() if name not in ("count", "spacing", "through", "loose", "guide")}
    return cut


def _fingers(chance: random.Random, piece: Case, length: float, _width: float, _thick: float) -> Case:
    if chance.random() < 0.8:
        piece["length"] = mm(min(length, chance.uniform(180, 480)))
    return {
        "kind": "fingers", "end": chance.choice(["left", "right"]), "starts": chance.choice(["finger", "slot"]),
        "slot": mm(chance.choice([9.525, 9.525, 12.7, 12.7, 12, 6.35, 19.05])), "depth": mm(chance.uniform(4, 25)),
        "play": chance.choice([0.05, 0.05, 0.0, 0.2, -0.1]),
    }  # fmt: skip


def _end_groove(chance: random.Random, piece: Case, _length: float, _width: float, _thick: float) -> Case:
    if chance.random() < 0.5:
        piece |= {"width": mm(chance.uniform(24, 80))}
    piece["thickness"] = mm(chance.choice([18, 20, 22, 27, 32]))
    return {
        "kind": "end-groove", "on": chance.choice(["left", "right", "near", "far"]),
        "width": mm(chance.choice([6, 6.35, 8, 9.525, 9.525, 11, 12.7, 14, chance.uniform(5, 16)])),
        "depth": mm(chance.uniform(4, 33)),
    }  # fmt: skip


def _dovetails(chance: random.Random, piece: Case, length: float, _width: float, _thick: float) -> Case:
    makes, tails = chance.choice(["sockets", "tails"]), chance.randint(1, 9)
    if chance.random() < 0.9:
        # What the demo's comb takes: two half pins of 6 to 9.7 mm beside the tails.
        piece["width"] = mm(14.2875 + (tails - 1) * 24 + chance.uniform(12, 19.42))
    front, back = chance.choice([12, 12, 12, chance.uniform(6, 16)]), chance.uniform(12, 24)
    piece |= {"length": mm(min(length, chance.uniform(180, 480))), "thickness": mm(back if makes == "sockets" else front)}
    return {
        "kind": "dovetails", "makes": makes, "end": chance.choice(["left", "right"]),
        "mate": mm(front if makes == "sockets" else back),
        **({"depth": mm(chance.uniform(5, 11.9))} if chance.random() < 0.3 else {}),
    }  # fmt: skip


def _through_dovetails(chance: random.Random, piece: Case, length: float, _width: float, _thick: float) -> Case:
    if chance.random() < 0.9:
        # What the pair takes: two half pins of 6 to about 14 mm beside the tails.
        piece["width"] = mm(28 * chance.randint(1, 11) - 17.125 + chance.uniform(12, 27))
    piece |= {"length": mm(min(length, chance.uniform(180, 480))), "thickness": mm(chance.uniform(8, 22))}
    return {
        "kind": "through-dovetails", "makes": chance.choice(["tails", "pins"]), "end": chance.choice(["left", "right"]),
        "outside": chance.choice(["shown", "back"]), "mate": mm(chance.uniform(8, 22)),
        "play": chance.choice([0.0, 0.05, 0.2, -0.1]),
        **({"depth": mm(chance.uniform(5, 21))} if chance.random() < 0.2 else {}),
    }  # fmt: skip


def _tongue(chance: random.Random, piece: Case, length: float, _width: float, thick: float) -> Case:
    on = chance.choice(["left", "right", "near", "far"])
    if on in ("left", "right") and chance.random() < 0.6:
        piece["length"] = mm(min(length, chance.uniform(180, 900)))
    angle = chance.choice([14, 14, 9])
    height = chance.uniform(3, 11)
    room = thick - 2 * height * math.tan(math.radians(angle))
    return {
        "kind": "tongue", "on": on, "angle": angle, "depth": mm(height),
        "root": mm(max(room * chance.uniform(0.2, 0.98), 0.5)),
        **({"taper": mm(chance.uniform(0.4, 2)), "tapered": chance.choice(["shown", "back"])} if chance.random() < 0.3 else {}),
    }  # fmt: skip


def _template(chance: random.Random, _: Case, length: float, width: float, thick: float) -> Case:
    makes = chance.choice(["recess", "recess", "part", "plug"])
    cut: Case = {
        "kind": "template", "makes": makes, "outline": "shape", "depth": mm(chance.uniform(1.5, thick * 0.7)),
        "from_left": mm(chance.uniform(0, length * 0.5)), "from_near": mm(chance.uniform(0, width * 0.4)),
        "end": chance.choice(["left", "right"]), "edge": chance.choice(["near", "far"]),
    }  # fmt: skip
    if makes != "plug" and chance.random() < 0.5:
        cut |= {"through": True, "depth": mm(thick), "backed": chance.random() < 0.8}
        cut["loose"] = chance.choice([None, "tabs", "tape", "screws", "skin"])
        if chance.random() < 0.3:
            cut["traced"] = mm(chance.choice([1.5, 2.5, 4, 7]))
    if chance.random() < 0.4:
        cut["corners"] = mm(chance.choice([2, 4, 7.5]))
    if chance.random() < 0.2:
        cut["turn"] = chance.choice([15, 90, 210])
    if chance.random() < 0.15:
        cut |= {"count": 2, "spacing": mm(chance.uniform(60, 250))}
    if makes != "plug" and chance.random() < 0.3:
        cut["guide"] = chance.choice(["bushing", "bearing", "inlay"])
    if chance.random() < 0.2:
        cut |= {"plate": True}
    if chance.random() < 0.2:
        cut["held"] = chance.choice(["carrier", "tape", "vacuum"])
    if makes == "part" and cut.get("through") and chance.random() < 0.5:
        cut |= {
            "traced": None,
            "sawn": mm(chance.uniform(0.5, 3.2)),
            "count": 1,
            "held": chance.choice([None, "tape", "tape", "vacuum"]),
        }
        cut["guide"] = chance.choice([None, "bushing", "bearing", "tip", "tip"])
        cut["turned"] = chance.random() < 0.3
        if chance.random() < 0.4:
            cut |= {"starting_pin": True, "turned": False, "held": chance.choice([None, "carrier", "carrier"])}
            cut["guide"] = chance.choice([None, "tip", "tip", "bearing"])
    return cut


def _outline(chance: random.Random, room: float) -> str:
    """A star of straight sides and arcs around a middle, with or without a hole in it, as path data."""
    size = chance.uniform(0.12, 0.35) * room
    count = chance.choice([3, 4, 5, 7, 9, 14])
    turns = sorted(chance.uniform(0, 2 * math.pi / count * 0.8) + 2 * math.pi * i / count for i in range(count))
    spots = [(r * math.cos(turn), r * math.sin(turn)) for turn in turns if (r := size * chance.uniform(0.5, 1.0))]
    sides = []
    for (x, y), before in zip(spots[1:] + spots[:1], spots, strict=True):
        radius = math.dist((x, y), before) * chance.choice([0.6, 1.0, 2.5])
        curved = chance.random() < 0.4
        sides.append(f"A{radius:.3f} {radius:.3f} 0 0 {chance.choice([0, 1])} {x:.3f} {y:.3f}" if curved else f"L{x:.3f} {y:.3f}")
    whole = f"M{spots[0][0]:.3f} {spots[0][1]:.3f} {' '.join(sides)} Z"
    if chance.random() < 0.25:
        r = size * chance.uniform(0.1, 0.25)
        whole += f" M{-r:.3f} 0 A{r:.3f} {r:.3f} 0 0 1 {r:.3f} 0 A{r:.3f} {r:.3f} 0 0 1 {-r:.3f} 0 Z"
    return whole


def _edge(chance: random.Random, piece: Case, length: float, width: float, thick: float) -> Case:
    shape = chance.choice(
        ["roundover", "chamfer", "cove", "ogee", "rabbet", "edge-groove", "flush", "jointing", "bevel", "bead", *MATCHED]
    )
    size = {
        "roundover": chance.choice([3, 6.35, 9.525]), "cove": 6.35, "ogee": 6.35, "flush": 2, "jointing": 1, "bead": 3,
        "sticking": 5, "coping": 5,
    }  # fmt: skip
    cut: Case = {
        "kind": "edge", "shape": shape, "size": mm(size.get(shape, chance.uniform(2, 10))),
        "edges": chance.choice([["near"], ["near", "far"], ["near", "right", "far", "left"], ["left"]]),
        "edge_state": chance.choice(["smooth", "sawn", None]), "both_faces": chance.random() < 0.2,
    }  # fmt: skip
    if shape in ("rabbet", "flush"):
        cut["depth"] = mm(chance.uniform(2, thick * 0.7))
    if shape in MATCHED:
        cut |= {"depth": mm({"sticking": 15, "coping": 22.9}[shape] - chance.choice([0, 0, chance.uniform(0, 4)]))}
        cut |= {"held": "carrier"} if chance.random() < 0.5 else {}
    if shape == "edge-groove":
        cut |= {"size": mm(chance.uniform(4, 8)), "width": mm(chance.choice([9.5, chance.uniform(3, 9.5)]))}
        if not cut["both_faces"] and chance.random() < 0.5:
            cut["depth"] = mm(chance.uniform(0.5, 0.8) * thick)
    if shape == "bevel":
        cut["angle"] = 45
    roll = chance.random()
    if roll < 0.15:
        piece["outline"] = {"form": "oval"}
        cut["edges"] = ["outline"]
    elif roll < 0.3 and min(length, width) > 150:
        piece["openings"] = [{"form": "rectangle", "length": mm(length * 0.4), "width": mm(width * 0.4), "radius": mm(12)}]
        cut["edges"] = ["opening-1"]
    if chance.random() < 0.2:
        cut["guide"] = chance.choice(["bearing", "fence", "template"])
    return cut
