"""Planning a joint: the cuts of both boards planned and proven in their order, and the fit that they give (R14, R16)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Literal

from ranura.core.board.materials import SHEETS, movement_of
from ranura.core.board.pieces import Piece
from ranura.core.board.stood import placing_of, stood
from ranura.core.family import NOTHING_BEFORE, Before
from ranura.core.geometry import closeness
from ranura.core.geometry.placing import IN_PLACE, Placing
from ranura.core.joints import words
from ranura.core.joints.asked import EDGE_TO_EDGE, Joint, Member
from ranura.core.joints.joined import Boards, Dovetail, Joined, MatchedBits
from ranura.core.joints.kinds import KINDS, joined, strength_of
from ranura.core.joints.together import Solid, Together, put_together
from ranura.core.output.work import as_work
from ranura.core.plan import Planning, PlanWithMoves, Status
from ranura.core.proof.bodies import work_of
from ranura.core.proof.moves import Program
from ranura.core.proof.stood import placed_program, taken_by
from ranura.core.proof.wood import Swept
from ranura.core.sequence.job_order import CutWork, order_of_job
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Comb, CombPair, KeyedSled, MatchedSet
from ranura.core.shop.tooling.profiles import FLAT_ENDED, Profile
from ranura.core.text.cautions import Caution, caution
from ranura.core.text.errors import CraftError
from ranura.core.text.writing import Text, write

TRUE = 0.005
"""mm and mm² within which a joint goes together."""

Cut = tuple[Member, int]
"""A cut of a joint: of which board, and which of its cuts there, 0 first."""


@dataclass(frozen=True, kw_only=True, slots=True)
class PlannedCut:
    """A cut of a joint with its plan, or why there is none; `why` is what it stands in its place of the order for."""

    member: Member
    name: str
    why: Text
    plan: PlanWithMoves | None
    refused: Text | None


@dataclass(frozen=True, kw_only=True, slots=True)
class Worth:
    """What a joint takes, for one of each board: the minutes with all setting, how often something is set, the bits and routers
    by name; and how much of the second board goes into the first, so that it is sawn long enough."""

    minutes: float
    settings: int
    tools: tuple[str, ...]
    takes: Text | None
    """None where nothing of it does."""


@dataclass(frozen=True, kw_only=True, slots=True)
class JointPlan:
    """A joint with both boards planned."""

    kind: str
    strength: str
    shows: str
    status: Status
    joined: Joined
    cuts: tuple[PlannedCut, ...]
    """In the order of work."""
    order: tuple[Cut, ...]
    shared: tuple[tuple[Cut, Cut], ...]
    """Cuts that one setting of the same router makes, for all parts and a spare."""
    changes: tuple[Text, ...]
    """What is set anew between one cut and the next, with one router, and with two."""
    together: Together | None
    """The fit; None while a cut cannot be planned."""
    cautions: tuple[Caution, ...]
    worth: Worth | None
    """None while a cut cannot be planned."""

    @property
    def stop(self) -> Text | None:
        """The first thing that stops it; None where nothing does."""
        own = [each.message for each in self.cautions if each.level == "stop"]
        for each in self.cuts:
            cautions = each.plan.cautions if each.plan is not None else ()
            own += [each.refused] if each.refused is not None else []
            own += [said.message for said in cautions if said.level == "stop"]
        return own[0] if own else None

    @property
    def placings(self) -> tuple[Placing, Placing]:
        """How both boards lie in the joint, on the first."""
        return (IN_PLACE, self.joined.placing)


def boards_of(first: Piece, second: Piece, shop: Shop) -> Boards:
    """What a joint of two boards is worked out from in a shop."""
    bits = tuple(sorted({bit.diameter for bit in shop.bits if bit.profile in FLAT_ENDED and not bit.archived}))
    slots = {
        (bit.cutting_length, (bit.diameter - (bit.bearing or 0.0)) / 2)
        for bit in shop.bits
        if bit.profile == "slot-cutter" and not bit.archived
    }
    keys = tuple(sorted({each.key for each in shop.guides if isinstance(each, KeyedSled)}))
    woods = [shop.material(each.material, field=field) for each, field in ((first, "a.material"), (second, "b.material"))]
    return Boards(
        first=first,
        second=second,
        rules=shop.rules,
        bits=bits,
        tabled=_tabled(shop),
        slots=tuple(sorted(slots)),
        keys=keys,
        combs=tuple(each for each in shop.guides if isinstance(each, Comb)),
        pairs=tuple(each for each in shop.guides if isinstance(each, CombPair)),
        sets=_sets(shop),
        dovetails=_dovetails(shop),
        sheet=woods[1].material_class in SHEETS,
        movement=(movement_of(woods[0].material_class), movement_of(woods[1].material_class)),
    )


def _sets(shop: Shop) -> tuple[MatchedBits, ...]:
    """The matched sets whose two bits are in the drawer."""
    found = []
    for each in shop.guides:
        if not isinstance(each, MatchedSet):
            continue
        edge = _bit_of(shop, "stile-and-rail", radius=each.radius, width=each.groove)
        end = _bit_of(shop, "coping", radius=each.radius, width=each.tongue)
        if edge is None or end is None:
            continue
        # Groove and tongue lie at one height where both bits are as far below their full height.
        lower = edge.cutting_length - each.block
        found.append(
            MatchedBits(
                name=each.name,
                least=each.least,
                most=each.most,
                radius=each.radius,
                groove=each.groove,
                tongue=each.tongue,
                edge_bit=edge.id,
                edge_height=each.block,
                end_bit=end.id,
                end_height=end.cutting_length - lower,
            )
        )
    return tuple(found)


def _bit_of(shop: Shop, profile: Profile, *, radius: float, width: float) -> Bit | None:
    """The first bit of a profile with these sizes, in mm."""
    fit = [bit for bit in shop.bits if bit.profile == profile and not bit.archived]
    return next((b for b in fit if closeness.same(b.radius or 0.0, radius) and closeness.same(b.width or 0.0, width)), None)


def _tabled(shop: Shop) -> tuple[tuple[float, float], ...]:
    """The straight bits whose shank a table holds."""
    bits = [bit for bit in shop.bits if bit.profile in FLAT_ENDED and not bit.archived]
    return tuple(sorted({(bit.diameter, bit.cuts_to) for bit in bits if _held_by_table(bit, shop)}))


def _held_by_table(bit: Bit, shop: Shop) -> bool:
    tables = [router for router in shop.routers if router.mounting == "table"]
    return any(table.has_collet(bit.shank) or table.sleeve_for(bit.shank) for table in tables)


def _dovetails(shop: Shop) -> tuple[Dovetail, ...]:
    """The dovetail bits there are; of those that a table takes these alone, since a tongue is cut there by its socket's bit."""
    bits = [bit for bit in shop.bits if bit.profile == "dovetail" and not bit.archived]
    held = [bit for bit in bits if _held_by_table(bit, shop)]
    return tuple(Dovetail(diameter=bit.diameter, angle=bit.angle or 0.0, cuts_to=bit.cuts_to) for bit in held or bits)


