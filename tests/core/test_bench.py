"""Faces, blacks, lamps, lenses and ground sheets at the Bench: closed forms, and simulated readings within what is said
of them.
"""

import math

import numpy as np
import pytest

from wenlo.core.calibration.bench.faces import measure_face
from wenlo.core.calibration.bench.ground_sheet import bending_length, measure_ground, relief_slope, relief_stops
from wenlo.core.calibration.bench.lamp import measure_lamp
from wenlo.core.calibration.bench.lens import measure_lens
from wenlo.core.catalog.bench_readings import (
    BeamReading,
    BendReading,
    DialReading,
    FaceBench,
    FaceReading,
    GroundBench,
    LampBench,
    LensBench,
    LensReading,
    read_bench,
)
from wenlo.core.catalog.items import LampValues, read_values
from wenlo.core.catalog.materials import lamp_from
from wenlo.core.errors import Impossible, InvalidInput
from wenlo.core.optics.lamp import Emitter, dial_mark, dial_words
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import board, luminance
from wenlo.core.photometry.colour import light_colour
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import Effort, solve


def figures(found):
    return {f.key: f for f in found.figures}


def test_a_face_is_told_by_a_meter_turned_round_before_it():
    # light is traced: an even lamp far before a dull face, the meter 20 cm before its middle
    bench, true = FaceBench(width=1.0, height=0.7, distance=0.2), 0.62
    face = Panel(
        id="face",
        origin=np.array([-0.5, 0.0, -0.35]),
        edge_u=np.array([1.0, 0, 0]),
        edge_v=np.array([0, 0, 0.7]),
        surface=board((true,) * 3),
    )
    lamp = Emitter(
        id="lamp",
        shape="disc",
        centre=np.array([0.0, -12.0, 0.0]),
        edge_u=np.array([0.1, 0, 0]),
        edge_v=np.array([0, 0, -0.1]),
        amount=1e6,
        beam=1.0,
        colour=np.ones(3),
    )
    out, back = np.array([0.0, -1.0, 0.0]), np.array([0.0, 1.0, 0.0])
    meters = [
        Meter(id="there", position=np.array([0.0, -0.001, 0.0]), normal=out),
        Meter(id="back", position=np.array([0.0, -0.2, 0.0]), normal=back),
    ]
    read = measure(solve(LightScene(panels=(face,), lamps=(lamp,)), Effort(error=0.005)), meters).readings()
    there, came = (float(luminance(read[k].total)) for k in ("there", "back"))
    found = figures(measure_face(bench.model_copy(update={"readings": [FaceReading(there=there, back=came)]})))[
        "reflectance"
    ]
    assert found.value == pytest.approx(true, rel=0.02)
    assert found.low < true < found.high


def test_a_face_beside_a_card_is_told_with_its_colour():
    true = np.array([0.7, 0.5, 0.3])
    lum = float(np.array([0.2126, 0.7152, 0.0722]) @ true)
    reading = FaceReading(
        by="photograph",
        stops=math.log2(lum / 0.18),
        warm=math.log2(true[0] / true[2]),
        green=math.log2(true[1] / math.sqrt(true[0] * true[2])),
        error=0.05,
    )
    values = measure_face(FaceBench(readings=[reading])).values
    assert [values[k] for k in ("red", "green", "blue")] == pytest.approx(true, rel=1e-6)
    # more readings bring it nearer
    one, many = (figures(measure_face(FaceBench(readings=[reading] * k)))["reflectance"] for k in (1, 4))
    assert many.high - many.low == pytest.approx((one.high - one.low) / 2.0, rel=0.1)


def test_a_black_that_leaks_is_told_and_what_is_no_black_is_refused():
    dark = FaceBench(of="black", readings=[FaceReading(by="photograph", stops=-2.5)], before=2000.0, behind=4.0)
    found = measure_face(dark)
    assert found.category == "black"
    assert found.values["reflectance"] == pytest.approx(0.18 / 2**2.5)
    assert found.values["leak"] == pytest.approx(0.002)
    assert "9.0 stops down" in " ".join(found.words)
    read_values("black", dict(found.values))
    with pytest.raises(Impossible, match="measure it as a face"):
        measure_face(FaceBench(of="black", readings=[FaceReading(by="photograph", stops=2.0)]))
    with pytest.raises(Impossible, match="cannot come back"):
        measure_face(FaceBench(readings=[FaceReading(there=100.0, back=180.0)]))
    with pytest.raises(Impossible, match="More than half"):
        measure_face(FaceBench(of="black", before=100.0, behind=70.0))
    with pytest.raises(Impossible, match="turn the meter round"):
        measure_face(FaceBench())


