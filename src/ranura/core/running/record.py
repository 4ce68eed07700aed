"""What a run follows, as it was when it began, and what is noted of it then."""

from __future__ import annotations

from dataclasses import dataclass, fields, replace

from ranura.core.board.pieces import Piece
from ranura.core.geometry import closeness
from ranura.core.output.dry_run import DryRun
from ranura.core.output.going import way_in
from ranura.core.plan import CutPlan, Followed, PlanWithMoves
from ranura.core.proof.moves import PLAN_VERSION
from ranura.core.running.in_work import WorkMeasure, board_measure, work_measures
from ranura.core.running.log import RunOf, run_with
from ranura.core.running.steps import FirstBit, Machine, RunStep, run_steps
from ranura.core.running.tells import Tells, tells_of
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.guides import Bushing


@dataclass(frozen=True, kw_only=True, slots=True)
class RunRecord:
    """What a run follows, as it was when it began: its plan, the moves as the plan view shows them, the steps at the machine."""

    plan_version: int
    plan: CutPlan
    dry_run: DryRun
    steps: tuple[RunStep, ...]
    tells: tuple[Tells, ...] = ()
    in_work: tuple[WorkMeasure, ...] = ()
    """What is measured in the work when it is cut."""


def record_of(followed: Followed, piece: Piece, shop: Shop) -> RunRecord:
    """What a run follows, and what its measurements tell."""
    plan, dry = followed.plan, followed.dry_run
    # Another bit may go first, in a router of its own.
    setting = plan.settings[-1]
    machine = Machine(
        bit=shop.bit(plan.bit_id),
        mounting=setting.mounting,
        base=setting.base.kind,
        material=shop.material(piece.material),
        level=shop.rules.level,
        first=_goes_first(plan, shop),
    )
    shown = CutPlan(**{field.name: getattr(plan, field.name) for field in fields(CutPlan)})
    steps = run_steps(shown, dry, machine)
    tells = tells_of(shown, followed.corrected)
    return RunRecord(
        plan_version=PLAN_VERSION,
        plan=shown,
        dry_run=dry,
        steps=steps,
        tells=tells,
        in_work=(*work_measures(shown.asked, shown.form, shown.test_cut, tells), board_measure(piece, shop.deliveries)),
    )


def _goes_first(plan: PlanWithMoves, shop: Shop) -> FirstBit | None:
    """The bit that goes before the one that a plan is named by, with its ring; None where that is the only one."""
    setting = plan.settings[0]
    if setting.bit.id == plan.bit_id:
        return None
    across = [2 * each.r for each in setting.guides if each.kind == "bushing" and each.r is not None]
    rings = [each for each in shop.guides if isinstance(each, Bushing) and any(closeness.same(each.outside, od) for od in across)]
    depths = [change.to for move in plan.moves for change in move.changes if change.what == "depth"]
    return FirstBit(
        bit=shop.bit(setting.bit.id),
        router=shop.router(setting.router_id),
        base=setting.base.kind,
        rpm=setting.rpm,
        depth=next((each for each in depths if isinstance(each, float)), 0.0),
        bushing=rings[0].name if rings else None,
    )


def run_of(plan: PlanWithMoves, piece: Piece, shop: Shop, *, cut: str, job: str, job_id: str | None) -> RunOf:
    """What is run, with the figures that teach: the chip is that of the slowest run through fresh wood."""
    bit, owner, wood = shop.bit(plan.bit_id), shop.router(plan.router_id), shop.material(piece.material)
    runs = [move for move in plan.moves if move.kind == "cut" and move.fresh != "none" and move.feed_m_min]
    slowest = min(runs, key=lambda move: move.feed_m_min or 0.0, default=None)
    rpm = plan.settings[slowest.setting].rpm if slowest is not None else None
    feed = slowest.feed_m_min if slowest is not None else None
    first = plan.settings[0].bit.id if plan.settings else bit.id
    before = sum(way_in([move]) for move in runs if plan.settings[move.setting].bit.id != bit.id)
    own = (plan.way_mm - before) / 1000
    of = run_with(cut=cut, wood=wood, bit=bit, router=owner, piece=piece.name, rpm=rpm, feed_m_min=feed, metres=own)
    if first != bit.id:
        of = replace(of, first_bit_id=first, first_bit=shop.bit(first).name, first_metres=before / 1000)
    of = replace(of, job=job, job_id=job_id, minutes=sum(move.seconds or 0.0 for move in plan.moves) / 60)
    followed = plan.template.there if plan.template is not None else None
    return of if followed is None else replace(of, template_id=followed, template_uses=max(1, len(plan.stations)))
