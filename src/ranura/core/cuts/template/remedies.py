"""Ways out of a stop for cuts by template."""

from __future__ import annotations

import math
from collections.abc import Collection
from dataclasses import replace

from ranura.core.cuts.template import words
from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.cuts.template.setting import TemplateSetting
from ranura.core.cuts.template.tracing import DEEPER
from ranura.core.cutting.feed import HELD_BACK
from ranura.core.geometry import closeness
from ranura.core.holding.hands import two_hands_fit
from ranura.core.holding.placed import Held
from ranura.core.output.remedies import Remedy, held_otherwise, moved_clear
from ranura.core.proof import words as proof_words
from ranura.core.templates import words as template_words
from ranura.core.templates.rounding import radius_for
from ranura.core.text import guide_words, table_words
from ranura.core.text.forms import TypedLength
from ranura.core.text.writing import write

_LOOSE = {"tape": "Tape holds it", "screws": "Screws hold it", "tabs": "Tabs are left", "skin": "A skin is left below"}


def template_remedies(cut: TemplateCut, setting: TemplateSetting, *, has_table: bool) -> tuple[Remedy, ...]:
    """What would take a stop of a cut by template away; `has_table` where a router hangs in one."""
    codes = {each.code for each in setting.cautions}
    found = area_remedies(codes, cut.held)
    if words.OUTLINE_CHANGED.code in codes:
        change = {"outline_version": setting.outline.saved.version}
        found.append(Remedy(answers=words.OUTLINE_CHANGED.code, says=write("It is as I want it"), change=change))
    found += _traced(codes, setting)
    if words.FIBRES_LIFT_ALONG.code in codes:
        found += _against_grain(cut, setting)
    if words.SAWN_PART_ON_TAPE.code in codes:
        found += [
            Remedy(answers=words.SAWN_PART_ON_TAPE.code, says=write(says), change={"held": how})
            for how, says in (("tape", "Tape holds it from below"), ("vacuum", "Vacuum holds it from below"))
        ]
        if has_table and setting.outline.can_be_turned:
            found.append(_over_table(setting))
    found += [
        Remedy(answers=stop.code, says=write("Cut it from one face"), change={"turned": False})
        for stop in (words.NO_BEARING_AT_BOTH_ENDS, words.NOTHING_TO_LIE_ON)
        if stop.code in codes
    ]
    if table_words.NO_STARTING_PIN.code in codes:
        answered = table_words.NO_STARTING_PIN.code
        found.append(Remedy(answers=answered, says=write("A starting pin stands in the table"), change={"starting_pin": True}))
    found += _rounded(codes, setting)
    found += moved_clear(codes, setting.holding.moved if setting.holding is not None else ())
    return tuple(found)


def _traced(codes: Collection[str], setting: TemplateSetting) -> list[Remedy]:
    """That its line is traced less deep, or not at all."""
    found = []
    first = setting.stepping.depths[0] if setting.stepping is not None else 0.0
    if words.TRACE_TOO_DEEP.code in codes and (most := math.floor(first - DEEPER)) > 0:
        change = {"traced": TypedLength(typed=f"{most:g}", unit="mm")}
        found.append(Remedy(answers=words.TRACE_TOO_DEEP.code, says=write("Trace it {d:len} deep", d=most), change=change))
    found += [
        Remedy(answers=code, says=write("One bit cuts all of it"), change={"traced": None})
        for code in (words.TRACE_TOO_DEEP.code, words.NO_TRACING_BIT.code)
        if code in codes
    ]
    if words.LARGER_STAYS_OUT.code in codes:
        less = Remedy(answers=words.LARGER_STAYS_OUT.code, says=write("A less wide bit follows"), change={"bit_id": None})
        alone = {"traced": None, "bit_id": None}
        found += [less, replace(less, says=write("One small bit cuts all of it"), change=alone)]
    return found


def _against_grain(cut: TemplateCut, setting: TemplateSetting) -> list[Remedy]:
    """What helps where fibres lift along a template: a sawn part turned over there, with a bearing at the other end; a slower
    hand."""
    found = []
    if cut.sawn is not None and setting.by_hand:
        change = {"turned": True, "guide": None, "bit_id": None}
        says = write("Where they lift it is turned over, the bearing at the bit's other end")
        found.append(Remedy(answers=words.FIBRES_LIFT_ALONG.code, says=says, change=change, unsure=True))
    if setting.stepping is not None and any(closeness.over(each.feed_m_min, HELD_BACK) for each in setting.stepping.paces):
        says = write("Led slower")
        found.append(Remedy(answers=words.FIBRES_LIFT_ALONG.code, says=says, change={"gentler": True}))
    return found


def _over_table(setting: TemplateSetting) -> Remedy:
    """That a part is turned round the bit over a table, on a carrier where two hands find no room on it."""
    fits = two_hands_fit(setting.outline.work)
    says = write("Over a table, from a starting pin" + ("" if fits else ", on a carrier"))
    change = {"starting_pin": True, "held": None if fits else "carrier", "guide": None, "router_id": None, "bit_id": None}
    return Remedy(answers=words.SAWN_PART_ON_TAPE.code, says=says, change=change)


def _rounded(codes: Collection[str], setting: TemplateSetting) -> list[Remedy]:
    """That its corners are rounded to what bit and guide can cut."""
    if setting.follower is None or setting.template is None:
        return []
    offset = (setting.follower.across - setting.bit.diameter) / 2
    radius = radius_for(setting.bit.diameter, offset if setting.outline.makes != "plug" else setting.template.offset)
    change = {"corners": TypedLength(typed=f"{radius:g}", unit="mm")}
    says = write("Round its corners to {r:len}", r=radius)
    return [Remedy(answers=code, says=says, change=change) for code in _OF_CORNERS if code in codes]


_OF_CORNERS = (
    words.CORNERS_NOT_ENTERED.code,
    template_words.CORNERS_LOST.code,
    template_words.CORNERS_LEFT.code,
    proof_words.TAKES_TOO_MUCH.code,
)


def area_remedies(codes: Collection[str], held: Held | None) -> list[Remedy]:
    """What lies below, what holds what comes free, what bridges an opening, how the work is held, how thick the template is."""
    found = []
    if proof_words.NO_SACRIFICIAL_BOARD.code in codes:
        found.append(
            Remedy(answers=proof_words.NO_SACRIFICIAL_BOARD.code, says=write("One lies below it"), change={"backed": True})
        )
    if proof_words.LOOSE_PIECE.code in codes:
        found += [
            Remedy(answers=proof_words.LOOSE_PIECE.code, says=write(says), change={"loose": how}) for how, says in _LOOSE.items()
        ]
    for code, there, says in (
        (guide_words.BASE_TIPS.code, True, "A wider plate below the base bridges it"),
        (proof_words.BASE_TIPS_OVER.code, True, "A wider plate below the base bridges it"),
        (proof_words.NOTHING_CARRIES.code, True, "A wider plate below the base bridges it"),
        (template_words.PLATE_BRIDGES.code, False, "There is none"),
    ):
        if code in codes:
            found.append(Remedy(answers=code, says=write(says), change={"plate": there}))
    code = template_words.BEARING_ABOVE_TEMPLATE.code
    if code in codes:
        found.append(Remedy(answers=code, says=write("Make it as thick as that"), change={"template": None}))
    return [*found, *held_otherwise(set(codes), held)]
