"""The order of a job's cuts: boards keep theirs, bits come in seldom."""

from __future__ import annotations

from ranura.core.sequence.job_order import CutWork, Pin, order_of_job, standing, why_not


def work(cut: str, piece: str, bit: str, *, router: str = "r", setting: str = "1") -> CutWork:
    return CutWork(cut_id=cut, piece_id=piece, bit_id=bit, router_id=router, setting=setting, minutes=1.0)


def test_cuts_with_one_bit_stand_together_across_boards():
    works = [work("a1", "a", "x"), work("a2", "a", "y"), work("b1", "b", "x"), work("b2", "b", "y")]
    found = order_of_job(works, setup_minutes=8)
    assert [each.cut_id for each in found.cuts] in (["a1", "b1", "a2", "b2"], ["b1", "a1", "a2", "b2"], ["a1", "b1", "b2", "a2"])
    assert (found.tool_changes, found.listed_tool_changes) == (2, 4)
    assert (found.minutes, found.listed_minutes, found.proven) == (4 + 16, 4 + 32, True)
    assert [each.change for each in found.cuts] == ["tool", None, "tool", None]
    assert {each.cut_id: each.after for each in found.cuts} == {"a1": None, "a2": "a1", "b1": None, "b2": "b1"}


def test_a_board_keeps_its_order_though_that_costs_a_change():
    works = [work("a1", "a", "x"), work("a2", "a", "y"), work("a3", "a", "x")]
    found = order_of_job(works, setup_minutes=8)
    assert [each.cut_id for each in found.cuts] == ["a1", "a2", "a3"]
    assert found.tool_changes == 3


def test_each_cut_is_made_with_the_router_of_its_plan():
    works = [work("a1", "a", "x", router="table"), work("b1", "b", "y"), work("c1", "c", "x", router="table", setting="2")]
    found = order_of_job(works, setup_minutes=8)
    assert (found.tool_changes, found.setting_changes) == (2, 1)
    assert found.minutes == 3 + 8 + 8 + 4


def test_a_pin_puts_one_cut_before_another_and_what_cannot_stand_is_let_be():
    works = [work("a1", "a", "x"), work("a2", "a", "y"), work("b1", "b", "z"), work("c1", "c", "z")]
    pins = [Pin(earlier="b1", later="a1"), Pin(earlier="a2", later="a1"), Pin(earlier="gone", later="a1")]
    found = order_of_job(works, setup_minutes=8, pins=pins)
    order = [each.cut_id for each in found.cuts]
    assert order.index("b1") < order.index("a1") < order.index("a2")
    assert standing(works, pins) == (pins[0],)
    assert found.listed_minutes == order_of_job(works, setup_minutes=8).listed_minutes


def test_why_a_cut_cannot_come_before_another():
    works = [work("a1", "a", "x"), work("a2", "a", "y"), work("a3", "a", "y"), work("b1", "b", "z"), work("b2", "b", "z")]
    assert why_not(works, (), Pin(earlier="a3", later="a1")) == ("a1", "a2", "a3")
    assert why_not(works, (), Pin(earlier="b2", later="a1")) == ()
    pins = [Pin(earlier="a3", later="b1")]
    assert why_not(works, pins, Pin(earlier="b2", later="a1")) == ("a1", "a2", "a3", "b1", "b2")
    assert why_not(works, (), Pin(earlier="a1", later="a1")) == ("a1",), "nothing comes before itself"
