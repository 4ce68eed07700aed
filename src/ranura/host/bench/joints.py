"""A joint against its two members: both planned and proven, their fit and their drawing."""

from __future__ import annotations

import statistics

from ranura.core.board.pieces import Piece
from ranura.core.joint_plan import boards_of, plan_joint
from ranura.core.joints.asked import Joint
from ranura.core.joints.drawing import joint_views
from ranura.core.joints.kinds import joined
from ranura.core.plan import PLANNING
from ranura.core.text.lengths import in_mm
from ranura.demo.jobs import DESK, DESK_JOINTS
from ranura.demo.shop import SHOP
from ranura.host.bench.measuring import Measure, percentile, timed

_ROUNDS = 24
_FIFTEEN = 14 * 9.525 + 15 * 9.475
"""mm: the width of fifteen fingers and the slots between them, at the key of the demo's sled."""


def measure_joints() -> list[Measure]:
    """The demo's half-lapped corner, in turns with the plans of its two laps alone."""
    boards = dict(DESK)
    _, _, one, two, joint = DESK_JOINTS[0]
    first, second = boards[one], boards[two]
    cuts = [(each.cut, first if each.member == "a" else second) for each in joined(joint, boards_of(first, second, SHOP)).cuts]

    def whole() -> None:
        found = plan_joint(PLANNING, joint, first, second, SHOP)
        assert found.together is not None, "the demo's joint goes together"
        joint_views(joint, found.joined, found.together, (first.name, second.name), first.thickness.mm)

    def members() -> None:
        for cut, piece in cuts:
            PLANNING.plan_with_moves(cut, piece, SHOP, SHOP.rules, ways_out=False)

    taken: tuple[list[float], list[float]] = ([], [])
    for turn in range(_ROUNDS):
        for times, work in zip(taken, (whole, members), strict=True):
            found = timed(work)
            if turn >= 4:
                times.append(found)
    joints, alone = (statistics.median(each) for each in taken)
    p95 = percentile(taken[0], 0.95)
    seen = f"{joints / alone:.2f} × ({joints:.0f} ms against {alone:.0f} ms; p95 {p95:.0f} ms)"
    return [
        Measure(what="A joint, against the plans of its two members alone", goal="≤ 2.5 ×", seen=seen, met=joints / alone <= 2.5),
        _box_joint(),
    ]


def _box_joint() -> Measure:
    """A box joint of fifteen fingers at one corner."""
    first, second = (
        Piece(name=name, material="beech", length=in_mm(long), width=in_mm(_FIFTEEN), thickness=in_mm(15))
        for name, long in (("Side", 320), ("End", 240))
    )
    joint = Joint(kind="box-joint", end="left", into="right")
    times = [timed(lambda: plan_joint(PLANNING, joint, first, second, SHOP)) for _ in range(_ROUNDS)][4:]
    p95 = percentile(times, 0.95)
    seen = f"p95 {p95:.0f} ms, p50 {statistics.median(times):.0f} ms"
    return Measure(what="A box joint of 15 fingers, both boards proven, p95", goal="≤ 150 ms", seen=seen, met=p95 <= 150)
