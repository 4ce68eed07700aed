"""What is due for bits and routers (R20), at its bounds, and that what was done begins anew."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime, timedelta

import pytest

from ranura.core.running.care import Care, CareKind, due_work
from ranura.core.running.lessons import lessons_of
from ranura.core.running.log import CameOut, Outcome, Run, run_with
from ranura.core.running.progress import Progress
from ranura.core.shop.saved_outlines import MadeTemplate
from ranura.demo.shop import SHOP

STRAIGHT, ROUNDOVER, DOWN_CUT = "straight-12.7", next(b.id for b in SHOP.bits if b.profile == "roundover"), "down-cut-6.35"
PLUNGE = "plunge-two"
BEGAN = datetime(2026, 1, 1, tzinfo=UTC)


def on(day: float) -> datetime:
    return BEGAN + timedelta(days=day)


def run(day: float, bit: str, *, hours: float = 0.1, out: CameOut = "clean", metres: float = 10.0) -> Run:
    of = run_with(cut="Edge", wood=SHOP.material("ash"), bit=SHOP.bit(bit), router=SHOP.router(PLUNGE), metres=metres)
    return Run(
        id=f"run-{day}",
        of=replace(of, minutes=hours * 60),
        begun_at=on(day),
        ended_at=on(day),
        state="done",
        progress=Progress(),
        trial=(),
        outcome=Outcome(came_out=out),
        cut_id=None,
        planned=False,
    )


def done(day: float, kind: CareKind, of: str) -> Care:
    return Care(id=f"care-{day}", kind=kind, of=of, at=on(day))


def due(runs, cares=(), *, day: float, shop=SHOP) -> list[tuple[str, str]]:
    dull = frozenset(each.bit_id for each in lessons_of(runs, shop, cares).wear if each.dull)
    return [(each.kind, each.of) for each in due_work(runs, cares, dull, shop, now=on(day))]


@pytest.mark.parametrize(
    ("hours", "day", "oiled", "wanted"),
    [
        (19.9, 10, None, False),
        (20.0, 10, None, True),
        (1.0, 92.0, None, True),  # 91 days since its first run
        (1.0, 91.9, None, False),
        (30.0, 10, 5, False),  # oiled since
        (1.0, 200.0, 5, False),  # nothing ran since
        (1.0, 92.0, 0.5, True),
    ],
)
def test_a_bearing_is_oiled_after_so_much_turning_or_so_long(hours, day, oiled, wanted):
    cares = [] if oiled is None else [done(oiled, "oiled", ROUNDOVER)]
    runs = [run(1.0, ROUNDOVER, hours=hours / 2), run(1.1, ROUNDOVER, hours=hours / 2)]
    assert (("oiled", ROUNDOVER) in due(runs, cares, day=day)) == wanted


def test_a_bit_that_was_replaced_has_a_new_bearing_too():
    runs = [run(1.0, ROUNDOVER, hours=30)]
    assert due(runs, [done(5, "replaced", ROUNDOVER)], day=10) == []
    assert due(runs, [done(5, "sharpened", ROUNDOVER)], day=10) == [("oiled", ROUNDOVER)]


def test_a_bit_without_a_bearing_wants_no_oil_and_one_that_was_put_away_nothing():
    assert due([run(1, STRAIGHT, hours=50)], day=200) == []
    away = replace(SHOP, bits=tuple(replace(each, archived=each.id == ROUNDOVER) for each in SHOP.bits))
    assert due([run(1, ROUNDOVER, hours=50)], day=200, shop=away) == []


def test_a_collet_is_looked_at_after_fifty_bits():
    def turns(count: int) -> list[Run]:
        return [run(1 + number / 100, STRAIGHT if number % 2 else DOWN_CUT) for number in range(count)]

    assert ("collet", PLUNGE) not in due(turns(49), day=3)
    assert ("collet", PLUNGE) in due(turns(50), day=3)
    assert ("collet", PLUNGE) not in due([run(1 + n / 100, STRAIGHT) for n in range(80)], day=3), "one bit stayed in"
    assert ("collet", PLUNGE) not in due(turns(50), [done(1.2, "collet", PLUNGE)], day=3)


def test_both_bits_of_a_run_are_put_in():
    def cleared_first(count: int) -> list[Run]:
        runs = [run(1 + number / 100, DOWN_CUT) for number in range(count)]
        return [replace(each, of=replace(each.of, first_bit_id=STRAIGHT)) for each in runs]

    assert ("collet", PLUNGE) not in due(cleared_first(24), day=3)
    assert ("collet", PLUNGE) in due(cleared_first(25), day=3)


@pytest.mark.parametrize(("bit", "kind"), [(STRAIGHT, "sharpened"), (DOWN_CUT, "replaced")])
def test_a_bit_that_burns_by_now_is_sharpened_and_a_spiral_replaced(bit, kind):
    runs = [run(number, bit, out="clean" if number < 4 else "burnt") for number in range(7)]
    assert due(runs, day=8) == [(kind, bit)]
    assert due(runs, [done(8, kind, bit)], day=9) == []
    again = [*runs, run(9, bit, out="burnt")]
    wear = lessons_of(again, SHOP, [done(8, kind, bit)]).wear[0]
    assert (wear.metres, wear.since, wear.first_burn, wear.burnt, wear.dull) == (80, 10, 10, 4, False)
    price = SHOP.bit(bit).price
    assert wear.price == (None if price is None else pytest.approx(price / 80))


def test_a_template_is_due_once_its_stuff_has_lasted():
    outline = SHOP.outlines[0]
    for uses, stuff, wanted in ((99, "mdf", False), (100, "mdf", True), (149, "plywood", False), (150, "plywood", True)):
        made = MadeTemplate(stuff=stuff, thickness=12, guide=20, bit=8, outline=outline.id, version=outline.version, uses=uses)
        thing = replace(outline, id="thing", name="Arch, template", is_template=True, made=made)
        shop = replace(SHOP, outlines=(outline, thing))
        assert (("template", "thing") in due([], day=1, shop=shop)) == wanted
        shorter = replace(shop, rules=replace(SHOP.rules, uses_mdf=50, uses_plywood=60))
        assert ("template", "thing") in due([], day=1, shop=shorter), "the house looks sooner"
