"""What is asked of an edge cut: its sentence, its options, and how one is begun."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from ranura.core.board.pieces import Piece, edges_of
from ranura.core.cuts.edge.asked import MATCHED, WANTS_DEPTH, WANTS_WIDTH, EdgeCut, shape_name
from ranura.core.output.forms import answers, as_typed_before, comes_out, eased_by, held_by, new_length, nothing_typed, thin_walls
from ranura.core.shop.saved_profiles import Shape
from ranura.core.shop.shop import Shop
from ranura.core.text.forms import (
    Answer,
    Blank,
    Change,
    ChoiceBlank,
    EdgesBlank,
    FieldValue,
    Form,
    LengthBlank,
    NumberBlank,
    Part,
    Phrase,
    Start,
)

_USUAL_BEVEL = 22.5


@dataclass(frozen=True, kw_only=True, slots=True)
class _ShapeWords:
    """How the sentence of a shape begins, and what its size is."""

    article: str = "A"
    before: str = ""
    after: str = ""
    comma: str = ""
    size: str


_SHAPES: Final[Mapping[Shape, _ShapeWords]] = {
    "roundover": _ShapeWords(before="of radius", comma=",", size="Radius"),
    "chamfer": _ShapeWords(before="of", comma=",", size="Leg"),
    "bevel": _ShapeWords(after="high,", size="Height"),
    "cove": _ShapeWords(before="of radius", comma=",", size="Radius"),
    "ogee": _ShapeWords(article="An", before="of radius", comma=",", size="Radius"),
    "bead": _ShapeWords(before="of radius", comma=",", size="Radius"),
    "rabbet": _ShapeWords(after="wide,", size="Width"),
    "edge-groove": _ShapeWords(article="An", after="wide,", size="Width"),
    "flush": _ShapeWords(before="of an overhang of", comma=",", size="Overhang"),
    "jointing": _ShapeWords(article="", before="by", comma=",", size="Taken off"),
    "sticking": _ShapeWords(before="of radius", comma=",", size="Radius"),
    "coping": _ShapeWords(before="of radius", comma=",", size="Radius"),
}
_GUIDES = (
    (None, "Guide: best fit"),
    ("bearing", "Bearing"),
    ("fence", "Straightedge or fence"),
    ("edge-guide", "Edge guide"),
    ("template", "Template below"),
)
_STATES = ((None, "Edge: not said yet"), ("smooth", "Smooth edge"), ("sawn", "Sawn edge"))
_SUPPORT = ((False, "No stands beside the table"), (True, "Stands beside the table"))
_REACHED = (
    (None, "Reached: best fit"),
    ("height", "By raising the bit"),
    ("fence", "By moving the fence"),
    ("both", "By bit and fence"),
)


def form(cut: EdgeCut, piece: Piece, _: Shop) -> Form:
    """What is asked of an edge cut as it stands."""
    stages = ((1, "Fewest stages"), *((count, f"{count} stages at least") for count in (2, 3, 4, 5, 6)))
    return Form(
        kind=cut.kind,
        sentence=_sentence(cut, piece),
        options=(
            _faces(cut),
            answers("Guide", "guide", cut.guide, _GUIDES),
            answers("The edge is", "edge_state", cut.edge_state, _STATES),
        ),
        more=(
            answers("Stages", "least_stages", cut.least_stages, stages),
            answers("Reached by", "staged", cut.staged, _REACHED),
            answers("On a table", "far_side", cut.far_side, ((False, "Edge at the fence"), (True, "Edge away from the fence"))),
            comes_out(cut.exit),
            held_by(cut.held),
            answers("Support", "supported", cut.supported, _SUPPORT),
            thin_walls(cut.thin_walls),
            *eased_by(cut.lighter, cut.slower, cut.gentler),
            answers("Starting pin", "starting_pin", cut.starting_pin, ((False, "No starting pin"), (True, "Starting pin set"))),
        ),
        more_says="stages, holding, table",
        open=bool(cut.staged or cut.far_side or cut.starting_pin or cut.held or cut.supported or cut.least_stages > 1),
        first=_first(cut, piece),
        components=("profile-bench",),
    )


def starts(piece: Piece, shop: Shop) -> tuple[Start, ...]:
    """Every shape, along all edges of the outside."""
    empty = nothing_typed(shop.unit)
    made = []
    for shape in _SHAPES:
        known: dict[str, FieldValue] = {"kind": "edge", "shape": shape, "size": empty, "edges": _outside(piece)}
        if shape in WANTS_DEPTH:
            known["depth"] = empty
        if shape in WANTS_WIDTH:
            # Two boards meet at one edge.
            known |= {"width": empty, "edges": _outside(piece)[:1]}
        if shape == "bevel":
            known["angle"] = _USUAL_BEVEL
        made.append(Start(key=shape, name=shape_name(shape), group="Edges", example="Soft edge", cut=known))
    return tuple(made)


def _outside(piece: Piece) -> tuple[str, ...]:
    return tuple(edge.ref for edge in edges_of(piece) if not edge.inside)


def _faces(cut: EdgeCut) -> ChoiceBlank:
    if cut.shape == "edge-groove":
        # From both faces it lies in the middle.
        both: Change = {"both_faces": True, "depth": None}
        said = "From both faces, in the middle"
        return ChoiceBlank(
            label="Faces",
            choices=(
                Answer(says="From one face", change={"both_faces": False}, chosen=not cut.both_faces),
                Answer(says=said, change=both, chosen=cut.both_faces, also=("from both faces", "both faces")),
            ),
        )
    return answers("Faces", "both_faces", cut.both_faces, ((False, "One face"), (True, "Both faces")))


def _edges(piece: Piece) -> EdgesBlank:
    return EdgesBlank(
        field="edges",
        label="On which edges",
        choices=tuple(Answer(says=edge.name, value=edge.ref) for edge in edges_of(piece)),
        whole=_outside(piece),
    )


def _bevel(after: str) -> NumberBlank:
    return NumberBlank(field="angle", label="Angle from the edge", least=0.5, most=89.5, step=0.5, after=after, takes="angle")


def _first(cut: EdgeCut, piece: Piece) -> tuple[Blank, ...]:
    asked: list[Blank] = [new_length("size", _SHAPES[cut.shape].size)]
    if cut.shape in WANTS_DEPTH:
        asked.append(new_length("depth", "Depth"))
    elif cut.shape in WANTS_WIDTH:
        asked.append(new_length("width", "Depth into the edge"))
    elif cut.shape != "jointing":
        asked.append(LengthBlank(field="depth", label="Depth", placeholder="whole profile", optional=True))
    if cut.shape == "bevel":
        asked.append(_bevel("°"))
    return (*asked, _edges(piece), _faces(cut))


def _sentence(cut: EdgeCut, piece: Piece) -> tuple[Part, ...]:
    said = _SHAPES[cut.shape]
    parts: list[Part] = [Phrase(text=said.article)] if said.article else []
    parts.append(_shape(cut))
    if said.before:
        parts.append(Phrase(text=said.before))
    parts.append(LengthBlank(field="size", label=said.size, after=said.comma))
    if said.after:
        parts.append(Phrase(text=said.after))
    if cut.shape == "bevel":
        parts += [Phrase(text="at"), _bevel("°,")]
    wants_depth = cut.shape in WANTS_DEPTH
    if cut.shape == "edge-groove":
        parts += _groove(cut)
    elif cut.shape != "jointing":
        figure = None if wants_depth else "edge.height"
        parts += [
            LengthBlank(field="depth", label="Depth below the face", figure=figure, optional=True),
            Phrase(text={"flush": "thick,"}.get(cut.shape, "high," if cut.shape in MATCHED else "deep,")),
        ]
        if not wants_depth:
            parts += [
                LengthBlank(field="width", label="Into the face", figure="edge.width", optional=True),
                Phrase(text="into the face,"),
            ]
    return (*parts, Phrase(text="on"), _edges(piece), Phrase(text=piece.name, strong=True, before="of"))


def _groove(cut: EdgeCut) -> tuple[Part, ...]:
    """How deep a groove goes into the edge, and where it lies in that."""
    deep = LengthBlank(field="width", label="Depth into the edge")
    if cut.both_faces:
        return (deep, Phrase(text="deep, in the middle,"))
    where = LengthBlank(
        field="depth", label="Far wall below the face", placeholder="in the middle", figure="edge.height", optional=True
    )
    return (deep, Phrase(text="deep, its far wall"), where, Phrase(text="below the face,"))


def _shape(cut: EdgeCut) -> ChoiceBlank:
    """Another shape begins anew with what only it has: how deep it reaches, its angle, the bit."""
    return ChoiceBlank(
        label="Shape",
        choices=tuple(
            Answer(
                says=shape_name(shape),
                change={
                    "shape": shape,
                    "bit_id": None,
                    **({} if shape in WANTS_WIDTH else {"width": None}),
                    **({} if shape in WANTS_DEPTH else {"depth": None}),
                    **({} if shape == "bevel" else {"angle": None}),
                },
                usual={
                    **({"width": as_typed_before(cut.width or cut.size)} if shape in WANTS_WIDTH else {}),
                    **({"depth": as_typed_before(cut.depth or cut.size)} if shape in WANTS_DEPTH else {}),
                    **({"angle": cut.angle or _USUAL_BEVEL} if shape == "bevel" else {}),
                },
                chosen=shape == cut.shape,
            )
            for shape in _SHAPES
        ),
    )
