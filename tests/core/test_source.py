import numpy as np
import pytest

from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import board
from wenlo.core.transport.outline import separations
from wenlo.core.transport.picture import Picture
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import Effort, solve
from wenlo.core.transport.source import source_seen

A = np.array


def lamp(name: str, place, *, size=(0.02, 0.02), lumens=1000.0, shape="rectangle") -> Emitter:
    return Emitter(
        id=name,
        shape=shape,
        centre=A(place, dtype=float),
        edge_u=A([size[0], 0, 0]),
        edge_v=A([0.0, 0, size[1]]),
        amount=lumens,
        beam=1.0,
        colour=np.ones(3),
    )


METER = Meter(id="m", position=A([0.0, 0, 0]), normal=A([0.0, 1, 0]))


@pytest.mark.parametrize(("shape", "factor"), [("rectangle", 0.8), ("disc", 0.69)])
def test_even_sources_cast_the_known_penumbra(shape, factor):
    """10–90 % of the full width s·b/d: 0.80 for a strip, 0.69 for a disc (light.md's closed forms)."""
    source = lamp("lamp", (0, 2, 0), size=(0.3, 0.3), shape=shape)
    got = source_seen(solve(LightScene(panels=(), lamps=(source,)), Effort()), METER)
    assert got.shadow_edge(0.05) == pytest.approx(factor * 0.3 / 2 * 0.05, rel=0.03)
    assert got.middle == pytest.approx([0, 1, 0], abs=0.01)


def test_two_lamps_make_a_source_as_wide_as_they_stand_apart():
    pair = (lamp("a", (-0.5, 2, 0)), lamp("b", (0.5, 2, 0)))
    got = source_seen(solve(LightScene(panels=(), lamps=pair), Effort()), METER)
    # t10 and t90 lie in the two lamps
    assert got.across == pytest.approx(0.5 / 0.8, rel=0.05)
    assert got.upright == pytest.approx(0.01, abs=0.004)


def test_a_white_wall_is_a_larger_source_than_the_lamp_that_lights_it():
    wall = Panel(
        id="wall", origin=A([-2.0, 3, -2]), edge_u=A([0.0, 0, 4]), edge_v=A([4.0, 0, 0]), surface=board((0.8,) * 3)
    )
    turned = Emitter(
        id="lamp",
        shape="rectangle",
        centre=A([0.0, 2, 0]),
        edge_u=A([0.1, 0, 0]),
        edge_v=A([0.0, 0, 0.1]),
        amount=2000.0,
        beam=1.0,
        colour=np.ones(3),
    )
    assert turned.normal @ METER.normal < 0
    wall_alone = Emitter(**{**turned.__dict__, "edge_v": -turned.edge_v})
    facing = source_seen(solve(LightScene(panels=(wall,), lamps=(turned,)), Effort()), METER)
    bounced = source_seen(solve(LightScene(panels=(wall,), lamps=(wall_alone,)), Effort()), METER)
    assert bounced.across > 5 * facing.across


def test_darkness_is_refused():
    with pytest.raises(ValueError, match="no light"):
        source_seen(solve(LightScene(panels=(), lamps=(lamp("away", (0, -2, 0)),)), Effort()), METER)


def picture_of(subject: np.ndarray, ground: np.ndarray) -> Picture:
    """A grey square before a ground, lit by as many lamps as there are rows."""
    owners = np.ones((40, 60), dtype=np.int64)
    owners[12:, 20:40] = 2
    light = np.where((owners == 2)[None, :, :, None], subject[:, None, None, :], ground[:, None, None, :])
    return Picture(lamps=(), light=light, noise=0.0, samples=4, shown=("", "ground", "head"), owners=owners)


def test_separation_is_the_step_across_the_outline_by_lamp():
    taken = picture_of(A([[40.0] * 3, [0.0] * 3]), A([[10.0] * 3, [30.0] * 3]))
    found = separations(taken, ["head"])
    assert {f.place for f in found} >= {"top", "left side", "right side"}
    for place in found:
        assert place.stops(A([[1.0] * 3, [0.0] * 3])) == pytest.approx(2.0)
        # with the second lamp on the ground they are alike
        assert place.stops(np.ones((2, 3))) == pytest.approx(0.0)
    top = next(f for f in found if f.place == "top")
    assert top.at[0] == pytest.approx(0.5, abs=0.02)
    assert top.at[1] == pytest.approx(12.5 / 40, abs=0.01)


def test_no_subject_in_the_picture_has_no_outline():
    assert separations(picture_of(np.ones((1, 3)), np.ones((1, 3))), ["bottle"]) == ()
