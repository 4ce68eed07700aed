"""The sliding dovetail (R13): socket, clearing bit, and the tongue cut over the table from one fence setting."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from ranura.core.cuts.channel import words as channel_words
from ranura.core.geometry import closeness
from ranura.core.joints import words
from ranura.core.shop.house_rules import STANDARD, HouseRules
from ranura.core.text.cautions import Caution, caution, has_stop

_OF_BOARD = 2 / 3
_HAND_TIGHT = 0.1


@dataclass(frozen=True, kw_only=True, slots=True)
class SlidingDovetail:
    """All mm. Mouth and floor of the socket; the widest straight bit that clears it (None: there is none); how far the bit
    stands out of the fence; root, tip (its end) and height of the tongue. `depth` is the limit's share that was used.

    Tapered: `taper_angle` in degrees, and from how far before home it is hand-tight; None otherwise.
    """

    socket_mouth: float
    socket_floor: float
    clearing_bit: float | None
    clearing_depth: float
    tongue_exposure: float
    tongue_root: float
    tongue_tip: float
    tongue_height: float
    taper_angle: float | None
    tight_from: float | None
    blocked: bool
    cautions: tuple[Caution, ...]


def plan_sliding_dovetail(
    *,
    bit_diameter: float,
    bit_angle: float,
    depth: float,
    tongue_stock: float,
    socket_board: float,
    shift: float = 0.0,
    clearance: float | None = None,
    available_straight_bits: Sequence[float] | None = None,
    taper: float | None = None,
    length: float | None = None,
    shoulder_depth: float = 0.0,
    rules: HouseRules = STANDARD,
) -> SlidingDovetail:
    """Socket and tongue of one bit: widest `bit_diameter` at its tip, flanks `bit_angle` degrees from the axis.

    Rule: R13 sliding dovetail
    Formula: m = D − 2·h·tan(angle); mouth m + q, floor D + q; root = m + q − c; e = (T − root)/2; end = root + 2·h_t·tan(angle)
    Source: geometry; the tongue is cut by the same bit, so that both flanks have its angle

    Moving the fence by x changes the tongue by 2·x."""
    flank = math.tan(math.radians(bit_angle))
    mouth = bit_diameter - 2 * depth * flank
    tapered = taper is not None and closeness.over(taper, 0)
    play = clearance if clearance is not None else 0.0 if tapered else rules.dovetail_clearance
    root = mouth + shift - play
    height = depth - rules.tongue_short
    tip = root + 2 * height * flank
    found: list[Caution] = []
    limit = socket_board * _OF_BOARD
    if closeness.over(depth + shoulder_depth, limit):
        found.append(caution(words.SOCKET_TOO_DEEP, depth=depth + shoulder_depth, limit=limit))
    if not closeness.under(tip, tongue_stock) or not closeness.over(root, 0):
        found.append(caution(words.TONGUE_TOO_THICK, tip=tip, stock=tongue_stock))
    if closeness.over(bit_diameter, rules.dovetail_share * tongue_stock):
        found.append(caution(words.WIDE_DOVETAIL, limit=rules.dovetail_share * tongue_stock, stock=tongue_stock))
    clearing = None
    if available_straight_bits is not None:
        narrow = [each for each in available_straight_bits if not closeness.over(each, mouth)]
        clearing = max(narrow, default=None)
        if clearing is None:
            found.append(caution(channel_words.DOVETAIL_WITHOUT_CLEARING, mouth=max(mouth, 0.0)))
            if closeness.over(depth, rules.dovetail_in_softwood):
                found.append(caution(channel_words.TOO_DEEP_UNCLEARED, depth=depth, limit=rules.dovetail_in_softwood))
            elif closeness.over(depth, rules.dovetail_in_hardwood):
                found.append(caution(words.UNCLEARED_IN_SOFTWOOD_ONLY, depth=depth, limit=rules.dovetail_in_hardwood))
    angle = tight = None
    if tapered and taper is not None and length is not None:
        angle = math.degrees(math.atan(taper / length))
        tight = max((_HAND_TIGHT - play) * length / taper, 0.0)
    return SlidingDovetail(
        socket_mouth=mouth + shift,
        socket_floor=bit_diameter + shift,
        clearing_bit=clearing,
        clearing_depth=max(depth - rules.clearing_short, 0.0),
        tongue_exposure=(tongue_stock - root) / 2,
        tongue_root=root,
        tongue_tip=tip,
        tongue_height=height,
        taper_angle=angle,
        tight_from=tight,
        blocked=has_stop(found),
        cautions=tuple(found),
    )


def shim_at(x: float, *, taper: float, length: float) -> float:
    """How thick the shim is that mirrors the taper on the tongue, at `x` from the closed edge; all mm.

    Rule: R13 tapered
    Formula: shim = t·x/L
    Source: similar triangles

    >>> shim_at(150, taper=1, length=300)
    0.5"""
    return taper * x / length
