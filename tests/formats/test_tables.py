"""Tables of any tools: what is written reads back as the same tool, in either unit, and no text breaks the reader."""

from __future__ import annotations

import dataclasses
import math

import pytest
from hypothesis import example, given
from hypothesis import strategies as st
from tests.data.tools import bits, routers

from ranura.core.shop.tooling.bits import Bit
from ranura.core.text.errors import CraftError, FileError
from ranura.demo.shop import SHOP
from ranura.formats.tables import header, read_table, tool_from_row, tool_texts, write_table


def same(one, other) -> bool:
    """Whether two tools are one, but for lengths that were written with ten digits."""
    if isinstance(one, float) and isinstance(other, float):
        return math.isclose(one, other, rel_tol=1e-6, abs_tol=2e-3)
    if isinstance(one, tuple) and isinstance(other, tuple):
        return len(one) == len(other) and all(same(a, b) for a, b in zip(one, other, strict=True))
    if dataclasses.is_dataclass(one) and type(one) is type(other):
        return all(same(getattr(one, each.name), getattr(other, each.name)) for each in dataclasses.fields(one))
    return one == other


@given(st.lists(bits(), min_size=1, max_size=4), st.sampled_from(["mm", "in"]))
def test_any_bits_read_back_as_they_were(tools, unit):
    table = read_table("bits", write_table("bits", tools))
    assert table.columns == set(header("bits"))
    for tool, row in zip(tools, table.rows, strict=True):
        back = tool_from_row("bits", row.texts, id=tool.id, unit=unit)
        assert same(back, tool), (back, tool)
        assert tool_texts(back) == tool_texts(tool), "and go out the same again"


@given(st.lists(routers(), min_size=1, max_size=3), st.sampled_from(["mm", "in"]))
def test_any_routers_read_back_as_they_were(tools, unit):
    for tool, row in zip(tools, read_table("routers", write_table("routers", tools)).rows, strict=True):
        assert same(tool_from_row("routers", row.texts, id=tool.id, unit=unit), tool)


@pytest.mark.parametrize("name", ["=1+1", "+1", "@sum", "-2", "＝1+1", "＋1", "＠a", "\u3000=1", "'=1", "'"])
def test_no_name_is_a_formula_in_a_spreadsheet(name):
    bit = dataclasses.replace(SHOP.bits[0], name=name)
    table = write_table("bits", [bit])
    assert f"'{name}" in table
    (row,) = read_table("bits", table).rows
    assert row.texts["name"].strip() == name.strip()


@given(st.text(max_size=300), st.sampled_from(["bits", "routers"]))
@example("profile\n\x00", "bits")
@example('profile,name\n"', "bits")
@example("profile;shank\nstraight;6\n\n\n;;\n", "bits")
def test_no_text_breaks_the_reader(text, kind):
    try:
        table = read_table(kind, text)
    except FileError as refused:
        assert refused.message.metric
        return
    for row in table.rows:
        assert set(row.texts) <= table.columns


@given(st.dictionaries(st.sampled_from(header("bits")), st.text("0123456789./-,; mminft°'\"xstraight=", max_size=12), max_size=9))
def test_any_cells_make_a_bit_or_name_their_column(texts):
    try:
        made = tool_from_row("bits", texts, id="x", unit="mm")
    except CraftError as refused:
        assert refused.field is None or refused.field in header("bits")
        assert refused.message.metric
        assert refused.message.inch
    else:
        assert isinstance(made, Bit)


@given(bits(), bits())
def test_lines_count_as_an_editor_counts_them(one, other):
    """A name with a line's end in it would move the numbers of the rows below."""
    text = write_table("bits", [dataclasses.replace(one, name="two\nlines"), other])
    assert [row.line for row in read_table("bits", text).rows] == [2, 4]
