"""What a bit can do in this shop: its speed at every router, and the cuts it makes (craft 3)."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.choosing.judging import shop_tools
from ranura.core.cutting.passes import max_step
from ranura.core.cutting.speed import rim_speed, speed_of, turning_rpm
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Router
from ranura.core.text.cautions import written
from ranura.core.text.figures import plain, show
from ranura.core.text.writing import Shown, Text, write


@dataclass(frozen=True, kw_only=True, slots=True)
class AtRouter:
    """A bit at one router: the speed and dial position, or why it does not go there."""

    router_id: str
    router_name: str
    fits: bool
    rpm: Shown | None
    dial: Shown | None
    rim: Shown | None
    why: Text | None


def at_routers(bit: Bit, shop: Shop) -> tuple[AtRouter, ...]:
    """The bit at every router of the bench."""
    return tuple(_at(bit, router, shop) for router in shop.routers if not router.archived)


def _at(bit: Bit, router: Router, shop: Shop) -> AtRouter:
    base = router.bases[0]
    against = shop_tools(shop, shop.rules).against(bit, router, base)
    if against:
        said = written(against[0])
        return AtRouter(router_id=router.id, router_name=router.name, fits=False, rpm=None, dial=None, rim=None, why=said.message)
    speed = speed_of(bit, router, shop.rules)
    turning = turning_rpm(speed)
    setting = speed.dial_shown
    return AtRouter(
        router_id=router.id,
        router_name=router.name,
        fits=True,
        rpm=show(turning, "rpm"),
        dial=None if setting is None else plain(setting if isinstance(setting, str) else f"{setting:.1f}".removesuffix(".0")),
        rim=show(rim_speed(diameter=bit.diameter, rpm=turning), "m/s"),
        why=None,
    )


def cuts_made(bit: Bit, shop: Shop) -> tuple[Text, ...]:
    """What it cuts, in a few lines: the widths and depths, the shapes, how it starts."""
    lines: list[Text] = []
    kind = bit.kind
    step = max_step(
        shop.rules.depth_rule,
        bit_diameter=bit.diameter,
        shank_diameter=bit.shank,
        neck_diameter=bit.neck_diameter,
        cap=shop.rules.pass_cap,
    )
    if bit.cuts_channels:
        lines.append(
            write(
                "Dadoes, grooves and rabbets from {d:fine} wide, to {l:fine} deep, up to {a:fine} a pass",
                d=bit.diameter,
                l=bit.cutting_length,
                a=step,
            )
        )
    match bit.profile:
        case "roundover":
            lines.append(write("Rounds an edge with radius {r:fine}; set lower it leaves a step above", r=bit.radius or 0))
        case "cove":
            lines.append(write("Hollows an edge with radius {r:fine}", r=bit.radius or 0))
        case "chamfer" | "bevel":
            lines.append(write("Bevels an edge at {a:n}° from its face, {l:fine} high", a=bit.angle or 0, l=bit.cutting_length))
        case "rabbet":
            widths = sorted({(bit.diameter - bearing) / 2 for bearing in (bit.bearing or 0, *bit.bearings)})
            named = {f"w{i}": width for i, width in enumerate(widths)}
            lines.append(write("Rabbets of " + " · ".join(f"{{{name}:fine}}" for name in named), **named))
        case "dovetail":
            lines.append(
                write(
                    "Dovetails {a:n}°, neck {n:fine} at full depth; a straight bit clears first",
                    a=bit.angle or 0,
                    n=bit.neck_diameter,
                )
            )
        case "v-groove":
            lines.append(write("Grooves of {a:n}°, up to {d:fine} wide", a=bit.angle or 0, d=bit.diameter))
        case "core-box":
            lines.append(write("Round-bottomed grooves up to {d:fine} wide", d=bit.diameter))
        case "surfacing":
            lines.append(write("Flattens in lanes of {w:fine}", w=shop.rules.lane * bit.diameter))
        case "slot-cutter":
            lines.append(write("Slots {w:fine} wide, {d:fine} deep", w=bit.width or 0, d=(bit.diameter - (bit.bearing or 0)) / 2))
        case "straight" | "up-cut" | "down-cut" | "compression" | "flush-trim" | "pattern" | "double-bearing":
            pass  # said by what they make
        case (
            "ogee"
            | "bead"
            | "t-slot"
            | "keyhole"
            | "tongue-and-groove"
            | "stile-and-rail"
            | "coping"
            | "drawer-lock"
            | "mitre-lock"
        ):
            pass  # their silhouette says it
    if kind.makes == "templates":
        lines.append(write("Follows a template or edge up to {l:fine} thick", l=bit.cutting_length))
    if bit.full_depth_only:
        lines.append(write("One pass at full depth, after its clearing passes"))
    elif not kind.raisable:
        lines.append(write("Approached by the fence, not by raising it"))
    plunges = {True: "Cuts at its end: may plunge", False: "Does not plunge", None: "Whether it plunges is not known"}
    lines.append(write(plunges[bit.can_plunge]))
    return tuple(lines)
