"""Cells that a spreadsheet must not take for formulas come back as they were."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wenlo.core.errors import InvalidInput
from wenlo.formats.cells import guarded, unguarded
from wenlo.formats.shelf_csv import read_shelf


@pytest.mark.parametrize("text", ["=1+1", " =1+1", "\u00a0=cmd", "\u3000＝1", "＋1", "－1", "＠x", "@x", "-2", "\t=1"])
def test_formulas_are_quoted(text):
    assert guarded(text) == f"'{text}"
    assert unguarded(guarded(text)) == text


@given(st.text(max_size=12))
def test_every_text_comes_back(text):
    # a text that begins with an apostrophe before a formula is what such a cell looks like: it loses it, as in a
    # spreadsheet
    assert unguarded(guarded(text)) == text or (text.startswith("'") and unguarded(text) == text[1:])


@pytest.mark.parametrize("value", ["nan", "inf", "-inf", "1e400", "Infinity"])
@pytest.mark.parametrize("column", ["count", "flat_faces", "mass"])
def test_numbers_that_are_none_are_told_at_their_line(value, column):
    with pytest.raises(InvalidInput) as caught:
        read_shelf(f"category,name,{column}\nfound,tub,{value}\n".encode())
    assert caught.value.fields[0].path == f"line 2.{column}"
    assert "is not a number" in caught.value.fields[0].message
