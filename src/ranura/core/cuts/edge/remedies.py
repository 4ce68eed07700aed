"""What would take a caution or a stop of an edge cut away: how the edge is, another guide, another place, one face."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace
from typing import Any

from ranura.core.board.pieces import Piece
from ranura.core.choosing.shortlist import shortlist
from ranura.core.cuts.edge import words
from ranura.core.cuts.edge.asked import EdgeCut, EdgeState
from ranura.core.cuts.edge.judge import EdgeJudge
from ranura.core.cuts.edge.on_board import edging
from ranura.core.cuts.edge.plan import setting_of
from ranura.core.cuts.edge.setting import EdgeSetting
from ranura.core.cuts.edge.staging import MOST_STAGES
from ranura.core.cutting.feed import HELD_BACK
from ranura.core.geometry import closeness
from ranura.core.output.remedies import Remedy
from ranura.core.text.errors import CutError
from ranura.core.text.writing import write

_WAYS_OUT: tuple[tuple[str, Mapping[str, Any], str], ...] = (
    ("fence", {"guide": "fence", "router_id": None}, "Clamp a straightedge on the face and run the base along it"),
    ("template", {"guide": "template", "router_id": None}, "Tape a straightedge below the board for the bearing to ride on"),
    ("table", {"guide": None, "router_id": None}, "Take it to the table"),
    ("held", {"held": "tape", "router_id": None}, "Double-sided tape holds it on a smaller board below, which raises it"),
    ("carrier", {"held": "carrier"}, "A carrier or sled holds it, hands {75:about} from the bit"),
    ("support", {"supported": True}, "Stands or rollers carry it, level with the table"),
    ("one-face", {"both_faces": False}, "Cut one face only"),
    ("pin", {"starting_pin": True}, "A starting pin stands in the table"),
    ("near-side", {"far_side": False}, "Cut the edge that runs along the fence"),
)
_OF_TABLE = frozenset({"table", "pin", "carrier", "support"})
"""Remedies that are for a table."""
_LIFTED = frozenset({words.FIBRES_LIFT.code, words.FIBRES_LIFT_CLIMB.code})
_EDGE_STATES: tuple[tuple[EdgeState, str], ...] = (("smooth", "It is planed and smooth"), ("sawn", "It is as sawn"))


def remedies(cut: EdgeCut, piece: Piece, judge: EdgeJudge, setting: EdgeSetting) -> tuple[Remedy, ...]:
    """What would take a caution or a stop away: how the edge is; another guide, another place, one face.

    Each remedy for a stop was tried and can be made."""
    found = []
    if any(each.code == words.EDGE_UNKNOWN.code for each in setting.cautions):
        found = [
            Remedy(answers=words.EDGE_UNKNOWN.code, says=write(says), change={"edge_state": state})
            for state, says in _EDGE_STATES
        ]
    stop = next((each.code for each in setting.cautions if each.level == "stop"), None)
    if stop is None:
        return (*found, *_against_grain(cut, piece, judge, setting))
    for code, change, says in _WAYS_OUT:
        changed = replace(cut, **change)
        if changed == cut and code != "table":
            continue
        kept = _tried(code, cut, changed, piece, judge)
        if kept is not None:
            found.append(Remedy(answers=stop, says=write(says), change={**change, **kept}))
    return tuple(found)


def _against_grain(cut: EdgeCut, piece: Piece, judge: EdgeJudge, setting: EdgeSetting) -> Iterator[Remedy]:
    """What helps where fibres lift: one stage more, where the last one is lighter then; and a slower hand."""
    said = next((each.code for each in setting.cautions if each.code in _LIFTED), None)
    staging = setting.staging
    if said is None or staging is None:
        return
    more = len(staging.stages) + 1
    if more <= MOST_STAGES and staging.by != "bearing":
        trial = EdgeJudge(judge.tools.shop, edging(replace(cut, least_stages=more), piece), judge.wood, judge.rules, judge.before)
        lighter = setting_of(setting.candidate, trial, piece).staging
        if lighter is not None and closeness.under(lighter.stages[-1].area, staging.stages[-1].area):
            yield Remedy(answers=said, says=write("One stage more, the last one lighter"), change={"least_stages": more})
    if closeness.over(staging.slowest.feed_m_min, HELD_BACK):
        yield Remedy(answers=said, says=write("Led slower"), change={"gentler": True})


def _tried(code: str, cut: EdgeCut, changed: EdgeCut, piece: Piece, judge: EdgeJudge) -> dict[str, Any] | None:
    """What else must be pinned for a changed cut that can be made; None where it cannot."""
    shop = judge.tools.shop
    routers = [router for router in shop.routers if not router.archived]
    if code in ("one-face", "near-side"):
        routers = [router for router in routers if cut.router_id in (None, router.id)]
    else:
        routers = [router for router in routers if (router.mounting == "table") == (code in _OF_TABLE)]
        routers = [router for router in routers if code != "pin" or cut.router_id in (None, router.id)]
    try:
        trial = EdgeJudge(shop, edging(changed, piece), judge.wood, judge.rules, judge.before)
    except CutError:
        return None
    bits = [bit for bit in shop.bits if not bit.archived and cut.bit_id in (None, bit.id)]
    fit = shortlist(trial, trial.ranking(), count=1, bits=bits, routers=routers).fit
    if not fit or any(each.level == "stop" for each in setting_of(fit[0], trial, piece).cautions):
        return None
    goes_there = code == "table" or (code in ("carrier", "support") and cut.router_id != fit[0].router.id)
    return {"router_id": fit[0].router.id} if goes_there else {}
