"""Planned tools with the proof of their moves, and the first of several that pass it (R21)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from ranura.core.board.stood import placing_of, stood
from ranura.core.choosing.candidates import Sifted
from ranura.core.choosing.offers import SHOWN_OFFERS
from ranura.core.choosing.order import Candidate, Pair
from ranura.core.choosing.select import MOST_TRIED, choose
from ranura.core.choosing.setting import ToolSetting
from ranura.core.choosing.shortlist import shortlist
from ranura.core.cutting.turning import Turning
from ranura.core.family import AnyCut, Before, Planned, Planner, PlanText
from ranura.core.geometry.placing import Placing
from ranura.core.output.cautions import with_more
from ranura.core.output.renamed import renamed
from ranura.core.output.slip import SlipSection
from ranura.core.output.views import Mark
from ranura.core.proof.corners import slower_behind_corners
from ranura.core.proof.findings import NOT_RUN, Finding, Proof
from ranura.core.proof.moves import Program
from ranura.core.proof.prove import Until, prove
from ranura.core.proof.steps import Circumstances
from ranura.core.proof.stood import placed_program, placed_proof, reaches
from ranura.core.proof.wood import Swept
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.routers import Base
from ranura.core.text import plan_words
from ranura.core.text.cautions import Caution, caution, has_stop, reason, written
from ranura.core.text.writing import Text, write


@dataclass(frozen=True, kw_only=True, slots=True)
class Proven:
    """What a pair of tools makes of a cut, with its moves and their proof; its setting has the cautions of the proof too."""

    planned: Planned
    setting: ToolSetting
    program: Program
    proof: Proof

    @property
    def stopped(self) -> bool:
        """Whether it must not be run."""
        return has_stop(self.setting.cautions)

    @property
    def placed_program(self) -> Program:
        """Its moves in the coordinates of the board, also where that stands."""
        placing = _placing(self.planned)
        return self.program if placing is None else placed_program(self.program, placing)

    @property
    def placed_proof(self) -> Proof:
        """Its proof in the coordinates of the board, also where that stands."""
        placing = _placing(self.planned)
        return self.proof if placing is None else placed_proof(self.proof, placing)


_NOT_MADE = Program(bodies=(), settings=(), moves=())
_LONG = 200
"""Points of all ways from which on a proof takes longer than typing may wait."""


def stops(finding: Finding) -> bool:
    """Whether a finding is a stop: what is only asked whether it may be run need not be looked at any further."""
    return finding.level == "stop"


def prove_planned(
    planned: Planned, around: Circumstances, before: tuple[Swept, ...], *, put_off: bool = False, until: Until | None = None
) -> Proven:
    """A planned pair with its proof; `before` is what earlier cuts took of the board. `put_off` leaves a long one for later;
    `until` ends one where enough is known."""
    if until is stops and has_stop(planned.setting.cautions):
        return Proven(planned=planned, setting=planned.setting, program=_NOT_MADE, proof=NOT_RUN)
    program = slower_behind_corners(planned.program(planned.setting))
    met: list[Caution] = []
    if (stands := planned.stands) is not None and (placing := _placing(planned)) is not None:
        least = stood(stands.board, stands.on).thickness.mm - stands.deep
        if reaches(before, placing, least=least, along=_ridden(program, planned.setting.base)):
            met.append(caution(plan_words.CUT_BEFORE_AT_THE_END))
        # Fibres stand upright there, so that no wall between cuts is short grain.
        around, before = replace(around, fibres=None), ()
    if put_off and sum(len(move.path) for move in program.moves) > _LONG:
        return Proven(planned=planned, setting=planned.setting, program=program, proof=NOT_RUN)
    run = prove(program, replace(around, turning=_turning(planned.setting)), before=before, until=until)
    found = [
        written(each) if each.level == "note" else replace(written(each), mark=number)
        for number, each in enumerate(run.said, start=1)
    ]
    if around.unmade:
        found.append(written(reason(plan_words.EARLIER_CUT_STOPPED, which=", ".join(around.unmade))))
    found += met
    cautions = renamed(with_more(planned.setting.cautions, found), planned.named)
    if not program.moves and not has_stop(cautions):
        cautions = with_more(cautions, [written(reason(plan_words.NO_MOVES))])
    setting = replace(planned.setting, cautions=cautions)
    # Of a board that is not as it was reckoned with nothing is proven.
    proof = replace(run.proof, passed=False) if met else run.proof
    return Proven(planned=planned, setting=setting, program=replace(program, moves=run.moves), proof=proof)


def _ridden(program: Program, base: Base) -> tuple[float, float]:
    """From where to where along the worked side of a board that stands the base comes; nowhere where nothing moves."""
    xs: list[float] = []
    for move in program.moves:
        frame = program.settings[move.setting].frame
        xs += [frame.origin[0] + u * frame.x[0] + v * frame.y[0] for u, v in move.path]
    return (min(xs) - base.across / 2, max(xs) + base.across / 2) if xs else (0.0, 0.0)


def _placing(planned: Planned) -> Placing | None:
    """Where the board as it stands lies in the coordinates of the board; None where it does not stand."""
    return None if planned.stands is None else placing_of(planned.stands.board, planned.stands.on)


def _turning(setting: ToolSetting) -> Turning | None:
    """The bit of a setting as it turns; None where the collet cannot hold it."""
    if setting.grip is None:
        return None
    return Turning(
        bit=setting.bit,
        router=setting.router,
        rpm=setting.turning_rpm,
        free_length=setting.grip.free,
        material=setting.material,
        rules=setting.rules,
    )


def first_proven(
    pairs: Sequence[Candidate],
    make: Callable[[Candidate], Planned],
    around: Circumstances,
    before: tuple[Swept, ...],
    *,
    most: int = MOST_TRIED,
    put_off: bool = False,
    whole: bool = True,
) -> tuple[Proven, frozenset[Pair]]:
    """The first of some pairs, best first, that nothing stops, and those before it that something did; the best where all of a
    few are stopped, with all that stops it where the `whole` is asked for."""
    best = found = prove_planned(make(pairs[0]), around, before, put_off=put_off, until=None if whole else stops)
    tried = [pairs[0]]
    while found.stopped and len(tried) < min(len(pairs), most):
        tried.append(_next(pairs, tried))
        found = prove_planned(make(tried[-1]), around, before, put_off=put_off, until=stops)
    if found.stopped:
        return best, frozenset()
    return found, frozenset(each.pair for each in tried[:-1])


def _next(pairs: Sequence[Candidate], tried: Sequence[Candidate]) -> Candidate:
    """The one to try next, by rank: with a bit that was tried least, then with such a router, in turns."""
    routers, bits = [each.router.id for each in tried], [each.bit.id for each in tried]
    left = [each for each in pairs if each not in tried]
    by_bit = len(tried) % 2 == 1
    return min(left, key=lambda each: bits.count(each.bit.id) if by_bit else routers.count(each.router.id))


def marked(made: Proven, text: PlanText) -> PlanText:
    """The places of what was found, marked in the plan view and numbered in the order of the list; sides by their own names."""
    text = renamed(text, made.planned.named)
    if not made.proof.findings or not text.drawing:
        return text
    plan, *others = text.drawing
    marks = tuple(
        Mark(
            kind="finding",
            at=made.planned.drawn(made.setting, (each.at[0], each.at[1])),
            direction=(0.0, 1.0),
            text=write("{n}", n=number),
        )
        for number, each in enumerate(made.proof.findings, start=1)
        if each.level != "note"
    )
    return replace(text, drawing=(replace(plan, marks=(*plan.marks, *marks)), *others), slip=_with_notes(made, text.slip))


def _with_notes(made: Proven, slip: tuple[SlipSection, ...]) -> tuple[SlipSection, ...]:
    """The notes of the proof on the slip, each at the end of its place's last line."""
    codes = {each.code for each in made.proof.findings if each.level == "note"}
    notes = [each for each in made.setting.cautions if each.code in codes]
    return tuple(
        replace(section, lines=_ended(section.lines, [each.do for each in notes if each.place == section.key]))
        for section in slip
    )


