"""What planning any cut has in common: tools, cautions in order, what the person's own choice costs."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from ranura.core.board.materials import Material
from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import Drop, Sifted
from ranura.core.choosing.judging import SETUP_CODES, Judge
from ranura.core.choosing.order import Candidate, Ranking
from ranura.core.choosing.shortlist import shortlist
from ranura.core.cuts.channel.setting import ToolSetting
from ranura.core.cuts.channel.slip_guide import FitView, GuideOffer, StationLine
from ranura.core.cuts.channel.testcut import TestCut
from ranura.core.cuts.edge.staging import Stage
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.speed import Speed
from ranura.core.cutting.stepping import Pass
from ranura.core.geometry import closeness
from ranura.core.output.slip import PassLine, Section
from ranura.core.output.views import Point, View
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import shank_name
from ranura.core.text.cautions import Caution, caution
from ranura.core.text.errors import CutError
from ranura.core.text.figures import Figure
from ranura.core.text.kinds import GENERAL
from ranura.core.text.writing import Text


@dataclass(frozen=True, kw_only=True, slots=True)
class Remedy:
    """An answer to a caution or a way out of a stop: which code it answers, what it says, and what it changes of the cut."""

    answers: str
    says: Text
    change: Mapping[str, Any]


@dataclass(frozen=True, kw_only=True, slots=True)
class DoneCut:
    """An edge cut made before in the same board: at which edges, with what, on which faces."""

    edges: tuple[str, ...]
    bit_id: str
    height: float
    offset: float
    both_faces: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class Said:
    """What a plan says and shows of a setting; see `CutPlan`."""

    figures: tuple[Figure, ...]
    slip: tuple[Section, ...]
    drawing: tuple[View, ...]
    remedies: tuple[Remedy, ...]
    pass_columns: tuple[str, ...]
    pass_lines: tuple[PassLine, ...]
    run_mm: float
    glyph: tuple[Point, ...]
    passes: tuple[Pass, ...] = ()
    stages: tuple[Stage, ...] = ()
    leaves: DoneCut | None = None
    guides: tuple[GuideOffer, ...] = ()
    stations: tuple[StationLine, ...] = ()
    fit: FitView | None = None
    test_cut: TestCut | None = None
    jig: tuple[Text, ...] = ()


@dataclass(frozen=True, kw_only=True, slots=True)
class Made:
    """A setting that was worked out; it is put into words when somebody reads it."""

    setting: ToolSetting
    said: Callable[[], Said]


@dataclass(frozen=True, kw_only=True, slots=True)
class Family:
    """How one kind of cut is planned: who judges the tools, which dimension is refused where none can make it, and what a pair of
    tools makes of it."""

    judge: Judge
    refuse: Callable[[list[Drop]], None]
    make: Callable[[Candidate], Made]


_NARROW = 150.0
"""mm: an end below it does not run along a fence by itself, and hands on such a board come near the bit."""
_LEVELS = {"stop": 0, "caution": 1, "note": 2}


def check_shop(shop: Shop) -> None:
    """Raises `CutError` where there is no bit or no router to plan with."""
    if all(bit.archived for bit in shop.bits):
        raise CutError("no-bits")
    if all(router.archived for router in shop.routers):
        raise CutError("no-routers")


def choose(
    bit_id: str | None,
    router_id: str | None,
    shop: Shop,
    judge: Judge,
    ranking: Ranking,
    sifted: Sifted,
    *,
    refuse: Callable[[list[Drop]], None],
) -> Candidate:
    """The best candidate that agrees with what is pinned; a pinned pair that was dropped is taken with its reasons.

    `refuse` raises where every bit fails on a dimension that was typed."""
    bit = None if bit_id is None else shop.bit(bit_id, field="cut.bit_id")
    router = None if router_id is None else shop.router(router_id, field="cut.router_id")
    routers = [each for each in shop.routers if not each.archived] if router is None else [router]
    fit = sifted.fit
    if bit is not None or router is not None:
        fit = shortlist(judge, ranking, count=1, bits=None if bit is None else [bit], routers=routers).fit
    if fit:
        return fit[0]
    if bit is None and not sifted.fit:
        refuse(sifted.dropped)
    alone = {drop.bit.id for drop in sifted.dropped if drop.router is None}
    owned = [each for each in shop.bits if judge.is_of_kind(each) and not each.archived]
    bits = [bit] if bit is not None else [each for each in owned if each.id not in alone] or owned
    pairs = [judge.candidate(b, r) for b in bits for r in routers]
    # The nearest miss: by hand before table (or as it was asked for), what only wants another way of setting up, the fewest
    # reasons, then by rank.
    return min(
        pairs if bit is not None else ranking.order(pairs),
        key=lambda miss: (
            judge.rather not in (None, miss.router.mounting),
            any(reason.code not in SETUP_CODES for reason in miss.reasons),
            len(miss.reasons),
        ),
    )


def in_order(cautions: list[Caution]) -> tuple[Caution, ...]:
    """Worst first, each code once (a code may stand twice with other words), the general line last."""
    seen: dict[tuple[str, str], Caution] = {}
    for each in cautions:
        seen.setdefault((each.code, each.message.metric), each)
    ordered = sorted(seen.values(), key=lambda each: _LEVELS[each.level])
    return (*ordered, caution(GENERAL))


def corner_note(rules: HouseRules, *, radius: float) -> Caution:
    """What the house does about corners that come out as round as the bit: its chisel, or the mate rounded to them."""
    return caution("corners-chiselled" if rules.corners == "chisel" else "mate-rounded", radius=radius)


def tool_cautions(
    chosen: Candidate, speed: Speed, grip: Grip | None, piece: Piece, wood: Material, rules: HouseRules
) -> list[Caution]:
    """What bit, collet, base and wood of a cut that can be made still ask to be careful about."""
    bit, base = chosen.bit, chosen.base
    dropped = {reason.code for reason in chosen.reasons}
    found = [each for each in speed.cautions if each.code not in dropped]
    if bit.state == "dull":
        found.append(caution("dull-bit"))
    if base.opening is None:
        found.append(caution("opening-unknown", needed=bit.diameter + rules.opening_clearance))
    if chosen.sleeved:
        sleeve = chosen.router.sleeve_for(bit.shank)
        collet = shank_name(sleeve.collet) if sleeve else ""
        found.append(caution("reducing-sleeve", shank=shank_name(bit.shank), collet=collet))
    if grip is not None and not grip.datum_known:
        found.append(caution("datum-unknown", datum=grip.datum))
    if grip is not None and grip.spare:
        found.append(caution("shorter-is-stiffer", free=grip.free, needed=grip.needed))
    if not piece.thickness_measured:
        found.append(caution("thickness-unmeasured"))
    if (
        bit.profile == "up-cut"
        and chosen.router.mounting == "hand"
        and (closeness.under(piece.thickness.mm, rules.thin_work) or wood.material_class == "veneered-board")
    ):
        found.append(caution("up-cut-lifts-thin-work", thickness=piece.thickness.mm))
    if wood.harmful_dust:
        found.append(caution("dust", material=wood.name))
    return found


def table_cautions(
    part: tuple[float, float], ends: Sequence[float], opening: float, *, small: bool, one_plane: bool
) -> list[Caution]:
    """What a table asks for: carrier or push blocks, mitre gauge, closed opening, feather boards; all lengths in mm.

    Rule: R15 small parts
    Formula: small: a carrier; narrower than 150 mm: push blocks, an end so narrow a mitre gauge; an end shorter than twice the
        fence's opening: that closed
    Source: hands stay 75 mm away; what does not bridge an opening dips into it"""
    length, width = part
    found: list[Caution] = []
    if small:
        found.append(caution("carrier", length=length, width=width))
    elif closeness.under(min(length, width), _NARROW):
        found.append(caution("hands-away", width=min(length, width)))
    if ends and closeness.under(min(ends), _NARROW):
        found.append(caution("narrow-end", width=min(ends)))
    if ends and closeness.under(min(ends), 2 * opening):
        found.append(caution("close-the-opening", length=min(ends), opening=opening))
    if one_plane:
        found.append(caution("feather-boards"))
    return found
