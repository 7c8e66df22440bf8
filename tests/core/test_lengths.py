import json
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wenlo.core.errors import InvalidInput
from wenlo.core.units.length import METRES_PER_INCH, format_length, parse_length

VECTORS = json.loads((Path(__file__).parents[1] / "length_vectors.json").read_text())


@pytest.mark.parametrize(("text", "metres"), VECTORS["parse"])
def test_reads_lengths_as_the_front_end_does(text, metres):
    if metres is None:
        with pytest.raises(InvalidInput, match="write a length such as"):
            parse_length(text)
    else:
        assert parse_length(text) == pytest.approx(metres, abs=1e-12)


@pytest.mark.parametrize(("metres", "system", "text"), VECTORS["format"])
def test_shows_lengths_as_the_front_end_does(metres, system, text):
    assert format_length(metres, system=system) == text


@given(st.floats(0, 40, allow_nan=False))
def test_imperial_round_trip_is_within_half_a_sixteenth(metres):
    shown = format_length(metres, system="imperial")
    assert abs(parse_length(shown) - metres) <= METRES_PER_INCH / 32 + 1e-12


@given(st.floats(0, 40, allow_nan=False))
def test_metric_round_trip_is_within_half_a_millimetre(metres):
    assert abs(parse_length(format_length(metres)) - metres) <= 0.0005 + 1e-12


@given(st.text(max_size=80))
def test_any_text_is_a_length_or_gets_a_sentence(text):
    try:
        assert parse_length(text) >= 0.0
    except InvalidInput as error:
        assert error.message.endswith(".")
