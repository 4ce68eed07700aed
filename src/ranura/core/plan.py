"""Planning a cut: from what is asked to the whole setup. It knows no kind of cut; screen, paper and run mode show its answer."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from contextlib import suppress
from dataclasses import dataclass, fields, replace
from functools import cache, partial
from itertools import islice
from typing import Any, Final, Literal

from ranura.core.against_burning import kept_from_burning
from ranura.core.board.materials import SOLID
from ranura.core.board.outlines import Contour
from ranura.core.board.pieces import Piece, edges_of
from ranura.core.board.repeats import Repeats
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.offers import Miss, Offer, costs, misses_of, offers
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.select import check_shop
from ranura.core.cutting.easing import eased
from ranura.core.families import FAMILIES
from ranura.core.family import NOTHING_BEFORE, AnyCut, Before, Families, Family, Planner, PlanText, Task
from ranura.core.learning.corrections import Correction, MeasureKey
from ranura.core.output.asked import Asked, as_asked
from ranura.core.output.assumed import with_assumed
from ranura.core.output.broken import broken
from ranura.core.output.dry_run import DryRun, dry_run
from ranura.core.output.in_words import described, with_names
from ranura.core.output.pace_words import with_pace_words
from ranura.core.output.ticks import Ticks, ticks_of
from ranura.core.proof.findings import Proof
from ranura.core.proof.moves import PLAN_VERSION, Body, MachineSetting, Move, Program
from ranura.core.proof.openings import opened_by
from ranura.core.proof.steps import Circumstances
from ranura.core.proof.stood import taken_by, works_a_side
from ranura.core.proving import Chosen, Proven, first_of, marked, pairs_for
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.text import hold_words
from ranura.core.text.cautions import Caution, has_stop
from ranura.core.text.errors import CraftError
from ranura.core.text.forms import Form, Start
from ranura.core.text.writing import Text, inches_to
from ranura.core.ways_out import answering, with_ways_out

Status = Literal["ready", "caution", "stop", "unproven"]


@dataclass(frozen=True, kw_only=True)
class CutPlan(PlanText):
    """The whole setup of a cut: what its family says of it (`PlanText`), and what is said of every cut alike."""

    title: Text
    sentence: Text
    """What is asked."""
    asked: tuple[Asked, ...]
    status: Status
    """`stop` means that it must not be run, nor printed as ready; neither must what is `unproven`: its moves are not run yet."""
    bit_id: str
    router_id: str
    pinned: tuple[Literal["bit", "router"], ...]
    """The tools that the person chose."""
    costs: tuple[Text, ...]
    """What that choice costs."""
    offers: tuple[Offer, ...]
    """The best bits and routers, the best first."""
    misses: tuple[Miss, ...]
    """Bits and routers that only one thing keeps from the cut."""
    cautions: tuple[Caution, ...]
    proof: Proof
    """What its moves do on a model of the board (R21)."""
    form: Form
    """What is asked of it, as it stands."""
    ticks: Ticks = Ticks()
    """What is ticked before the router is switched on, and what is done after it."""
    in_words: tuple[Text, ...] = ()
    """The drawing in words: the board, what stands on it, what is cut, in the order of the moves."""
    untried: bool = False
    """Whether there may be remedies for what its moves stop that were not tried yet, and are not among `remedies`."""


@dataclass(frozen=True, kw_only=True)
class PlanWithMoves(CutPlan):
    """A plan with what it does (R21): what is there, the settings, the moves in order of work."""

    plan_version: int = PLAN_VERSION
    bodies: tuple[Body, ...]
    settings: tuple[MachineSetting, ...]
    moves: tuple[Move, ...]


@dataclass(frozen=True, slots=True)
class Followed:
    """A plan as it is followed at the machine: with its moves, as its plan view shows them, and what a measurement of its test
    cut corrects (by its key, in mm; raises `CutError` where there is none)."""

    plan: PlanWithMoves
    dry_run: DryRun
    corrected: Callable[[MeasureKey, float], Correction]


@dataclass(frozen=True)
class Planning:
    """Planning with a table of families. An application has one, and hands it to all that plans."""

    families: Families

    def plan(
        self, cut: AnyCut, piece: Piece, shop: Shop, rules: HouseRules, *, before: Before = NOTHING_BEFORE, put_off: bool = False
    ) -> CutPlan:
        """Plans a cut in a piece with what a shop owns, under its house rules, after what the cuts before it left. `put_off`
        leaves a proof that takes long, and remedies for what stops it, for later, so that figures follow the hand.

        Raises `CutError` with the dimension that cannot be: no wood for it, or no bit in the drawer for it. A pinned tool
        that cannot make the cut is planned all the same, as far as it goes, with its stop."""
        with inches_to(rules.inch_parts):
            return self._plan(cut, before.board(piece), shop, rules, before, put_off=put_off, ways_out=not put_off)[0]

    def plan_with_moves(
        self, cut: AnyCut, piece: Piece, shop: Shop, rules: HouseRules, *, before: Before = NOTHING_BEFORE, ways_out: bool = True
    ) -> PlanWithMoves:
        """The same plan with its moves; remedies for what they stop are tried where `ways_out` are asked for. Raises `CutError`
        as `plan` does."""
        with inches_to(rules.inch_parts):
            return _with_moves(*self._plan(cut, before.board(piece), shop, rules, before, ways_out=ways_out))

    def followed(self, cut: AnyCut, piece: Piece, shop: Shop, rules: HouseRules, *, before: Before = NOTHING_BEFORE) -> Followed:
        """All that is followed at the machine, planned once. Raises `CutError` as `plan` does."""
        with inches_to(rules.inch_parts):
            board = before.board(piece)
            chosen = self._chosen(cut, board, shop, rules, before)
            plan = _with_moves(*self._plan(cut, board, shop, rules, before, chosen=chosen))
            return Followed(plan, _dry_run(chosen.proven), partial(self.family(cut).corrected, chosen.proven.setting))

    def dry_run(self, cut: AnyCut, piece: Piece, shop: Shop, rules: HouseRules, *, before: Before = NOTHING_BEFORE) -> DryRun:
        """What the plan does, step by step as its plan view shows it. Raises `CutError` as `plan` does."""
        with inches_to(rules.inch_parts):
            return _dry_run(self._chosen(cut, before.board(piece), shop, rules, before).proven)

    def leaves(self, cut: AnyCut, piece: Piece, shop: Shop, *, before: Before = NOTHING_BEFORE) -> Before:
        """What is so after a cut: its tools are set up, and its moves have taken what they take. A cut that its plan stops, or
        that cannot be planned, takes nothing and is named."""
        return self.made(cut, piece, shop, before=before)[1]

    def made(
        self, cut: AnyCut, piece: Piece, shop: Shop, *, before: Before = NOTHING_BEFORE
    ) -> tuple[PlanWithMoves | CraftError, Before]:
        """The plan of a cut with its moves, or why it cannot be planned, and what is so after it."""
        try:
            plan = self.plan_with_moves(cut, piece, shop, shop.rules, before=before, ways_out=False)
        except CraftError as refused:
            return refused, replace(before, unmade=(*before.unmade, self.title(cut, shop).metric))
        if plan.status == "stop":
            return plan, replace(before, unmade=(*before.unmade, plan.title.metric))
        mounted = before.mounted | {(plan.bit_id, plan.router_id)}
        if moved := self._moved_in(cut, piece):
            # A new edge has nothing cut into it but what reached further in.
            left = tuple(each for each in before.done if not set(each.edges) & set(moved))
            return plan, replace(before, mounted=mounted, done=left).after_moving(moved)
        done = before.done if plan.done is None else (*before.done, plan.done)
        program = Program(bodies=plan.bodies, settings=plan.settings, moves=plan.moves)
        taken = taken_by(program, before.taken)
        through = () if works_a_side(program) else opened_by(program, taken)
        opened = tuple(Contour(form="points", points=ring) for ring in through)
        return plan, replace(before, mounted=mounted, done=done, taken=taken, openings=(*before.openings, *opened))

    def _moved_in(self, cut: AnyCut, piece: Piece) -> Mapping[str, float]:
        """By how much a cut moves the edges of a board in; those of an outline stay where they are drawn."""
        return self.family(cut).moves_in(cut) if piece.outline is None else {}

    def corrected(
        self, cut: AnyCut, piece: Piece, shop: Shop, key: MeasureKey, measured: float, *, before: Before = NOTHING_BEFORE
    ) -> Correction:
        """What a measurement in the test cut of a planned cut corrects; `measured` in mm.

        Raises `CutError` on "measured" where nothing of the kind can be measured, or it is far off."""
        with inches_to(shop.rules.inch_parts):
            chosen = self._chosen(cut, before.board(piece), shop, shop.rules, before)
            return self.family(cut).corrected(chosen.proven.setting, key, measured)

    def repeated(self, cut: AnyCut, piece: Piece, shop: Shop, count: int | None) -> Repeats:
        """How a cut is best repeated: `count` times, or at one given place more where that is None. Raises `CutError`."""
        return self.family(cut).repeat(cut, piece, shop, count)

    def judge(self, cut: AnyCut, piece: Piece, shop: Shop, *, before: Before = NOTHING_BEFORE) -> Judge:
        """The judge of a cut in a piece. Raises `CutError` with the dimension that cannot be."""
        return self.planner(cut, before.board(piece), shop, shop.rules, before).judge

    def title(self, cut: AnyCut, shop: Shop) -> Text:
        """What a cut is called in a list, in the shop's own word."""
        return self.family(cut).title(cut, shop)

    def sentence(self, cut: AnyCut, piece: Piece, shop: Shop) -> Text:
        """What is asked, as a sentence with the dimensions as typed."""
        return self.family(cut).sentence(cut, piece, shop)

    def place(self, cut: AnyCut, piece: Piece) -> Text:
        """Where a cut lies, in a list."""
        return self.family(cut).place(cut, piece)

    def form(self, cut: AnyCut, piece: Piece, shop: Shop) -> Form:
        """What is asked of a cut as it stands, also where it cannot be planned."""
        return self.family(cut).form(cut, piece, shop)

    def starts(self, piece: Piece, shop: Shop) -> tuple[Start, ...]:
        """The cuts that can be begun in a board."""
        return tuple(start for family in self.families.values() for start in family.starts(piece, shop))

    def family(self, cut: AnyCut) -> Family[Any]:
        """The family of a cut."""
        return self.families[cut.kind]

    def planner(self, cut: AnyCut, piece: Piece, shop: Shop, rules: HouseRules, before: Before) -> Planner:
        """How a cut is planned. Raises `CutError` with the dimension that cannot be."""
        wood = shop.material(piece.material, field="piece.material")
        edges_of(piece)  # an outline or opening that cannot be is refused here, for cuts of all kinds
        task = Task(piece=piece, wood=wood, shop=shop, rules=eased(rules, cut), before=before.done)
        return kept_from_burning(self.family(cut).planner(cut, task))

    def _chosen(
        self, cut: AnyCut, piece: Piece, shop: Shop, rules: HouseRules, before: Before, *, put_off: bool = False
    ) -> Chosen:
        """The tools that are taken, planned and proven."""
        planner = self.planner(cut, piece, shop, rules, before)
        check_shop(shop)
        around = self._around(cut, piece, shop, rules, before)
        first = first_of(planner, cut, shop, around, before, most=_MOST_PAIRS, put_off=put_off)
        if first.proven.stopped and not _pinned(cut):
            for other, changed in islice(self._others(first, piece, shop, rules, before), _MOST_OTHERS):
                with suppress(CraftError):
                    around = self._around(changed, piece, shop, rules, before)
                    second = first_of(other, changed, shop, around, before, most=1, put_off=put_off, whole=False)
                    if not second.proven.stopped:
                        return second
        return first

    def _way(
        self, piece: Piece, shop: Shop, rules: HouseRules, before: Before, cut: AnyCut
    ) -> tuple[Planner, Sequence[Candidate], Circumstances]:
        """How a changed cut is planned: with which tools, best first, and what its moves are judged by. Raises `CutError`."""
        planner = self.planner(cut, piece, shop, rules, before)
        return planner, pairs_for(planner, cut, shop, before)[1], self._around(cut, piece, shop, rules, before)

    def _around(self, cut: AnyCut, piece: Piece, shop: Shop, rules: HouseRules, before: Before) -> Circumstances:
        """What the moves of a cut are judged by."""
        wanted, known = (
            cache(partial(self.family(cut).wanted, cut, piece, _under(shop, rules))),
            getattr(cut, "thin_walls", False),
        )
        return replace(circumstances(piece, shop, rules, before), wanted=wanted, thin_walls=known)

    def _others(
        self, first: Chosen, piece: Piece, shop: Shop, rules: HouseRules, before: Before
    ) -> Iterator[tuple[Planner, AnyCut]]:
        """Other ways of guiding the cut; and bench dogs, where nothing but room for clamps is missing."""
        cut, stops = first.cut, {each.code for each in first.proven.setting.cautions if each.level == "stop"}
        for other in first.planner.others():
            yield other, cut
        if getattr(cut, "held", "") is None and not getattr(cut, "clamps", ()) and stops == {hold_words.NO_ROOM_FOR_CLAMPS.code}:
            changed: AnyCut = replace(cut, held="dogs")  # type: ignore[type-var]
            with suppress(CraftError):
                yield self.planner(changed, piece, shop, rules, before), changed

    def _plan(
        self,
        cut: AnyCut,
        piece: Piece,
        shop: Shop,
        rules: HouseRules,
        before: Before,
        *,
        put_off: bool = False,
        ways_out: bool = True,
        chosen: Chosen | None = None,
    ) -> tuple[CutPlan, Program]:
        chosen = chosen or self._chosen(cut, piece, shop, rules, before, put_off=put_off)
        cut, planner, proven, judge = chosen.cut, chosen.planner, chosen.proven, chosen.planner.judge
        setting, taken = proven.setting, proven.setting.candidate
        text = marked(proven, proven.planned.text(setting, proven.program.moves))
        lies = proven.planned.stands is None and setting.material.material_class in SOLID
        text = replace(text, slip=with_pace_words(text.slip, proven.program, piece.fibres if lies else None))
        to_try = answering(text, proven)
        if ways_out or not to_try:
            text = with_ways_out(text, cut, chosen, before, way=partial(self._way, piece, shop, rules, before))
        else:
            text = replace(text, remedies=tuple(each for each in text.remedies if each not in to_try))
        fit = [each for each in chosen.sifted.fit if each.pair not in chosen.stopped]
        if chosen.stopped and not _pinned(cut):
            fit = [taken, *(each for each in fit if each.pair != taken.pair)]
        best = fit[0] if fit else None
        other, told = best is not None and best.pair != taken.pair, _under(shop, rules)
        plan = CutPlan(
            title=self.title(cut, told),
            sentence=self.sentence(cut, piece, told),
            asked=self._asked(cut),
            status=_status(setting.cautions, proven.proof),
            bit_id=taken.bit.id,
            router_id=taken.router.id,
            pinned=_pinned(cut),
            costs=costs(setting, planner.make(best).setting, judge) if best is not None and other else (),
            offers=offers(fit, judge),
            misses=misses_of(judge, chosen.sifted, best),
            cautions=setting.cautions,
            proof=proven.placed_proof,
            form=self.form(cut, piece, told),
            untried=not ways_out and bool(to_try),
            **{field.name: getattr(text, field.name) for field in fields(PlanText)},
        )
        plan = replace(
            plan,
            slip=with_assumed(plan.slip, setting),
            ticks=ticks_of(setting, proven.program),
            in_words=described(proven.program, piece, proven.planned.stands),
        )
        first = [with_names(broken(view), plan.form, piece) for view in text.drawing[:1]]
        # A board that is seen as it stands is as high as it is long.
        others = [broken(view) if proven.planned.named else view for view in text.drawing[1:]]
        return replace(plan, drawing=(*first, *others)), proven.placed_program

    def _asked(self, cut: AnyCut) -> tuple[Asked, ...]:
        typed = self.family(cut).asked(cut)
        return tuple(as_asked(field, length) for field, length in typed.items() if length is not None)


