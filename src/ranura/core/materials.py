"""Woods and sheet goods (R18): the class that decides chip and power, and what the wood is prone to."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.errors import CutError

MaterialClass = Literal["softwood", "hardwood", "dense-hardwood", "plywood", "mdf", "veneered-board", "plastic"]
CROSS_VENEERED: frozenset[MaterialClass] = frozenset({"plywood", "veneered-board"})
"""Boards whose thin face splinters where a cut crosses its grain."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Material:
    """A wood or board. `density` in kg/m³; burn and tear-out classes 1 (hardly) to 3 (readily)."""

    id: str
    name: str
    material_class: MaterialClass
    density: int
    burn: int
    tear_out: int
    harmful_dust: bool = False


def _wood(id: str, name: str, kind: MaterialClass, density: int, burn: int, tear: int, dust: bool = False) -> Material:
    return Material(id=id, name=name, material_class=kind, density=density, burn=burn, tear_out=tear, harmful_dust=dust)


MATERIALS: tuple[Material, ...] = (
    _wood("birch-plywood", "birch plywood", "plywood", 680, 2, 2),
    _wood("poplar-plywood", "poplar plywood", "plywood", 460, 1, 3),
    _wood("mdf", "MDF", "mdf", 750, 1, 1, dust=True),
    _wood("veneered-mdf", "veneered MDF", "veneered-board", 760, 2, 3, dust=True),
    _wood("ash", "ash", "hardwood", 680, 2, 2),
    _wood("beech", "beech", "hardwood", 720, 3, 1),
    _wood("sycamore", "sycamore", "hardwood", 610, 3, 1),
    _wood("poplar", "poplar", "hardwood", 450, 1, 2),
    _wood("walnut", "walnut", "hardwood", 640, 1, 2),
    _wood("oak", "oak", "hardwood", 710, 2, 3, dust=True),
    _wood("maple", "hard maple", "dense-hardwood", 720, 3, 2),
    _wood("sapele", "sapele", "hardwood", 640, 2, 3),
    _wood("douglas-fir", "Douglas fir", "softwood", 530, 1, 3),
    _wood("pine", "pine", "softwood", 510, 2, 2),
    _wood("spruce", "spruce", "softwood", 450, 1, 2),
    _wood("acrylic", "acrylic", "plastic", 1190, 2, 1),
)
"""What Ranura ships; densities are the usual ones at 12 % moisture. Source: the field's tables of timber densities."""

_BY_ID = {material.id: material for material in MATERIALS}


def material(id: str, *, field: str | None = None) -> Material:
    """The material of an id. Raises `CutError` ("unknown-material")."""
    try:
        return _BY_ID[id]
    except KeyError:
        raise CutError("unknown-material", field=field, id=id) from None