def beam_readings(power, *, peak=4000.0, distance=2.0, angles=(0, 10, 20, 30, 40, 50, 60, 75), noise=0.0, seed=0):
    random = np.random.default_rng(seed)
    rows = []
    for a in angles:
        lux = peak * max(math.cos(math.radians(a)), 0.0) ** power / distance**2
        rows.append(BeamReading(angle=float(a), lux=lux * 2.0 ** float(random.normal(0.0, noise))))
    return LampBench(distance=distance, beam=rows)


@pytest.mark.parametrize("power", [1.0, 3.0, 8.0])
def test_the_light_in_all_of_a_cosine_beam(power):
    # Φ = 2π I/(m + 1), the half angle arccos ½^(1/m)
    found = figures(measure_lamp(beam_readings(power)))
    true = 2.0 * math.pi * 4000.0 / (power + 1.0)
    assert found["amount"].low < true < found["amount"].high
    assert found["amount"].value == pytest.approx(true, rel=0.05)
    assert found["beam"].value == pytest.approx(2.0 * math.degrees(math.acos(0.5 ** (1.0 / power))), abs=4.0)
    # two angles make a cosine to a power of it
    few = figures(measure_lamp(beam_readings(power, angles=(0, 40))))
    assert few["amount"].value == pytest.approx(true, rel=0.01)
    assert few["amount"].high - few["amount"].low > found["amount"].high - found["amount"].low


def test_noisy_beams_lie_within_what_is_said_of_them():
    inside = 0
    for seed in range(60):
        power = 1.0 + 6.0 * (seed % 10) / 10.0
        amount = figures(measure_lamp(beam_readings(power, noise=0.08, seed=seed)))["amount"]
        inside += amount.low < 2.0 * math.pi * 4000.0 / (power + 1.0) < amount.high
    assert inside >= 51


def test_a_dial_that_is_not_true_is_kept_and_named_wherever_the_lamp_is_set():
    dial = [DialReading(mark=m, lux=1000.0 * m**1.6) for m in (0.1, 0.25, 0.5, 0.75, 1.0)]
    found = measure_lamp(beam_readings(2.0).model_copy(update={"dial": dial}))
    assert figures(found)["dial"].value == pytest.approx(math.log2(0.1**0.6), abs=0.01)
    values = LampValues.model_validate({**LampValues().model_dump(), **found.values})
    lamp = lamp_from(values)
    assert dial_mark(lamp, 0.5**1.6) == pytest.approx(0.5)
    assert dial_mark(lamp, 1.0) == 1.0
    assert dial_words(lamp, 0.5**1.6) == "33 %, dial at 50 %"
    true = measure_lamp(LampBench(dial=[DialReading(mark=m, lux=900.0 * m) for m in (0.25, 0.5, 1.0)]))
    assert "dial" not in true.values
    assert "Its dial is true." in true.words


@pytest.mark.parametrize("kelvin", [2900.0, 4200.0, 5600.0, 7000.0])
def test_colour_from_a_neutral_card(kelvin):
    rgb = light_colour(kelvin, 5000.0)
    bench = LampBench(
        dial=[DialReading()],
        balance=5000.0,
        warm=math.log2(rgb[0] / rgb[2]),
        green=math.log2(rgb[1] / math.sqrt(rgb[0] * rgb[2])),
    )
    found = figures(measure_lamp(bench))["colour_temperature"]
    assert found.value == pytest.approx(kelvin, rel=0.01)
    assert found.low < kelvin < found.high