def _with_moves(plan: CutPlan, made: Program) -> PlanWithMoves:
    known = {field.name: getattr(plan, field.name) for field in fields(CutPlan)}
    return PlanWithMoves(**known, bodies=made.bodies, settings=made.settings, moves=made.moves)


def _dry_run(proven: Proven) -> DryRun:
    text = marked(proven, proven.planned.text(proven.setting, proven.program.moves))
    return dry_run(proven.program, proven.proof, text.drawing[0], partial(proven.planned.drawn, proven.setting))


def _under(shop: Shop, rules: HouseRules) -> Shop:
    """The shop under rules that may be other than its own."""
    return shop if rules is shop.rules else replace(shop, rules=rules)


def circumstances(piece: Piece, shop: Shop, rules: HouseRules, before: Before) -> Circumstances:
    """What the moves of a cut in a piece are judged by."""
    wood = shop.material(piece.material)
    return Circumstances(rules=rules, fibres=piece.fibres if wood.material_class in SOLID else None, unmade=before.unmade)


_MOST_PAIRS, _MOST_OTHERS = 4, 2
"""Pairs of tools, and then other ways of holding or guiding a cut, that are planned and proven before a stop is shown: six in all
(R21)."""


def _pinned(cut: AnyCut) -> tuple[Literal["bit", "router"], ...]:
    pins: tuple[tuple[Literal["bit", "router"], str | None], ...] = (("bit", cut.bit_id), ("router", cut.router_id))
    return tuple(name for name, pin in pins if pin is not None)


def _status(cautions: Sequence[Caution], proof: Proof) -> Status:
    if has_stop(cautions):
        return "stop"
    if proof.passed is None:
        return "unproven"
    return "caution" if any(each.level == "caution" for each in cautions) else "ready"


PLANNING: Final = Planning(FAMILIES)
"""Planning with the families that ship with Ranura."""
plan_cut = PLANNING.plan
judge_of = PLANNING.judge
