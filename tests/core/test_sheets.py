import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from wenlo.core.catalog.typical import sheet_materials
from wenlo.core.optics.lamp import beam_exponent
from wenlo.core.optics.lobe import TABLE_SIZE, joined_lobe, lobe_exponent, lobe_half_width, lobe_scaling
from wenlo.core.optics.sheet import CLEAR, Sheet, flipped, luminance, sheet_of, stacked, touching


def grey(t: float, r: float, d: float = 0.0, r_back: float | None = None) -> Sheet:
    one = np.ones(3)
    return Sheet(
        transmittance=one * t,
        unscattered=one * d,
        reflectance_front=one * r,
        reflectance_back=one * (r if r_back is None else r_back),
        lobe=0.0,
    )


def test_two_sheets_by_the_series_of_bounces():
    # T = T₁T₂ Σ (R₁R₂)ᵏ, summed by hand to 60 terms.
    a, b = grey(0.4, 0.52), grey(0.3, 0.6)
    series = sum(0.4 * 0.3 * (0.52 * 0.6) ** k for k in range(60))
    assert touching(a, b).transmittance == pytest.approx(np.full(3, series))


def test_order_changes_reflectance_never_transmittance():
    a, b = grey(0.6, 0.3, 0.1), grey(0.2, 0.7)
    ab, ba = touching(a, b), touching(b, a)
    assert ab.transmittance == pytest.approx(ba.transmittance)
    assert ab.reflectance_front[0] != pytest.approx(ba.reflectance_front[0])
    assert ab.reflectance_front == pytest.approx(flipped(ba).reflectance_front)


def test_clear_sheet_is_not_there():
    a = grey(0.4, 0.5, 0.02)
    for joined in (touching(CLEAR, a), touching(a, CLEAR)):
        assert joined.transmittance == pytest.approx(a.transmittance)
        assert joined.unscattered == pytest.approx(a.unscattered)
        assert joined.reflectance_front == pytest.approx(a.reflectance_front)
    assert stacked([]) is CLEAR


@given(st.lists(st.tuples(st.floats(0.01, 0.6), st.floats(0.01, 0.39)), min_size=1, max_size=5))
def test_stacks_never_make_light(rows):
    whole = stacked([grey(t, r, t / 10) for t, r in rows])
    assert np.all(whole.transmittance + whole.reflectance_front <= 1.0 + 1e-12)
    assert np.all(whole.transmittance + whole.reflectance_back <= 1.0 + 1e-12)
    assert np.all(whole.unscattered <= whole.transmittance + 1e-12)


def test_every_material_keeps_energy_over_its_spread():
    for material in sheet_materials().values():
        for t in (material.transmittance_low, material.transmittance, material.transmittance_high):
            sheet = sheet_of(material, transmittance=t)
            assert luminance(sheet.transmittance) == pytest.approx(t, abs=2e-3), material.id
            assert np.all(sheet.transmittance + sheet.reflectance_front <= 1.0 + 1e-9), material.id


def hemisphere_integral(exponent: float, incidence: float) -> float:
    # ∫ f cosθo dω over the far hemisphere for S = 1 by a fine midpoint sum in cosθ and φ.
    g = lobe_scaling(exponent)
    n = 400
    mu = (np.arange(n) + 0.5) / n
    phi = (np.arange(n) + 0.5) / n * math.pi
    si = math.sin(incidence)
    cos_alpha = math.cos(incidence) * mu[:, None] + si * np.sqrt(1 - mu**2)[:, None] * np.cos(phi)[None, :]
    grid = np.linspace(0, 1, TABLE_SIZE)
    f = np.interp(math.cos(incidence), grid, g) * np.interp(mu, grid, g)[:, None]
    f = f * np.maximum(cos_alpha, 0.0) ** exponent
    return float(np.mean(f * mu[:, None]) * 2 * math.pi)


@pytest.mark.parametrize("half_width", [12, 22, 30, 40, 55])
@pytest.mark.parametrize("incidence", [0, 20, 45, 65])
def test_lobe_carries_all_that_is_scattered(half_width, incidence):
    # The table of g is read linearly, hence 1 % rather than rounding.
    exponent = lobe_exponent(math.radians(half_width))
    assert hemisphere_integral(exponent, math.radians(incidence)) == pytest.approx(1.0, abs=0.01)


def test_lambertian_lobe_is_one_over_pi():
    g = lobe_scaling(0.0)
    assert g * g == pytest.approx(np.full(TABLE_SIZE, 1 / math.pi))


def test_half_width_is_where_luminance_halves():
    n = lobe_exponent(math.radians(30))
    assert math.cos(math.radians(30)) ** n == pytest.approx(0.5)
    assert lobe_half_width(n) == pytest.approx(math.radians(30))
    assert lobe_half_width(joined_lobe(n, n)) == pytest.approx(math.radians(30) * math.sqrt(2))
    assert joined_lobe(n, 0.0) == 0.0


def test_beam_exponent_halves_at_half_the_beam():
    m = beam_exponent(math.radians(55))
    assert math.cos(math.radians(27.5)) ** m == pytest.approx(0.5)
