import json

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from factories import make_shoot
from wenlo.core.errors import InvalidInput, UnsupportedFile, WenloError
from wenlo.formats.project_file import project_schema, read_project, write_project


def test_round_trip_keeps_everything():
    shoot = make_shoot(
        design__layers=2, design__layer_gap=0.1, brief__room__width=4.2, notes="Spruce dust on the bench. ½"
    )
    assert read_project(write_project(shoot)) == shoot


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"\x00\x01\x02 not a file", "not readable as JSON"),
        (b"[" * 100_000, "not readable as JSON"),
        (b'{"format": "another-thing"}', "does not begin with"),
        (b'{"format": "wenlo-project"}', "which version"),
        (b'{"format": "wenlo-project", "version": true}', "which version"),
        (b'{"format": "wenlo-project", "version": 99, "shoot": {}}', "newer Wenlo"),
        (b"null", "does not begin with"),
    ],
)
def test_foreign_damaged_and_newer_files(content, words):
    with pytest.raises(UnsupportedFile, match=words):
        read_project(content)


@pytest.mark.parametrize(
    ("path", "value", "words"),
    [
        ("design.width", 0, "Frame width is 0 mm; it must be between 300 mm and 4 m"),
        ("design.width", -1.2, "between 300 mm and 4 m"),
        ("design.width", 1e9, "between 300 mm and 4 m"),
        ("design.width", "wide", "must be a number between"),
        ("design.width", None, "must be a number between"),
        ("design.width", float("nan"), "must be a number between"),
        ("design.width", float("inf"), "must be"),
        ("design.sheet", "moonlight", "is not a sheet on the Shelf"),
        ("design.layers", 2.5, "number of layers must be a number"),
        ("design.top_height", 1.21, "legs need 90 mm"),
        ("design.material", "aluminium_25_mm", "makes no frame of pipe"),
        ("brief.camera.iso", 1, "between 25 and 409600"),
        ("brief.wanted.solve_for", "magic", "must be one of"),
        ("title", "", "must not be empty"),
        ("title", "x" * 200, "at most 120 characters"),
        ("title", "a\u0000b", "cannot be stored"),
        ("brief.colour", "blue", "not a field that Wenlo knows"),
    ],
)
def test_bad_values_are_answered_at_the_field(path, value, words):
    data = json.loads(write_project(make_shoot()))
    *steps, last = path.split(".")
    at = data["shoot"]
    for step in steps:
        at = at[step]
    at[last] = value
    with pytest.raises(InvalidInput) as caught:
        read_project(json.dumps(data).encode())
    assert caught.value.fields[0].path == path
    assert words.lower() in caught.value.fields[0].message.lower()


json_values = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats() | st.text(max_size=20),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
    max_leaves=8,
)
PATHS = [
    "title",
    "units",
    "brief",
    "design",
    "brief.room",
    "brief.camera.iso",
    "design.width",
    "design.kind",
    "brief.assumed",
]


@settings(max_examples=150, deadline=None)
@given(st.sampled_from(PATHS), json_values)
def test_any_value_anywhere_is_accepted_or_explained(path, value):
    data = json.loads(write_project(make_shoot()))
    *steps, last = path.split(".")
    at = data["shoot"]
    for step in steps:
        at = at[step]
    at[last] = value
    try:
        shoot = read_project(json.dumps(data).encode())
    except WenloError as error:
        assert error.message
    else:
        assert read_project(write_project(shoot)) == shoot


def test_schema_describes_the_file():
    schema = project_schema()
    assert schema["properties"]["format"]["const"] == "wenlo-project"
    width = schema["$defs"]["FrameParameters"]["properties"]["width"]
    assert (width["minimum"], width["maximum"], width["unit"]) == (0.3, 4.0, "m")
