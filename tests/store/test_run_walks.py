"""A run at the machine, led by a model of a person: goes on, skips, goes back, is taken over by another page, loses answers,
while the database's connection is cut and the server begins anew at any step. No step is lost, no tick invented, no state
is a trap."""

from __future__ import annotations

import random
from dataclasses import dataclass, field
from typing import Any

import pytest
from fastapi.testclient import TestClient
from tests.store.test_kills import Cut

from ranura.api.saved_shop import SavedShop
from ranura.demo.shop import DEMO_SHOP
from ranura.store.repository import Store

CUTS = ("shelf-dado-212", "cross-mortise", "crate-corners.a0")
ACTS = ("on", "on", "on", "on again", "leave out", "back", "wrong step", "taken over", "cut off", "restart", "end early")


@dataclass
class Person:
    """Who leads a run, with what has been done by their own count."""

    client: TestClient
    store: Store
    run_id: str
    hand: str
    steps: list[dict[str, Any]]
    done: list[tuple[str, str]] = field(default_factory=list)

    @property
    def now(self) -> dict[str, Any]:
        """The step that comes now."""
        return self.steps[len(self.done)]

    @property
    def through(self) -> bool:
        """Whether none comes any more."""
        return len(self.done) == len(self.steps)

    def post(self, what: str, **body: str) -> Any:
        return self.client.post(f"/api/runs/{self.run_id}/{what}", json=body)

    def step(self, key: str, how: str = "done", hand: str | None = None) -> Any:
        return self.post("steps", hand=hand or self.hand, step=key, how=how)

    def kept(self) -> dict[str, Any]:
        """The run as the server has it."""
        found: dict[str, Any] = self.client.get(f"/api/runs/{self.run_id}").json()["run"]
        return found

    def act(self, what: str) -> None:
        """Does one thing, and counts it where it is to count."""
        match what:
            case "on" if not self.through:
                key = self.now["key"]
                assert self.step(key).status_code == 200
                self.done.append((key, "done"))
            case "on again" if self.done:
                assert self.step(*self.done[-1]).status_code == 200, "an answer that was lost"
            case "leave out" if not self.through:
                key, may = self.now["key"], self.now["costs"] is not None
                assert self.step(key, "left-out").status_code == (200 if may else 422)
                if may:
                    self.done.append((key, "left-out"))
            case "back" if self.done:
                key, _ = self.done.pop()
                assert self.step(key, "back").status_code == 200
                assert self.step(key, "back").status_code == 200, "an answer that was lost"
            case "wrong step" if len(self.done) + 1 < len(self.steps):
                assert self.step(self.steps[len(self.done) + 1]["key"]).status_code == 422
            case "taken over":
                before, self.hand = self.hand, self.client.post(f"/api/runs/{self.run_id}/hand").json()["hand"]
                if not self.through:
                    late = self.step(self.now["key"], hand=before)
                    assert (late.status_code, late.json()["error"]["field"]) == (422, "hand")
            case "cut off" if not self.through:
                with Cut(self.store, 1):
                    assert self.step(self.now["key"]).status_code == 503
                assert len(self.kept()["progress"]["done"]) == len(self.done)
                self.act("on")
            case "restart":
                self.client.app.state.saved_shop = SavedShop(self.store, DEMO_SHOP)  # type: ignore[attr-defined]
            case "end early" if not self.through:
                assert self.post("outcome", came_out="clean").status_code == 422

    def agrees(self) -> bool:
        """Whether the server has counted as the person has."""
        kept = self.kept()
        return [(each["step"], each["how"]) for each in kept["progress"]["done"]] == self.done and kept["state"] == "under-way"


@pytest.mark.parametrize(
    ("cut_id", "seed"), [(CUTS[0], 0), *(pytest.param(CUTS[seed % 3], seed, marks=pytest.mark.thorough) for seed in range(1, 31))]
)
def test_no_step_is_lost_and_every_run_comes_to_its_end(client, store, cut_id, seed):
    chance = random.Random(f"{cut_id} {seed}")
    begun = client.post(f"/api/cuts/{cut_id}/runs").json()
    run_id = begun["run"]["id"]
    person = Person(client, store, run_id, begun["hand"], client.get(f"/api/runs/{run_id}").json()["record"]["steps"])
    for _ in range(60):
        what = chance.choice(ACTS)
        person.act(what)
        assert person.agrees(), (what, person.done)
    while not person.through:
        person.act("on")
    assert person.post("outcome", came_out="clean").status_code == 200
    assert person.kept()["state"] == "done"
    assert person.step(person.steps[-1]["key"], "back").status_code == 422, "what has ended is not gone back in"
    assert client.get(f"/api/cuts/{cut_id}/run").json() is None
    left_out = {key for key, how in person.done if how == "left-out"}
    assert left_out <= {each["key"] for each in person.steps if each["costs"] is not None}
