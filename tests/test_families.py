"""The table of families against everything that must know them all: a family that is left out somewhere is named here."""

from __future__ import annotations

import dataclasses
import tomllib
import types
import typing
from typing import Any, Union, get_args, get_origin

import pytest
from pydantic import ValidationError
from tests.demo_cuts import DEMO as DEMO_CUTS

from ranura.api.views import cut_json
from ranura.core.cuts.channel.shapes import SHAPES, ChannelShape
from ranura.core.cuts.edge.form import starts as edge_starts
from ranura.core.families import FAMILIES, Cut
from ranura.core.plan import Planning
from ranura.core.shop.saved_profiles import Shape
from ranura.core.text.asking import BOUNDS
from ranura.core.text.forms import Form
from ranura.core.text.lengths import Length
from ranura.demo.jobs import WING_CASE_SIDE
from ranura.demo.shop import SHOP
from ranura.host import places
from ranura.requests.cuts import CutRequests, PlanAsked
from ranura.store.repository import cut_adapter

DEMO = [(cut_id, cut, piece) for cut_id, _, cut, piece in DEMO_CUTS]
PLANNING = Planning(FAMILIES)
PIECE = {
    "name": "Side",
    "material": "beech",
    **{size: {"typed": "200", "unit": "mm"} for size in ("length", "width", "thickness")},
}


def test_every_cut_has_a_family_and_every_family_its_kind():
    assert {family.cut for family in FAMILIES.values()} == set(get_args(Cut))
    for kind, family in FAMILIES.items():
        (field,) = (each for each in dataclasses.fields(family.cut) if each.name == "kind")
        assert field.default == kind == family.kind
        assert get_args(typing.get_type_hints(family.cut)["kind"]) == (kind,)


def test_every_family_is_in_the_demo_job():
    assert {type(cut) for _, cut, _ in DEMO} == {family.cut for family in FAMILIES.values()}


def test_families_are_kept_apart_by_a_contract():
    contracts = tomllib.loads((places.ROOT / "pyproject.toml").read_text())["tool"]["importlinter"]["contracts"]
    (apart,) = (each for each in contracts if each["type"] == "independence")
    packages = {path.parent.name for path in (places.ROOT / "src/ranura/core/cuts").glob("*/family.py")}
    assert {module.split(".")[-1] for module in apart["modules"]} == packages
    assert len(packages) == len(FAMILIES)


def test_every_shape_has_its_facts():
    assert set(SHAPES) == set(get_args(ChannelShape))
    assert {start.key for start in edge_starts(WING_CASE_SIDE, SHOP)} == set(get_args(Shape))


@pytest.mark.parametrize(("cut", "piece"), [pytest.param(cut, piece, id=name) for name, cut, piece in DEMO])
def test_a_cut_comes_back_from_the_store_and_from_a_request_as_it_was(cut, piece):
    assert cut_adapter(FAMILIES).validate_python(cut_json(cut)) == cut
    assert CutRequests(FAMILIES).cut(cut_json(cut)) == cut
    assert PLANNING.sentence(cut, piece, SHOP).metric


def _plain(hint: Any) -> list[Any]:
    """What a hint may be, without None."""
    if get_origin(hint) in (Union, types.UnionType):
        return [one for each in get_args(hint) for one in _plain(each) if one is not type(None)]
    return [hint]


def _is_field(of: Any, path: str) -> bool:
    """Whether a path leads to a field of a dataclass, or to a place in one that is a list."""
    step, *rest = path.split(".")
    if dataclasses.is_dataclass(of) and of is not Length:
        hint = typing.get_type_hints(of).get(step)
        return hint is not None and (not rest or any(_is_field(each, ".".join(rest)) for each in _plain(hint)))
    return get_origin(of) is tuple and step.isdigit() and not rest


def _fields(form: Form) -> set[str]:
    named: set[str] = set()
    for part in (*form.sentence, *form.options, *form.more, *form.first):
        named |= {part.field} if hasattr(part, "field") else set()
        for choice in getattr(part, "choices", ()):
            named |= {*choice.change, *choice.usual}
        named |= set(getattr(part, "clears", {})) | set(getattr(part, "remove", None) or {})
    return named