def plan_joint(planning: Planning, joint: Joint, first: Piece, second: Piece, shop: Shop) -> JointPlan:
    """A joint of two boards with what a shop owns. Raises `CutError` with the dimension that cannot be; a cut of it that cannot
    be planned is shown with why."""
    made = joined(joint, boards_of(first, second, shop))
    boards: dict[Member, Piece] = {"a": first, "b": second}
    before: dict[Member, Before] = {"a": NOTHING_BEFORE, "b": NOTHING_BEFORE}
    cuts: list[PlannedCut] = []
    order: list[Cut] = []
    for each in made.cuts:
        plan, after = planning.made(each.cut, boards[each.member], shop, before=before[each.member])
        mounted = before["a"].mounted | before["b"].mounted | after.mounted
        before[each.member] = after
        before = {member: replace(left, mounted=mounted) for member, left in before.items()}
        order.append((each.member, sum(cut.member == each.member for cut in cuts)))
        refused = plan.message if isinstance(plan, CraftError) else None
        cuts.append(
            PlannedCut(
                member=each.member,
                name=each.name,
                why=each.why,
                plan=None if isinstance(plan, CraftError) else plan,
                refused=refused,
            )
        )
    plans = [each.plan for each in cuts]
    together = None
    if all(plan is not None and plan.moves for plan in plans):
        together = _put_together(made, first, second, cuts)
    said = [*made.cautions, *_of_fit(together, joint, first.thickness.mm)]
    return JointPlan(
        kind=KINDS[joint.kind].name,
        strength=strength_of(joint.kind),
        shows=KINDS[joint.kind].shows,
        status=_status(cuts, said),
        joined=made,
        cuts=tuple(cuts),
        order=tuple(order),
        shared=_shared(cuts, order),
        changes=_changes(cuts, shop),
        together=together,
        cautions=tuple(said),
        worth=_worth(made, joint, (first, second), cuts, shop),
    )


