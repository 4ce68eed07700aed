"""The order of a job's work as its page shows it, and what to have ready before one begins (R16)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ranura.api.prior import PriorCuts
from ranura.core.output.work import Work
from ranura.core.sequence import refusals
from ranura.core.sequence.job_order import (
    CutWork,
    JobOrder,
    OrderedCut,
    Pin,
    StaysIn,
    cut_in_between,
    order_of_job,
    standing,
    stays_standing,
    why_not,
)
from ranura.core.sequence.order import OrderError
from ranura.core.shop.shop import Shop
from ranura.core.text.writing import Text, write
from ranura.formats.print_page import OrderEntry
from ranura.store.kept_jobs import KeptCut, KeptJob, KeptPiece


@dataclass(frozen=True, kw_only=True, slots=True)
class OrderLine:
    """A cut in the order of work."""

    cut_id: str
    name: str
    piece: str
    count: int
    """How many boards of it there are, all cut at one setting."""
    bit: str
    router: str
    set_up: StaysIn
    """The same by their ids."""
    order: OrderedCut
    after: str | None
    """The name of the cut that must come before it on its board."""
    minutes: float
    """In the wood, all boards."""


@dataclass(frozen=True, kw_only=True, slots=True)
class ReadyList:
    """A kind of things to have ready, and the things."""

    title: str
    things: tuple[Text, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class OrderView:
    """The order of work of a job; `job` is None where nothing of it can be cut."""

    job: JobOrder | None
    lines: tuple[OrderLine, ...]
    pins: tuple[Pin, ...]
    """What a person wants of it: which cut before which,"""
    stays: tuple[StaysIn, ...]
    """and which bits stay in until they are done."""
    left_out: tuple[str, ...]
    """Cuts that cannot be run as they stand."""
    ready: tuple[ReadyList, ...]


def order_view(job: KeptJob, shop: Shop, prior: PriorCuts) -> OrderView:
    """The order of a job as it was read."""
    made = [(item, kept, work) for item, kept, work in prior.works(job, shop)]
    known = {kept.id: (item, kept, work) for item, kept, work in made if work is not None}
    works = [_work(item, kept, work) for item, kept, work in known.values()]
    found = order_of_job(works, setup_minutes=shop.rules.setup_minutes, pins=job.pins, stays=job.stays) if works else None
    lines = tuple(_line(each, known, shop) for each in found.cuts) if found is not None else ()
    left_out = tuple(f"{kept.name}, {item.piece.name}" for item, kept, work in made if work is None)
    ready = tuple(_ready(list(known.values()), shop))
    pins, stays = standing(works, job.pins), stays_standing(works, job.pins, job.stays)
    return OrderView(job=found, lines=lines, pins=pins, stays=stays, left_out=left_out, ready=ready)


def check_wishes(job: KeptJob, pins: Sequence[Pin] | None, stays: Sequence[StaysIn] | None, shop: Shop, prior: PriorCuts) -> None:
    """Raises `OrderError` for the first of some pins, or of some bits that are to stay in, that cannot stand beside those before
    it; where one of them is None, what is wanted of it already and stands must go on standing. What names a cut or a bit that
    is not there is let be."""
    made = [(item, kept, work) for item, kept, work in prior.works(job, shop)]
    works = [_work(item, kept, work) for item, kept, work in made if work is not None]
    names = {kept.id: f"{kept.name}, {item.piece.name}" for item, kept, _ in made}
    if stays is None:
        stays = stays_standing(works, job.pins, job.stays)
    beside = job.pins if pins is None else pins
    for number, pin in enumerate(() if pins is None else beside):
        if way := why_not(works, beside[:number], pin):
            raise OrderError(
                refusals.CANNOT_COME_BEFORE,
                field="pins",
                first=names[pin.earlier],
                then=names[pin.later],
                way=" → ".join(names[each] for each in way),
            )
    for number, stay in enumerate(stays):
        if why := cut_in_between(works, beside, stays_standing(works, beside, stays[:number]), stay):
            raise OrderError(
                refusals.CANNOT_STAY_IN,
                field="stays",
                bit=shop.bit(stay.bit_id).name,
                router=shop.router(stay.router_id).name,
                first=names[why.first],
                between=names[why.between],
                then=names[why.then],
            )


def order_entries(view: OrderView) -> Iterator[OrderEntry]:
    """The order of work and what to have ready, as they are printed."""
    for number, line in enumerate(view.lines, start=1):
        before = view.lines[number - 2] if number > 1 else None
        if before is None or (line.bit, line.router) != (before.bit, before.router):
            yield OrderEntry(text=write("{bit} in {router}", bit=line.bit, router=line.router), head=True)
        more = f" × {line.count} and a spare" if line.count > 1 else ""
        anew = ", set anew" if line.order.change == "setting" else ""
        said = write("{n}  {name}, {piece}{more}{anew}", n=number, name=line.name, piece=line.piece, more=more, anew=anew)
        yield OrderEntry(text=said)
    for each in view.ready:
        yield OrderEntry(text=write("Have ready: {what}", what=each.title.lower()), head=True)
        yield from (OrderEntry(text=thing) for thing in each.things)


_Known = tuple[KeptPiece, KeptCut, Work]


def _work(item: KeptPiece, kept: KeptCut, work: Work) -> CutWork:
    return CutWork(
        cut_id=kept.id,
        piece_id=item.id,
        bit_id=work.bit_id,
        router_id=work.router_id,
        setting=work.setting,
        minutes=work.minutes * item.piece.count,
    )


def _line(found: OrderedCut, known: dict[str, _Known], shop: Shop) -> OrderLine:
    item, kept, work = known[found.cut_id]
    return OrderLine(
        cut_id=kept.id,
        name=kept.name,
        piece=item.piece.name,
        count=item.piece.count,
        bit=shop.bit(work.bit_id).name,
        router=shop.router(work.router_id).name,
        set_up=StaysIn(bit_id=work.bit_id, router_id=work.router_id),
        order=found,
        after=known[found.after][1].name if found.after is not None else None,
        minutes=work.minutes * item.piece.count,
    )


_CALLED = {
    "clamps": "clamps",
    "clamps-moved": "clamps",
    "dogs": "bench dogs",
    "vice": "a vice",
    "tape": "double-sided tape",
    "vacuum": "vacuum cups",
    "screws": "screws",
    "mat": "a non-slip mat",
    "carrier": "boards as high as the work, to lie beside it",
    "sled": "the sled",
    "straightedge": "a straightedge",
    "edge-guide": "an edge guide",
    "trammel": "a trammel",
}
"""What guides and holds, as one looks for it; a fence belongs to its table."""
_GEAR = ("eyes, ears, lungs", "wrenches for the collets", "a rule and a caliper", "cord over the shoulder, extraction")


def _ready(known: list[_Known], shop: Shop) -> list[ReadyList]:
    """What to have ready for all cuts."""
    bits = dict.fromkeys(
        (shop.bit(bit).name, shop.bit(bit).shank, shop.router(router).name) for _, _, work in known for bit, router in work.tools
    )
    held = dict.fromkeys(_CALLED[thing] for _, _, work in known for thing in work.ready if thing in _CALLED)
    templates = [(kept.name, item.piece.name) for item, kept, work in known if work.template]
    scrap = dict.fromkeys((shop.material(item.piece.material).name, item.piece.thickness.mm) for item, _, _ in known)
    found = [
        ReadyList(
            title="Bits",
            things=tuple(
                write("{bit}, shank {shank:len}, in {router}", bit=bit, shank=shank, router=router) for bit, shank, router in bits
            ),
        ),
        ReadyList(title="Guides and clamps", things=tuple(write(each) for each in held)),
        ReadyList(title="Templates", things=tuple(write("for {cut}, {piece}", cut=cut, piece=piece) for cut, piece in templates)),
        ReadyList(
            title="Scrap for trials", things=tuple(write("{wood}, {t:len} thick", wood=wood, t=thick) for wood, thick in scrap)
        ),
        ReadyList(title="Gear", things=tuple(write(each) for each in _GEAR)),
    ]
    return [each for each in found if each.things]
