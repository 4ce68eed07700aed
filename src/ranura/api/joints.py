"""Joints of two boards of a job: kept once, with the cuts of both boards, their fit and their trial (R14)."""

from __future__ import annotations

from dataclasses import dataclass, fields, replace
from typing import Annotated, Any
from uuid import uuid4

from fastapi import APIRouter, Response
from pydantic import Field, TypeAdapter
from sqlalchemy.orm import Session

from ranura.api.problems import ERRORS
from ranura.api.saved_shop import ThePlanning, TheShop, TheStore
from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.fit import Mate
from ranura.core.family import AnyCut
from ranura.core.joint_plan import TRUE, JointPlan, Worth, plan_joint
from ranura.core.joints.asked import CutChange, Joint, JointKind, Member
from ranura.core.joints.drawing import joint_views
from ranura.core.joints.form import begun, form
from ranura.core.joints.kinds import KINDS, strength_of
from ranura.core.joints.trial import trial
from ranura.core.output.asked import Asked, as_asked
from ranura.core.output.fit import FitView, fit_view
from ranura.core.output.views import View
from ranura.core.plan import Planning, Status
from ranura.core.shop.shop import Shop
from ranura.core.text.cautions import Caution
from ranura.core.text.errors import CraftError
from ranura.core.text.figures import show
from ranura.core.text.forms import Form
from ranura.core.text.lengths import Length
from ranura.core.text.writing import Shown, Text, write
from ranura.requests.cuts import PieceField
from ranura.requests.from_core import IdText, Name, RequestModel, checked
from ranura.store import kept_jobs, kept_joints, removed
from ranura.store.kept_jobs import KeptCut, KeptJoint

router = APIRouter(prefix="/api", tags=["joints"], responses=ERRORS)

_JOINT = TypeAdapter(Joint)
_JOINT_FIELD: Any = checked(Joint)


class JointAsked(RequestModel):
    """A joint of two boards, none of which need be kept."""

    joint: _JOINT_FIELD
    first: PieceField
    second: PieceField


class WhichAsked(RequestModel):
    """Two boards that are to be joined, and how."""

    first: PieceField
    second: PieceField
    kind: JointKind


class NewJoint(RequestModel):
    """A new joint of two pieces of a job."""

    name: Name
    first_id: IdText
    second_id: IdText
    joint: _JOINT_FIELD


class SaveJoint(RequestModel):
    """A changed joint, and the version it was changed from."""

    name: Name
    joint: _JOINT_FIELD
    version: Annotated[int, Field(ge=1)]


@dataclass(frozen=True, kw_only=True, slots=True)
class JointItem:
    """A joint as it is kept; `joint` as a request takes it."""

    id: str
    job_id: str
    name: str
    version: int
    first_id: str
    second_id: str
    joint: dict[str, Any]


