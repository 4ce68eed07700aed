"""The order of work against every order there is, against optima that were planted, and what cannot be put in an order."""

from __future__ import annotations

import random
from itertools import permutations, product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ranura.core.sequence.order import OrderError, WorkStep, as_listed, best_order


def cost_of(steps: list[WorkStep], routers: tuple[int, ...], tool: float, setting: float) -> float:
    """The changes of steps in an order, each on its router; reads the rule and nothing of the search."""
    standing: dict[int, tuple[str, str]] = {}
    total = 0.0
    for step, router in zip(steps, routers, strict=True):
        now = standing.get(router)
        if now is None or now[0] != step.tool:
            total += tool
        elif now[1] != step.setting:
            total += setting
        standing[router] = (step.tool, step.setting)
    return total


def allowed(order: tuple[WorkStep, ...]) -> bool:
    place = {step.id: number for number, step in enumerate(order)}
    return all(place[name] < place[step.id] for step in order for name in step.after)


@st.composite
def some_steps(draw) -> list[WorkStep]:
    count = draw(st.integers(1, 5))
    found = []
    for number in range(count):
        tool = draw(st.sampled_from("abc"))
        after = draw(st.sets(st.integers(0, number - 1), max_size=2)) if number else set()
        setting = f"{tool}/{draw(st.integers(0, 1))}"
        found.append(
            WorkStep(id=f"s{number}", tool=tool, setting=setting, minutes=1, after=tuple(f"s{each}" for each in sorted(after)))
        )
    return found


@given(some_steps(), st.sampled_from([(6, 1), (4, 2), (3, 3), (2, 5), (5, 0)]), st.integers(1, 2))
def test_no_order_that_is_allowed_is_better(steps, costs, routers):
    tool, setting = costs
    found = best_order(steps, tool_minutes=tool, setting_minutes=setting, routers=routers)
    every = (
        cost_of(list(order), used, tool, setting)
        for order in permutations(steps)
        if allowed(order)
        for used in product(range(routers), repeat=len(steps))
    )
    assert found.proven
    assert found.minutes == found.bound == pytest.approx(len(steps) + min(every))
    by_id = {step.id: step for step in steps}
    order = tuple(by_id[name] for name in found.order)
    assert sorted(found.order) == sorted(by_id)
    assert allowed(order)
    assert found.tool_changes * tool + found.setting_changes * setting == pytest.approx(found.minutes - len(steps))
    listed, _ = as_listed(order, tool_minutes=tool, setting_minutes=setting, routers=routers)
    assert listed >= found.minutes - 1e-9


def test_a_tool_between_may_be_quicker_than_a_new_setting():
    steps = [
        WorkStep(id="a1", tool="a", setting="a/1", minutes=1),
        WorkStep(id="b0", tool="b", setting="b/0", minutes=1, after=("a1",)),
        WorkStep(id="a2", tool="a", setting="a/1", minutes=1, after=("a1",)),
        WorkStep(id="b1", tool="b", setting="b/1", minutes=1, after=("a1",)),
    ]
    assert best_order(steps, tool_minutes=2, setting_minutes=5).minutes == 4 + 4 * 2


def planted(rng: random.Random, count: int) -> tuple[list[WorkStep], float]:
    """Steps with an order that mounts every tool once and sets it to everything once: nothing can be cheaper."""
    blocks = [(f"t{tool}", f"t{tool}/{each}") for tool in range(rng.randint(6, 14)) for each in range(rng.randint(1, 5))]
    of_step = sorted(rng.randrange(len(blocks)) for _ in range(count))
    steps = []
    for number, block in enumerate(of_step):
        after = {f"s{rng.randrange(number)}" for _ in range(rng.randint(0, 3))} if number else set()
        tool, setting = blocks[block]
        steps.append(WorkStep(id=f"s{number}", tool=tool, setting=setting, minutes=rng.randint(1, 9), after=tuple(sorted(after))))
    used = [blocks[block] for block in dict.fromkeys(of_step)]
    tools = len({tool for tool, _ in used})
    best = sum(step.minutes for step in steps) + 6 * tools + (len(used) - tools)
    rng.shuffle(steps)
    return steps, best


@pytest.mark.parametrize("seed", range(6))
def test_planted_orders_of_two_hundred_steps_are_found(seed):
    steps, best = planted(random.Random(seed), 200)
    found = best_order(steps, tool_minutes=6, setting_minutes=1)
    assert best <= found.minutes <= 1.02 * best
    assert found.bound <= best + 1e-9


def test_a_search_that_ends_early_says_what_no_order_goes_below():
    rng = random.Random(3)
    steps = [
        WorkStep(
            id=f"s{number}",
            tool=(tool := rng.choice("abcdef")),
            setting=f"{tool}/{rng.randint(0, 4)}",
            minutes=0,
            after=(f"s{rng.randrange(number)}",) if number else (),
        )
        for number in range(30)
    ]
    whole = best_order(steps, tool_minutes=6, setting_minutes=1, most=200_000)
    early = best_order(steps, tool_minutes=6, setting_minutes=1, most=3)
    assert whole.proven
    assert not early.proven
    assert early.bound <= whole.minutes <= early.minutes


def test_a_step_that_belongs_to_a_router_is_done_with_it():
    steps = [
        WorkStep(id="by-hand", tool="a", setting="a/1", minutes=1, router=0),
        WorkStep(id="over-table", tool="a", setting="a/1", minutes=1, router=1),
    ]
    found = best_order(steps, tool_minutes=6, setting_minutes=1, routers=2)
    assert (found.minutes, {each.router for each in found.changes}) == (14, {0, 1})


@pytest.mark.parametrize(
    ("after", "code", "says"),
    [
        ({"a": ("b",), "b": ("c",), "c": ("a",)}, "in-a-circle", "a → c → b → a"),
        ({"a": ("a",)}, "in-a-circle", "a → a"),
        ({"a": ("z",)}, "after-nothing", "z"),
    ],
)
def test_what_cannot_be_put_in_an_order_is_named(after, code, says):
    steps = [WorkStep(id=name, tool="t", setting="t/1", minutes=1, after=those) for name, those in after.items()]
    with pytest.raises(OrderError) as refused:
        best_order(steps, tool_minutes=1, setting_minutes=1)
    assert refused.value.code == code
    if code == "in-a-circle":
        named = str(refused.value).partition(": ")[2].partition(".")[0].split(" → ")
        assert named[0] == named[-1]
        assert set(named) == set(after)
    else:
        assert says in str(refused.value)


def test_no_name_stands_twice():
    step = WorkStep(id="a", tool="t", setting="t/1", minutes=1)
    with pytest.raises(OrderError):
        best_order([step, step], tool_minutes=1, setting_minutes=1)
