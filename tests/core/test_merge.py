"""Changes of a document, found, made, turned back and held against each other; the same cases hold the front end."""

import json
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wenlo.core.document.merge import (
    Change,
    NotThere,
    both_texts,
    changes_between,
    is_disputed,
    turned_back,
    with_change,
    with_changes,
)

CASES = json.loads((Path(__file__).parents[1] / "vectors" / "merge.json").read_text())


def read(changes):
    return [Change.model_validate(change) for change in changes]


@pytest.mark.parametrize("case", CASES["between"], ids=lambda case: case["name"])
def test_changes_are_found_made_and_turned_back(case):
    found = changes_between(case["before"], case["after"])
    assert found == read(case["changes"])
    assert with_changes(case["before"], found) == case["after"]
    assert with_changes(case["after"], turned_back(found)) == case["before"]


@pytest.mark.parametrize("case", CASES["merged"], ids=lambda case: case["name"])
def test_both_of_two_changes_are_kept_or_one_is_asked_about(case):
    theirs, mine = (changes_between(case["start"], case[who]) for who in ("theirs", "mine"))
    now = with_changes(case["start"], theirs)
    disputed = [change for change in mine if is_disputed(now, change, theirs)]
    assert [list(change.path) for change in disputed] == case["disputed"]
    if not disputed:
        assert with_changes(now, mine) == case["both"]


@pytest.mark.parametrize("case", CASES["texts"], ids=lambda case: case["name"])
def test_what_two_people_wrote_is_both_there(case):
    assert both_texts(case["was"], case["theirs"], case["mine"]) == case["both"]


@given(st.text("ab ", max_size=8), st.text("ab ", min_size=1, max_size=8), st.text("ab ", min_size=1, max_size=8))
def test_no_word_that_was_written_is_lost(was, theirs, mine):
    both = both_texts(was, was + theirs, was + mine)
    assert theirs in both
    assert mine in both


name = st.text("abcd", min_size=1, max_size=2)
leaf = st.one_of(st.integers(0, 3), st.booleans(), st.none(), st.text("xyz", max_size=2))


def entries(children):
    kept = st.dictionaries(name, st.dictionaries(st.sampled_from("pqr"), children, max_size=3), max_size=4)
    return kept.map(lambda d: [{"key": key, **fields} for key, fields in d.items()])


json_value = st.recursive(
    leaf,
    lambda inner: st.one_of(
        st.dictionaries(st.sampled_from("uvw"), inner, max_size=3),
        st.lists(st.integers(0, 3), max_size=3),
        st.lists(name, max_size=3),
        entries(inner),
    ),
    max_leaves=12,
)
document = st.dictionaries(st.sampled_from("uvw"), json_value, max_size=3)


@given(document, document)
def test_any_document_becomes_any_other_and_back(before, after):
    found = changes_between(before, after)
    assert with_changes(before, found) == after
    assert with_changes(after, turned_back(found)) == before


@given(document, document)
def test_nobody_disputes_what_nobody_else_touched(before, after):
    assert not any(is_disputed(before, change, []) for change in changes_between(before, after))


def test_what_is_gone_has_no_fields():
    with pytest.raises(NotThere):
        with_change({"things": []}, Change(path=("things", "@stool", "x"), value=1))
    with pytest.raises(NotThere):
        with_change({"width": 1.0}, Change(path=("width", "deep"), value=1))