def _worth(made: Joined, joint: Joint, boards: tuple[Piece, Piece], cuts: Sequence[PlannedCut], shop: Shop) -> Worth | None:
    """What a joint takes.

    Rule: R16
    Formula: the moves' seconds, and as `sequence` what is mounted and set between them, all routers there are used
    Source: as the order of a job"""
    works = []
    for number, each in enumerate(cuts):
        if each.plan is None or not each.plan.moves:
            return None
        plan = each.plan
        work = as_work(plan.bit_id, plan.router_id, plan.settings, plan.moves, template=plan.waits_for_template)
        of = {"cut_id": str(number), "piece_id": each.member, "bit_id": work.bit_id, "router_id": work.router_id}
        works.append(CutWork(**of, setting=work.setting, minutes=work.minutes))
    order = order_of_job(works, setup_minutes=shop.rules.setup_minutes)
    names = {bit.id: bit.name for bit in shop.bits} | {each.id: each.name for each in shop.routers}
    return Worth(
        minutes=order.minutes,
        settings=order.tool_changes + order.setting_changes,
        tools=tuple(dict.fromkeys(names[each] for work in works for each in (work.bit_id, work.router_id))),
        takes=_takes(made, joint, boards),
    )


def _takes(made: Joined, joint: Joint, boards: tuple[Piece, Piece]) -> Text | None:
    """How much of the second board's length goes into the first at an end, of one that comes by its edge of its width; nothing
    where the boards cross, or lie edge to edge and no more."""
    if joint.kind == "cross-lap":
        return None
    (long, wide, thick), (x, y, z) = ((each.length.mm, each.width.mm, each.thickness.mm) for each in boards)
    one, two = made.placing.on_first((0.0, 0.0, 0.0)), made.placing.on_first((x, y, z))
    within = [min(max(a, b), most) - max(min(a, b), 0.0) for a, b, most in zip(one, two, (long, wide, thick), strict=True)]
    if min(within) <= TRUE:
        return None
    by_edge = joint.kind in EDGE_TO_EDGE or joint.into == "near"
    way = made.placing.y if by_edge else made.placing.x
    enters = next(each for each, along in zip(within, way, strict=True) if along)
    return write("takes {mm:len} of the second board's {size}", mm=enters, size="width" if by_edge else "length")


def _put_together(made: Joined, first: Piece, second: Piece, cuts: Sequence[PlannedCut]) -> Together:
    """Both boards as their cuts leave them, put together; looked at as they stand where their ends are worked."""
    if made.stood is None:
        one = Solid(work_of(first, ()), _taken("a", cuts))
        return put_together(made, one, Solid(work_of(second, ()), _taken("b", cuts), made.placing))
    lies, other = IN_PLACE, placing_of(second, made.stood.second)
    one = Solid(work_of(first, ()), _taken("a", cuts))
    if made.stood.first is not None:
        lies = placing_of(first, made.stood.first)
        one = Solid(work_of(stood(first, made.stood.first), ()), _taken("a", cuts, IN_PLACE.after(lies)))
    two = Solid(
        work_of(stood(second, made.stood.second), ()),
        _taken("b", cuts, IN_PLACE.after(other)),
        made.placing.of(other).after(lies),
    )
    seen = put_together(made, one, two)
    measured = tuple(replace(each, at=lies.on_first(each.at), way=lies.turned(each.way)) for each in seen.measured)
    return replace(seen, measured=measured)


