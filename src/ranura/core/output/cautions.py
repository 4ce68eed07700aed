"""Cautions that families share, and their order."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.board.materials import Material
from ranura.core.board.pieces import Piece
from ranura.core.choosing.order import Candidate
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.speed import Speed
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import shank_name
from ranura.core.text import choosing_words, guide_words, speed_words, strength_words, table_words
from ranura.core.text.cautions import Caution, caution, written

_NARROW = 150.0
"""mm: an end below it does not run along a fence by itself, and hands on such a board come near the bit."""

_LEVELS = {"stop": 0, "caution": 1, "note": 2}


def in_order(cautions: list[Caution]) -> tuple[Caution, ...]:
    """Worst first, each code once (a code may stand twice with other words), the general line last."""
    seen: dict[tuple[str, str], Caution] = {}
    for each in cautions:
        seen.setdefault((each.code, each.message.metric), each)
    ordered = sorted(seen.values(), key=lambda each: _LEVELS[each.level])
    return (*ordered, caution(choosing_words.GENERAL))


def with_more(cautions: Sequence[Caution], more: Sequence[Caution]) -> tuple[Caution, ...]:
    """The cautions of a plan with others that were found later, in order."""
    general = choosing_words.GENERAL.code
    return in_order([*more, *(each for each in cautions if each.code != general)]) if more else tuple(cautions)


def corner_note(rules: HouseRules, *, radius: float) -> Caution:
    """What the house does about corners that come out as round as the bit: its chisel, or the mate rounded to them."""
    return caution(guide_words.CORNERS_CHISELLED if rules.corners == "chisel" else guide_words.MATE_ROUNDED, radius=radius)


def tool_cautions(
    chosen: Candidate, speed: Speed, grip: Grip | None, piece: Piece, wood: Material, rules: HouseRules
) -> list[Caution]:
    """What bit, collet, base and wood of a cut that can be made still ask to be careful about."""
    bit, base = chosen.bit, chosen.base
    dropped = {reason.code for reason in chosen.reasons}
    found = [written(each) for each in speed.cautions if each.code not in dropped]
    if assumed := [each.name for each in (chosen.router, bit) if each.assumed]:
        found.append(caution(choosing_words.ASSUMED_TOOLS, tools=" and ".join(assumed), are="are" if len(assumed) > 1 else "is"))
    if bit.state == "dull":
        found.append(caution(choosing_words.DULL_BIT))
    if base.opening is None:
        found.append(caution(speed_words.OPENING_UNKNOWN, needed=bit.diameter + rules.opening_clearance))
    if chosen.sleeved:
        sleeve = chosen.router.sleeve_for(bit.shank)
        collet = shank_name(sleeve.collet) if sleeve else ""
        found.append(caution(strength_words.REDUCING_SLEEVE, shank=shank_name(bit.shank), collet=collet))
    if grip is not None and not grip.datum_known:
        found.append(caution(strength_words.DATUM_UNKNOWN, datum=grip.datum))
    if grip is not None and grip.spare:
        found.append(caution(strength_words.SHORTER_IS_STIFFER, free=grip.free, needed=grip.needed))
    if not piece.thickness_measured:
        found.append(caution(choosing_words.THICKNESS_UNMEASURED))
    if (
        bit.profile == "up-cut"
        and chosen.router.mounting == "hand"
        and (closeness.under(piece.thickness.mm, rules.thin_work) or wood.material_class == "veneered-board")
    ):
        found.append(caution(guide_words.UP_CUT_LIFTS_THIN_WORK, thickness=piece.thickness.mm))
    if wood.material_class == "plastic":
        found.append(caution(speed_words.MELTS, flutes=bit.flutes))
    if wood.harmful_dust:
        found.append(caution(choosing_words.DUST, material=wood.name))
    return found


def table_cautions(
    part: tuple[float, float], ends: Sequence[float], opening: float, *, small: bool, carried: bool, one_plane: bool
) -> list[Caution]:
    """What a table asks for: carrier or push blocks, mitre gauge, closed opening, feather boards; all lengths in mm. `carried`: a
    carrier or sled holds it, which keeps the hands away and guides its ends.

    Rule: R15 small parts
    Formula: small: a carrier; narrower than 150 mm: push blocks, an end so narrow a mitre gauge; an end shorter than twice the
        fence's opening: that closed
    Source: hands stay 75 mm away; what does not bridge an opening dips into it"""
    length, width = part
    found: list[Caution] = []
    if carried:
        ends = ()
    elif small:
        found.append(caution(table_words.CARRIER, length=length, width=width))
    elif closeness.under(min(length, width), _NARROW):
        found.append(caution(table_words.HANDS_AWAY, width=min(length, width)))
    if ends and closeness.under(min(ends), _NARROW):
        found.append(caution(table_words.NARROW_END, width=min(ends)))
    if ends and closeness.under(min(ends), 2 * opening):
        found.append(caution(table_words.CLOSE_THE_OPENING, length=min(ends), opening=opening))
    if one_plane:
        found.append(caution(table_words.FEATHER_BOARDS))
    return found
