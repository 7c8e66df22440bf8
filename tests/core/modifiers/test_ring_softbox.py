"""Ring-light softbox: rim, disc, lining and layers."""

import math

import numpy as np
import pytest
from pydantic import ValidationError

from made_kinds import made
from wenlo.core.optics.shapes import Disc, Tube
from wenlo.messages.steps import step_words


@pytest.mark.parametrize(("width", "depth"), [(0.4, 0.08), (0.7, 0.15)])
def test_the_rim_is_as_long_as_the_circle(width, depth):
    ring = made("ring_softbox", width=width, depth=depth)
    rim = next(p for p in ring.plan.cloth if p.note.startswith("rim"))
    # round the lining, which is a third of a millimetre thick
    inner = width + 2 * 0.0003
    assert rim.cut == pytest.approx((math.pi * inner + 0.03, depth))
    (notch,) = next(t for t in ring.plan.templates if t.name == "rim").holes
    assert max(x for x, _ in notch) - min(x for x, _ in notch) == pytest.approx(0.04)
    disc = next(p for p in ring.plan.cloth if p.note.startswith("back disc"))
    # over the edge of the rim, whose board is 5 mm thick
    assert disc.cut == pytest.approx((inner + 0.01, inner + 0.01))
    template = next(t for t in ring.plan.templates if t.name == "rim")
    assert len(template.folds) == int(math.pi * inner / 0.02) - 1


def test_rim_and_disc_close_behind_the_mouth():
    ring = made("ring_softbox", width=0.5, depth=0.1, key_angle=-40.0)
    tube = next(s for s in ring.light.surfaces if isinstance(s, Tube))
    disc = next(s for s in ring.light.surfaces if isinstance(s, Disc))
    assert tube.radius == disc.radius == 0.25
    assert np.asarray(disc.centre) == pytest.approx(ring.design.source_centre + 0.1 * ring.design.direction)
    assert float(np.asarray(disc.axis) @ ring.design.direction) == pytest.approx(-1.0)


def test_the_mouth_has_the_area_of_its_circle():
    ring = made("ring_softbox", width=0.5)
    sheet = ring.panel("sheet")
    x, y = (sheet.outline[:, k] for k in (0, 1))
    share = 0.5 * abs(float(np.dot(x, np.roll(y, 1)) - np.dot(y, np.roll(x, 1))))
    area = share * float(np.linalg.norm(np.cross(sheet.edge_u, sheet.edge_v)))
    assert area == pytest.approx(math.pi * 0.25**2, rel=1e-9)


@pytest.mark.parametrize("layers", [1, 2, 3])
def test_so_many_layers_are_cut_and_said(layers):
    ring = made("ring_softbox", layers=layers)
    assert len(ring.covers(ring.design.sheet)) == layers
    text = next(step_words(s).text for s in ring.plan.steps if s.id == "line-and-close-it")
    assert ("one layer over" if layers == 1 else f"{layers} layers over") in text


@pytest.mark.parametrize("lining", ["silver_cloth", "foil_flat", "white_painted_canvas"])
def test_the_lining_that_is_chosen_is_the_one_that_is_built(lining):
    ring = made("ring_softbox", lining=lining, width=0.5, depth=0.1)
    assert ring.covers(lining) == [pytest.approx((math.pi * 0.5 + 0.02, 0.12)), pytest.approx((0.5, 0.5))]
    assert not ring.covers("foil_creased")


def test_a_board_does_not_bend_round_the_rim():
    with pytest.raises(ValidationError, match="neither sewn nor bent"):
        made("ring_softbox", lining="white_insulation_board")