@dataclass(frozen=True, kw_only=True, slots=True)
class JointCutView:
    """A cut of a joint: in which board, what it is, why there, how it stands, and what stops it."""

    member: Member
    number: int
    """Which of the cuts of that board, 0 first."""
    name: str
    title: Text | None
    why: Text
    status: Status
    tool: str
    """The bit and the router, by name."""
    changed: tuple[str, ...]
    """What was changed in it by hand, in words."""
    needs: tuple[Text, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class MeasuredView:
    """Air along a line of the joint, and how much was wanted; or wood that is in the way."""

    name: Text
    gap: Shown
    wanted: Shown
    over: Shown | None


@dataclass(frozen=True, kw_only=True, slots=True)
class JointView:
    """A joint as its page shows it."""

    form: Form
    asked: tuple[Asked, ...]
    kind: str
    strength: str
    shows: str
    status: Status
    cuts: tuple[JointCutView, ...]
    """In the order of work."""
    shared: tuple[Text, ...]
    """What stays set from one cut to the next."""
    changes: tuple[Text, ...]
    """What is set anew from one cut to the next."""
    measured: tuple[MeasuredView, ...]
    fit: FitView | None
    """How likely it fits; None where nothing goes into anything."""
    drawing: tuple[View, ...]
    trial: tuple[Text, ...]
    by_hand: tuple[Text, ...]
    cautions: tuple[Caution, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class KindName:
    """A kind of joint: how strong it is, and what of it shows."""

    kind: JointKind
    name: str
    strength: str
    shows: str


@dataclass(frozen=True, kw_only=True, slots=True)
class KindView:
    """A kind of joint for two boards: how it stands, and what stops it; `joint` is what it begins with, as a request takes it."""

    kind: JointKind
    joint: dict[str, Any]
    status: Status
    refused: Text | None
    minutes: float | None
    """With all setting; None where it cannot be."""
    settings: int
    tools: tuple[str, ...]
    takes: Text | None
    """What of the second board goes into the first."""


@router.get("/joints/kinds")
def kinds() -> tuple[KindName, ...]:
    """All kinds of joints."""
    return tuple(
        KindName(kind=kind, name=facts.name, strength=strength_of(kind), shows=facts.shows) for kind, facts in KINDS.items()
    )


@router.post("/joints/which")
def which(asked: WhichAsked, shop: TheShop, planning: ThePlanning) -> KindView:
    """Whether two boards can have a joint with what the shop owns. Each is asked for by itself: all of them take seconds, and
    whoever chooses other boards waits for none that is not begun."""
    status: Status = "stop"
    worth: Worth | None = None
    joint = begun(asked.kind, asked.first, asked.second, shop.unit)
    try:
        found = plan_joint(planning, joint, asked.first, asked.second, shop)
        status, refused, worth = found.status, found.stop, found.worth
    except CraftError as cannot:
        refused = cannot.message
    return KindView(
        kind=asked.kind,
        joint=_json(joint),
        status=status,
        refused=refused,
        minutes=worth.minutes if worth else None,
        settings=worth.settings if worth else 0,
        tools=worth.tools if worth else (),
        takes=worth.takes if worth else None,
    )


@router.post("/plan/joint")
def plan(asked: JointAsked, shop: TheShop, planning: ThePlanning) -> JointView:
    """Both boards of a joint planned and proven, with the fit that they give; writes nothing."""
    return _view(asked.joint, asked.first, asked.second, shop, planning)


@router.post("/jobs/{job_id}/joints", status_code=201)
def add(job_id: str, asked: NewJoint, shop: TheShop, store: TheStore) -> JointItem:
    """A new joint of two pieces of a job; its cuts stand before their own."""
    with store.session() as session:
        kept = kept_joints.add_joint(
            session,
            shop.id,
            job_id,
            id=uuid4().hex,
            name=asked.name.strip(),
            first_id=asked.first_id,
            second_id=asked.second_id,
            joint=asked.joint,
        )
    return _item(kept, job_id)


@router.get("/joints/{joint_id}")
def get(joint_id: str, shop: TheShop, store: TheStore) -> JointItem:
    """A joint as it is kept."""
    with store.session() as session:
        return _item(kept_joints.load_joint(session, shop.id, joint_id), kept_joints.job_of(session, shop.id, joint_id))


@router.put("/joints/{joint_id}")
def save(joint_id: str, asked: SaveJoint, shop: TheShop, store: TheStore) -> JointItem:
    """Keeps a change to the version that was read; 409 when there is a newer one. Its cuts follow."""
    with store.session() as session:
        kept = kept_joints.save_joint(
            session, shop.id, joint_id, name=asked.name.strip(), joint=asked.joint, version=asked.version
        )
        return _item(kept, kept_joints.job_of(session, shop.id, joint_id))


@router.delete("/joints/{joint_id}", status_code=204)
def remove(joint_id: str, shop: TheShop, store: TheStore) -> Response:
    """Takes a joint away, and with it its cuts; it can be brought back."""
    with store.session() as session:
        removed.remove_part(session, shop.id, "joints", joint_id)
    return Response(status_code=204)


def change_cut(session: Session, shop: Shop, kept: KeptCut, cut: AnyCut, version: int) -> None:
    """Keeps what was changed by hand in a cut that follows from a joint, with the joint. Raises OfJointError for what only the
    joint says."""
    joint_id, _, which_one = kept.id.partition(kept_jobs.FOLLOWS)
    own = {field.name for field in fields(CutChange)} - {"member", "number"}
    changed = {
        field.name
        for field in fields(cut)  # type: ignore[arg-type] # every cut is a dataclass
        if not _same(getattr(cut, field.name), getattr(kept.cut, field.name))
    }
    joint = kept_joints.load_joint(session, shop.id, joint_id)
    if type(cut) is not type(kept.cut) or changed - own:
        raise kept_jobs.OfJointError(joint.name)
    member: Member = "a" if which_one[0] == "a" else "b"
    number = int(which_one[1:])
    made = CutChange(member=member, number=number, **{name: getattr(cut, name) for name in own if hasattr(cut, name)})
    others = tuple(each for each in joint.joint.changes if (each.member, each.number) != (member, number))
    kept_joints.save_joint(
        session, shop.id, joint_id, name=joint.name, joint=replace(joint.joint, changes=(*others, made)), version=version
    )


def _same(one: object, two: object) -> bool:
    """Whether two values of a cut are the same to who typed them: a length that was worked out comes back as it was shown."""
    if isinstance(one, Length) and isinstance(two, Length):
        return (one.typed, one.unit) == (two.typed, two.unit)
    if isinstance(one, Mate) and isinstance(two, Mate):
        return all(_same(getattr(one, field.name), getattr(two, field.name)) for field in fields(Mate))
    return one == two


def _item(kept: KeptJoint, job_id: str) -> JointItem:
    return JointItem(
        id=kept.id,
        job_id=job_id,
        name=kept.name,
        version=kept.version,
        first_id=kept.first_id,
        second_id=kept.second_id,
        joint=_json(kept.joint),
    )


def _json(joint: Joint) -> dict[str, Any]:
    """A joint as a request takes it."""
    made: dict[str, Any] = _JOINT.dump_python(joint, mode="json")
    return made


def _view(joint: Joint, first: Piece, second: Piece, shop: Shop, planning: Planning) -> JointView:
    found = plan_joint(planning, joint, first, second, shop)
    lengths = {field.name: getattr(joint, field.name) for field in fields(joint)}
    return JointView(
        form=form(joint, first, second),
        asked=tuple(as_asked(name, value) for name, value in lengths.items() if isinstance(value, Length)),
        kind=found.kind,
        strength=found.strength,
        shows=found.shows,
        status=found.status,
        cuts=_cuts(found, joint, shop),
        shared=tuple(_shared(found, first, second)),
        measured=tuple(
            MeasuredView(
                name=each.name,
                gap=show(each.gap, "mm", setting=False),
                wanted=show(each.wanted, "mm", setting=False),
                over=show(each.interference, "mm", setting=False) if each.interference > TRUE else None,
            )
            for each in (found.together.measured if found.together else ())
        ),
        changes=found.changes,
        fit=fit_view(found.joined.expected),
        drawing=joint_views(joint, found.joined, found.together, (first.name, second.name), first.thickness.mm)
        if found.together
        else (),
        trial=trial(joint, found.joined.mended),
        by_hand=found.joined.by_hand,
        cautions=found.cautions,
    )


def _cuts(found: JointPlan, joint: Joint, shop: Shop) -> tuple[JointCutView, ...]:
    names = {bit.id: bit.name for bit in shop.bits} | {each.id: each.name for each in shop.routers}
    changes = {(each.member, each.number): each.what for each in joint.changes}
    views = []
    for each, (member, number) in zip(found.cuts, found.order, strict=True):
        plan = each.plan
        needs: tuple[Text, ...] = (each.refused,) if each.refused is not None else ()
        if plan is not None:
            needs = tuple(caution.message for caution in plan.cautions if caution.level == "stop")
        views.append(
            JointCutView(
                member=member,
                number=number,
                name=each.name,
                title=plan.title if plan is not None else None,
                why=each.why,
                status=plan.status if plan is not None else "stop",
                tool=f"{names[plan.bit_id]} in {names[plan.router_id]}" if plan is not None else "",
                changed=changes.get((member, number), ()),
                needs=needs,
            )
        )
    return tuple(views)


def _shared(found: JointPlan, first: Piece, second: Piece) -> list[Text]:
    called = {"a": first.name, "b": second.name}
    if len(found.shared) > 1 and len(found.shared) == len(found.order) - 1:
        return [write("All of them at one setting: all parts and a spare first")]
    return [
        write(
            ("Both ends of {one}" if one == two else "{one} and {two}") + " at one setting: all parts and a spare first",
            one=called[one],
            two=called[two],
        )
        for (one, _), (two, _) in found.shared
    ]