@pytest.mark.parametrize(
    ("bench", "words"),
    [
        (LampBench(), "Read the bare lamp on its axis"),
        (LampBench(beam=[BeamReading(angle=10.0), BeamReading(angle=30.0)]), "on its axis too"),
        (LampBench(beam=[BeamReading()]), "One angle tells no beam"),
        (LampBench(dial=[DialReading(mark=0.5)]), "at its full mark"),
        (
            LampBench(
                dial=[DialReading(mark=0.5, lux=120.0), DialReading(mark=0.75, lux=60.0), DialReading(lux=130.0)]
            ),
            "reads less than a lower",
        ),
    ],
)
def test_lamps_that_cannot_be_told_are_refused(bench, words):
    with pytest.raises(Impossible, match=words):
        measure_lamp(bench)


def test_a_lens_by_the_image_of_a_far_window_and_of_something_near():
    far = figures(measure_lens(LensBench(readings=[LensReading(image=0.2)])))["focal_length"]
    assert far.value == pytest.approx(0.2)
    # 1/0.2 = 1/0.6 + 1/0.3
    both = measure_lens(LensBench(readings=[LensReading(image=0.202), LensReading(thing=0.6, image=0.3)]))
    found = figures(both)["focal_length"]
    assert found.low < 0.2 < found.high
    assert "f/2.5" in both.words[0]
    read_values("found", dict(both.values))
    with pytest.raises(Impossible, match="not of one lens"):
        measure_lens(LensBench(readings=[LensReading(image=0.2), LensReading(thing=0.6, image=0.6)]))
    with pytest.raises(Impossible, match="far window"):
        measure_lens(LensBench())


def test_a_ground_sheet_is_bracketed_by_what_it_was_bent_round():
    bench = GroundBench(
        bends=[BendReading(radius=0.3), BendReading(radius=0.12), BendReading(radius=0.06, creased=True)]
    )
    radius = figures(measure_ground(bench))["least_radius"]
    assert (radius.low, radius.value) == (0.06, 0.12)
    with pytest.raises(Impossible, match="fresh piece"):
        measure_ground(GroundBench(bends=[BendReading(radius=0.3, creased=True), BendReading(radius=0.1)]))
    with pytest.raises(Impossible, match="something wider"):
        measure_ground(GroundBench(bends=[BendReading(radius=0.3, creased=True)]))
    with pytest.raises(Impossible, match="hang it over"):
        measure_ground(GroundBench())


def test_droop_at_41_degrees_is_half_the_overhang():
    # Peirce: at 41.5° the bending length is half of what hangs over, to two hundredths
    assert bending_length(0.2, 0.2 * math.sin(math.radians(41.5))) == pytest.approx(0.1, rel=0.025)
    # little droop is that of a beam, w l⁴/8B: c³ = l⁴/(8 droop)
    assert bending_length(0.1, 0.002) ** 3 == pytest.approx(0.1**4 / (8 * 0.002), rel=0.03)


@pytest.mark.parametrize("light", [10.0, 25.0, 60.0])
def test_relief_is_undone_and_falls_as_the_light_rises(light):
    assert relief_slope(relief_stops(3.0, light), light) == pytest.approx(3.0)
    assert relief_stops(3.0, light) > relief_stops(3.0, light + 20.0) > 0.0
    assert math.isinf(relief_stops(12.0, 10.0))
    found = measure_ground(GroundBench(relief=relief_stops(3.0, light), raking=light))
    assert figures(found)["relief_slope"].value == pytest.approx(3.0)
    assert any("not seen" in words for words in found.words)


@pytest.mark.parametrize(
    ("data", "path"),
    [
        ({"of": "hat"}, "of"),
        ([], "of"),
        ({"of": "sheet", "hole": 2.0}, "hole"),
        ({"of": "sheet", "readings": [{"lux": -1.0}]}, "readings.0.lux"),
        ({"of": "ground sheet", "overhang": 0.2}, "droop"),
        ({"of": "outline", "points": [[0.0, 0.0]]}, "points"),
    ],
)
def test_what_is_written_down_wrong_is_told_at_its_field(data, path):
    with pytest.raises(InvalidInput) as caught:
        read_bench(data)
    assert [f.path for f in caught.value.fields] == [path]