def _taken(member: Member, cuts: Sequence[PlannedCut], placing: Placing = IN_PLACE) -> tuple[Swept, ...]:
    """What all cuts of a board take of it, those too that their plan stops: the fit is what it would be. `placing` is where the
    board lies for whoever looks at it."""
    taken: tuple[Swept, ...] = ()
    for each in cuts:
        if each.member == member and each.plan is not None:
            plan = each.plan
            program = Program(bodies=plan.bodies, settings=plan.settings, moves=plan.moves)
            taken = taken_by(program if placing is IN_PLACE else placed_program(program, placing), taken)
    return taken


def _of_fit(together: Together | None, joint: Joint, thick: float) -> list[Caution]:
    """What is to be said of a fit: boards that do not enter, and air that should not be. A place that a trial showed to come out
    wider than it is planned may be planned tighter by that, at most over the whole thickness of the first board, in mm."""
    if together is None:
        return []
    wider = max(-joint.correction, 0.0)
    over = max((each.interference - together.proud for each in together.measured), default=0.0) - wider
    if closeness.over(over, TRUE) or closeness.over(together.interference - wider * thick, TRUE):
        return [caution(words.DOES_NOT_GO_TOGETHER, over=max(over, 0.0), area=together.interference)]
    loose = [each for each in together.measured if closeness.over(each.gap - each.interference, each.wanted + TRUE)]
    said = [caution(words.LOOSER_THAN_WANTED, where=each.name.metric, gap=each.gap, wanted=each.wanted) for each in loose]
    return [caution(words.STAYS_PROUD, proud=together.proud), *said] if closeness.over(together.proud, TRUE) else said


def _shared(cuts: Sequence[PlannedCut], order: Sequence[Cut]) -> tuple[tuple[Cut, Cut], ...]:
    """Cuts after one another that want nothing set anew: bit, router, speed and the depths of all passes are the same."""
    found = []
    for (one, first), (two, second) in pairwise(zip(cuts, order, strict=True)):
        if one.plan is not None and two.plan is not None and _setting(one.plan) == _setting(two.plan):
            found.append((first, second))
    return tuple(found)


def _changes(cuts: Sequence[PlannedCut], shop: Shop) -> tuple[Text, ...]:
    """What is set anew between one cut and the next."""
    names = {bit.id: bit.name for bit in shop.bits} | {each.id: each.name for each in shop.routers}
    found = []
    for one, two in pairwise(each.plan for each in cuts):
        if one is None or two is None or _setting(one) == _setting(two):
            continue
        if one.router_id != two.router_id:
            says = write("Two routers, {one} and {two}: both stay set", one=names[one.router_id], two=names[two.router_id])
        elif one.bit_id != two.bit_id:
            says = write(
                "{router} alone: {one} out, {two} in, and the depth set anew; with a second router both would stay set",
                router=names[one.router_id],
                one=names[one.bit_id],
                two=names[two.bit_id],
            )
        else:
            says = write("The same bit stays in: only the depth is set anew")
        found.append(says)
    return tuple(found)


def _setting(plan: PlanWithMoves) -> tuple[object, ...]:
    depths = tuple(round(each.to_depth, 3) for each in plan.passes)
    return (plan.bit_id, plan.router_id, tuple(dict.fromkeys(depths)))


def _status(cuts: Sequence[PlannedCut], said: Sequence[Caution]) -> Literal["ready", "caution", "stop", "unproven"]:
    """The worst of all its parts."""
    statuses = [each.plan.status if each.plan is not None else "stop" for each in cuts]
    if "stop" in statuses or any(each.level == "stop" for each in said):
        return "stop"
    careful = "caution" in statuses or any(each.level == "caution" for each in said)
    return "caution" if careful else "ready"
