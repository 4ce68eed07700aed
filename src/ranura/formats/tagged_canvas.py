"""A PDF whose words and drawings are tagged, so that it can be read aloud in order: headings, paragraphs, lists, tables, and
figures with what they show in words (PDF 1.7, 14.7 and 14.8).

Why by hand: reportlab sets type and draws exactly, and knows no tags; what they need is a few operators around what is drawn, and
a tree beside it.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from io import BytesIO
from typing import Any, Literal

from reportlab.pdfbase.pdfdoc import PDFArray, PDFDictionary, PDFName, PDFString
from reportlab.pdfgen.canvas import Canvas

Group = Literal["Sect", "L", "LI", "Table", "TR"]
Part = Literal["H1", "H2", "P", "LBody", "TH", "TD", "Figure"]


@dataclass(frozen=True, slots=True)
class _Drawn:
    """Something drawn: on which page, and which of what is marked there."""

    page: int
    number: int


@dataclass(slots=True)
class _Node:
    """A node of the tree: its role, what it holds in order, and for a figure what it shows in words."""

    role: str
    alt: str | None = None
    kids: list[_Node | _Drawn] = field(default_factory=list)


class TaggedCanvas(Canvas):
    """A canvas on which what is drawn belongs to a `part`; what belongs to none, as lines and boxes, is for the eye alone."""

    _code: list[str]
    """What is drawn on the page so far; the stubs do not know of it, nor of the document."""
    _doc: Any

    def __init__(self, out: BytesIO, *, pagesize: tuple[float, float]) -> None:
        first_font: Any = "paper-text"  # the stubs take it for a number
        super().__init__(out, pagesize=pagesize, invariant=1, initialFontName=first_font, lang="en", pdfVersion=(1, 7))
        self._root = _Node("Document")
        self._open = [self._root]
        self._within = False
        self._unmarked_from = len(self._code)
        self._pages: list[Any] = []
        self._marked: list[list[_Node]] = [[]]
        self._doc.addPage = self._added(self._doc.addPage)
        self.setViewerPreference("PrintScaling", "None")
        self.setViewerPreference("DisplayDocTitle", "true")

    @contextmanager
    def group(self, role: Group) -> Iterator[None]:
        """What is drawn meanwhile belongs together."""
        node = _Node(role)
        if not self._within:
            self._open[-1].kids.append(node)
        self._open.append(node)
        yield
        self._open.pop()

    @contextmanager
    def part(self, role: Part, alt: str | None = None) -> Iterator[None]:
        """What is drawn meanwhile is one thing; `alt` says in words what a figure shows. Parts of a part are none themselves."""
        if self._within:
            yield
            return
        marked = self._marked[-1]
        node = _Node(role, alt, [_Drawn(len(self._pages), len(marked))])
        self._open[-1].kids.append(node)
        self._pass_over()
        self._code.append(f"/{role} <</MCID {len(marked)}>> BDC")
        marked.append(node)
        self._within = True
        yield
        self._within = False
        self._code.append("EMC")
        self._unmarked_from = len(self._code)

    def _pass_over(self) -> None:
        """What was drawn since the last part is for the eye alone."""
        if len(self._code) > self._unmarked_from:
            self._code.insert(self._unmarked_from, "/Artifact BMC")
            self._code.append("EMC")

    def showPage(self) -> None:  # noqa: N802 # its name there
        """Ends a page."""
        self._pass_over()
        super().showPage()
        self._unmarked_from = len(self._code)
        self._marked.append([])

    def _added(self, add: Any) -> Any:
        """Pages know where in the tree what is marked on them stands, and are gone through in its order."""

        def added(page: Any) -> Any:
            page.__NoDefault__ = [*page.__NoDefault__, "StructParents", "Tabs"]
            page.StructParents, page.Tabs = len(self._pages), PDFName("S")
            self._pages.append(page)
            return add(page)

        return added

    def save(self) -> None:
        """Writes it all, with its tree."""
        if self._code:
            self.showPage()
        catalog, made = self._doc.Catalog, dict[int, Any]()
        root = PDFDictionary({"Type": PDFName("StructTreeRoot")})
        root.dict["K"] = self._doc.Reference(self._element(self._root, root, made))
        numbers: list[Any] = []
        for page, marked in enumerate(self._marked[: len(self._pages)]):
            numbers += [page, PDFArray([self._doc.Reference(made[id(node)]) for node in marked])]
        root.dict["ParentTree"] = self._doc.Reference(PDFDictionary({"Nums": PDFArray(numbers)}))
        root.dict["ParentTreeNextKey"] = len(self._pages)
        catalog.StructTreeRoot, catalog.MarkInfo = root, PDFDictionary({"Marked": "true"})
        super().save()

    def _element(self, node: _Node, parent: Any, made: dict[int, Any]) -> Any:
        """A node as PDF has it, with all below it."""
        found = PDFDictionary({"Type": PDFName("StructElem"), "S": PDFName(node.role), "P": self._doc.Reference(parent)})
        made[id(node)] = found
        kids: list[Any] = []
        for each in node.kids:
            if isinstance(each, _Node):
                kids.append(self._doc.Reference(self._element(each, found, made)))
            else:
                found.dict["Pg"] = self._doc.Reference(self._pages[each.page])
                kids.append(each.number)
        found.dict["K"] = PDFArray(kids)
        if node.alt is not None:
            found.dict["Alt"] = PDFString(node.alt)
        return found
