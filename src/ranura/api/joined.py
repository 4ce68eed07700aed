"""The cuts that follow from a job's joints, put into its pieces whenever the job is read."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from sqlalchemy.orm import Session

from ranura.core.joint_plan import boards_of
from ranura.core.joints.asked import Member
from ranura.core.joints.kinds import joined
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError
from ranura.store import kept_joints
from ranura.store.kept_jobs import KeptCut, KeptJob


class JoinedCuts:
    """See `Store.join_with`. A joint that cannot be made as its boards are by now makes no cut; its own page says why."""

    def __init__(self, shop_now: Callable[[], Shop]) -> None:
        self._shop_now = shop_now

    def __call__(self, session: Session, job: KeptJob) -> KeptJob:
        """The job with its joints, their cuts before each piece's own."""
        joints = kept_joints.of_job(session, job.id)
        if not joints:
            return job
        shop = self._shop_now()
        pieces = {each.id: each.piece for each in job.pieces}
        follow: dict[str, list[KeptCut]] = {each.id: [] for each in job.pieces}
        for kept in joints:
            try:
                made = joined(kept.joint, boards_of(pieces[kept.first_id], pieces[kept.second_id], shop))
            except CraftError:
                continue
            counted: dict[Member, int] = {"a": 0, "b": 0}
            for each in made.cuts:
                piece_id = kept.first_id if each.member == "a" else kept.second_id
                follow[piece_id].append(
                    KeptCut(
                        id=kept_joints.cut_id(kept.id, each.member, counted[each.member]),
                        piece_id=piece_id,
                        name=f"{each.name}, {kept.name}",
                        version=kept.version,
                        cut=each.cut,
                        joint=kept.id,
                    )
                )
                counted[each.member] += 1
        with_cuts = tuple(replace(each, cuts=(*follow[each.id], *each.cuts)) for each in job.pieces)
        return replace(job, pieces=with_cuts, joints=joints)
