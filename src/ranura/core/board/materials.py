"""Woods and sheet goods (R18): the class that decides chip and power, and what the wood is prone to."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.board import refusals
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import ToolError

MaterialClass = Literal["softwood", "hardwood", "dense-hardwood", "plywood", "mdf", "veneered-board", "plastic"]
SOLID: frozenset[MaterialClass] = frozenset({"softwood", "hardwood", "dense-hardwood"})
"""Wood as it grew, whose fibres all run one way."""
CROSS_VENEERED: frozenset[MaterialClass] = frozenset({"plywood", "veneered-board"})
"""Boards whose thin face splinters where a cut crosses its grain."""
SHEETS: frozenset[MaterialClass] = CROSS_VENEERED | {"mdf", "plastic"}
"""What is sold under a nominal thickness that it rarely has."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Material:
    """A wood or board. `density` in kg/m³; burn and tear-out classes 1 (hardly) to 3 (readily). Raises `ToolError`."""

    id: str
    name: str
    material_class: MaterialClass
    density: int
    burn: int
    tear_out: int
    harmful_dust: bool = False

    def __post_init__(self) -> None:
        if not self.name.strip():
            raise ToolError(common_refusals.NAME_MISSING, field="name")
        for name in ("burn", "tear_out"):
            if not 1 <= getattr(self, name) <= 3:
                raise ToolError(refusals.CLASS_RANGE, field=name)
        if not 50 <= self.density <= 3000:
            raise ToolError(refusals.DENSITY_RANGE, field="density")


def movement_of(of: MaterialClass) -> float:
    """How much a board grows across its grain, in percent of its width for a percent of moisture.

    Rule: R18 movement
    Formula: softwood 0.25, hardwood 0.30, dense hardwood 0.35, sheets and plastics 0
    Source: usual values of timber handbooks; a caution, never a figure to trust"""
    return {"softwood": 0.25, "hardwood": 0.3, "dense-hardwood": 0.35}.get(of, 0.0)


@dataclass(frozen=True, kw_only=True, slots=True)
class Delivery:
    """A load of boards as it came: what it is sold as and what it measures, in mm, and within how much of that."""

    id: str
    name: str
    material_id: str
    nominal: float
    measured: float
    tolerance: float | None = None

    def __post_init__(self) -> None:
        for name in ("nominal", "measured"):
            if getattr(self, name) <= 0:
                raise ToolError(common_refusals.SIZE_NOT_POSITIVE, field=name, name=name)


def _wood(id: str, kind: MaterialClass, density: int, burn: int, tear: int, *, name: str = "", dust: bool = False) -> Material:
    return Material(
        id=id,
        name=name or id.replace("-", " "),
        material_class=kind,
        density=density,
        burn=burn,
        tear_out=tear,
        harmful_dust=dust,
    )


MATERIALS: tuple[Material, ...] = (
    _wood("birch-plywood", "plywood", 680, 2, 2),
    _wood("poplar-plywood", "plywood", 460, 1, 3),
    _wood("spruce-plywood", "plywood", 500, 1, 3),
    _wood("beech-plywood", "plywood", 750, 3, 2),
    _wood("hardwood-plywood", "plywood", 600, 2, 3),
    _wood("mdf", "mdf", 750, 1, 1, name="MDF", dust=True),
    _wood("light-mdf", "mdf", 600, 1, 1, name="light MDF", dust=True),
    _wood("hardboard", "mdf", 950, 1, 1, dust=True),
    _wood("veneered-mdf", "veneered-board", 760, 2, 3, name="veneered MDF", dust=True),
    _wood("veneered-chipboard", "veneered-board", 680, 2, 3, dust=True),
    _wood("blockboard", "veneered-board", 500, 1, 3),
    _wood("laminated-chipboard", "veneered-board", 700, 1, 3, dust=True),
    _wood("ash", "hardwood", 680, 2, 2),
    _wood("beech", "hardwood", 720, 3, 1),
    _wood("sycamore", "hardwood", 610, 3, 1),
    _wood("poplar", "hardwood", 450, 1, 2),
    _wood("lime", "hardwood", 530, 1, 2),
    _wood("birch", "hardwood", 650, 2, 2),
    _wood("cherry", "hardwood", 600, 3, 1),
    _wood("walnut", "hardwood", 640, 1, 2),
    _wood("elm", "hardwood", 560, 1, 3),
    _wood("chestnut", "hardwood", 560, 1, 2, name="sweet chestnut"),
    _wood("oak", "hardwood", 710, 2, 3, dust=True),
    _wood("sapele", "hardwood", 640, 2, 3),
    _wood("mahogany", "hardwood", 560, 1, 2),
    _wood("teak", "hardwood", 660, 1, 2, dust=True),
    _wood("iroko", "hardwood", 650, 1, 3, dust=True),
    _wood("maple", "dense-hardwood", 720, 3, 2, name="hard maple"),
    _wood("hickory", "dense-hardwood", 800, 2, 3),
    _wood("hornbeam", "dense-hardwood", 750, 3, 2),
    _wood("robinia", "dense-hardwood", 740, 2, 3, dust=True),
    _wood("wenge", "dense-hardwood", 870, 1, 3, dust=True),
    _wood("pine", "softwood", 510, 2, 2),
    _wood("spruce", "softwood", 450, 1, 2),
    _wood("larch", "softwood", 590, 2, 3),
    _wood("douglas-fir", "softwood", 530, 1, 3, name="Douglas fir"),
    _wood("red-cedar", "softwood", 380, 1, 2, name="red cedar", dust=True),
    _wood("yew", "softwood", 670, 2, 2, dust=True),
    _wood("acrylic", "plastic", 1190, 2, 1),
    _wood("hard-plastic", "plastic", 1400, 1, 1),
)
"""What Ranura ships; densities are the usual ones at 12 % moisture. Source: the field's tables of timber densities."""