@pytest.mark.parametrize(("cut", "piece"), [pytest.param(cut, piece, id=name) for name, cut, piece in DEMO])
def test_whatever_a_form_or_a_handle_or_a_remedy_names_is_a_field_of_the_cut(cut, piece):
    plan = PLANNING.plan(cut, piece, SHOP, SHOP.rules)
    named = _fields(plan.form) | {path for remedy in plan.remedies for path in remedy.change}
    named |= {path for guide in plan.guides for path in guide.change}
    for view in plan.drawing:
        named |= {each.field for each in view.dimensions if each.field} | {each.field for each in view.handles}
        named |= {view.handle.upright.field, view.handle.sideways.field} if view.handle else set()
    assert named
    assert [path for path in sorted(named) if not _is_field(type(cut), path)] == []


def test_what_is_begun_names_fields_of_its_cut():
    starts = PLANNING.starts(WING_CASE_SIDE, SHOP)
    assert len({start.key for start in starts}) == len(starts)
    for start in starts:
        of = FAMILIES[str(start.cut["kind"])].cut
        assert [path for path in start.cut if not _is_field(of, path)] == []


def test_a_path_to_nothing_is_noticed():
    of = FAMILIES["dado"].cut
    assert _is_field(of, "mate.thickness")
    assert _is_field(of, "more.1")
    assert not _is_field(of, "mate.girth")
    assert not _is_field(of, "width.mm")
    assert not _is_field(of, "sice")


@pytest.mark.parametrize(("form", "field", "taken"), [("mortise", "from_left", True), ("mortise", "depth", False)])
def test_a_place_may_be_0_and_a_size_may_not(form, field, taken):
    typed = {"typed": "20", "unit": "mm"}
    sizes = dict.fromkeys(("length", "across", "depth", "from_left", "from_near"), typed)
    cut = {"kind": "pocket", "form": form, **sizes, field: {"typed": "0", "unit": "mm"}}
    asked = CutRequests(FAMILIES).of(PlanAsked)
    body = {"piece": PIECE, "cut": cut}
    if taken:
        assert getattr(asked.model_validate(body).cut, field).mm == 0.0  # type: ignore[attr-defined]
    else:
        with pytest.raises(ValidationError, match="more than 0"):
            asked.model_validate(body)


BOUNDED = [
    pytest.param(kind, field.name, field.metadata[BOUNDS], id=f"{kind} {field.name}")
    for kind, family in FAMILIES.items()
    for field in dataclasses.fields(family.cut)
    if BOUNDS in field.metadata and not isinstance(field.default, Length)
]


@pytest.mark.parametrize(("kind", "field", "bounds"), BOUNDED)
def test_a_request_holds_the_bounds_that_stand_at_the_field(kind, field, bounds):
    cut = next(cut_json(each) for _, each, _ in DEMO if each.kind == kind)
    items: dict[str, object] = {"clamps": {"side": "near", "at": 40.0}, "more": {"typed": "20", "unit": "mm"}}
    item = items.get(field, "near")

    def taken(value: object) -> bool:
        try:
            CutRequests(FAMILIES).cut({**cut, field: value})
        except ValidationError as error:
            assert {field} <= {part for each in error.errors() for part in each["loc"]}
            return False
        return True

    seen = 0
    if bounds.many is not None:
        seen += 1
        assert (taken([item] * bounds.many), taken([item] * (bounds.many + 1))) == (True, False)
    for bound, outwards in ((bounds.least, -1), (bounds.most, 1)):
        if bound is not None:
            seen += 1
            assert (taken(bound), taken(bound + outwards)) == (True, False)
    for bound, inwards in ((bounds.above, 1), (bounds.below, -1)):
        if bound is not None:
            seen += 1
            assert (taken(bound), taken(bound + inwards)) == (False, True)
    assert seen