def _ended(lines: tuple[Text, ...], notes: list[Text]) -> tuple[Text, ...]:
    if not lines or not notes:
        return (*lines, *notes)
    last = lines[-1]
    metric, inch = (
        "; ".join((each, *(note[:1].lower() + note[1:] for note in more)))
        for each, *more in ((last.metric, *(note.metric for note in notes)), (last.inch, *(note.inch for note in notes)))
    )
    return (*lines[:-1], Text(metric=metric, inch=inch))


@dataclass(frozen=True, slots=True)
class Chosen:
    """The tools that a plan takes, and those before them that their moves stopped."""

    cut: AnyCut
    """As asked, with the way of holding that was taken where that was left open."""
    planner: Planner
    sifted: Sifted
    proven: Proven
    stopped: frozenset[Pair]


def first_of(
    planner: Planner,
    cut: AnyCut,
    shop: Shop,
    around: Circumstances,
    before: Before,
    *,
    most: int,
    put_off: bool,
    whole: bool = True,
) -> Chosen:
    """The best tools for one way of guiding a cut that nothing stops, or the best of all, with all that stops them where the
    `whole` is asked for."""
    sifted, pairs = pairs_for(planner, cut, shop, before)
    proven, stopped = first_proven(pairs, planner.make, around, before.taken, most=most, put_off=put_off, whole=whole)
    return Chosen(cut, planner, sifted, proven, stopped)


def pairs_for(planner: Planner, cut: AnyCut, shop: Shop, before: Before) -> tuple[Sifted, Sequence[Candidate]]:
    """What is fit for a cut, and the pairs to plan it with, the best first. Raises `CutError` where there are none."""
    judge = planner.judge
    ranking = judge.ranking(before.mounted)
    sifted = shortlist(judge, ranking, count=SHOWN_OFFERS)
    return sifted, choose(cut.bit_id, cut.router_id, shop, judge, ranking, sifted, refuse=planner.refuse)
