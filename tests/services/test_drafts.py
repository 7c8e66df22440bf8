"""Drafts, and drafts in a crowd: rougher than the figures at rest, and honest about it."""

import math

import pytest

from factories import shoot_document
from wenlo.core.analysis.figures import evaluate
from wenlo.core.document.shoot import read_shoot
from wenlo.core.transport.solve import CROWDED, DRAFT, Effort
from wenlo.services.figure_results import figures


def gauge(found, key):
    return next(g for g in found.gauges if g.key == key)


@pytest.mark.parametrize("distance", [0.4, 0.62, 0.85])
def test_reading_in_a_crowd_is_off_by_no_more_than_it_says(distance):
    shoot = read_shoot(shoot_document(design__lamp_distance=distance))
    fine, rough = (evaluate(shoot.brief, shoot.design, effort=effort).levels for effort in (Effort(), CROWDED))
    # twice the 95 % half-width of both: one in some thousands of good samples is farther off
    assert abs(rough.key - fine.key) <= 2.0 * (rough.key_error + fine.key_error)
    assert rough.key_error > fine.key_error


def test_draft_takes_the_spread_of_materials_from_the_figures_at_rest():
    figures(shoot_document(design__lamp_distance=0.6), "fine")
    moved = shoot_document(design__lamp_distance=0.7)
    draft = gauge(figures(moved, "draft"), "loss")
    shoot = read_shoot(moved)
    whole = evaluate(shoot.brief, shoot.design, effort=DRAFT)
    # a tenth of a stop is what nobody sees in a band that is half a stop wide
    assert draft.spread == pytest.approx(whole.loss_band, abs=0.1)
    assert draft.spread[0] < draft.value < draft.spread[1]


def test_another_material_is_not_taken_for_the_one_at_rest():
    figures(shoot_document(), "fine")
    other = figures(shoot_document(design__sheet="opal_acrylic_3_mm"), "draft")
    alone = read_shoot(shoot_document(design__sheet="opal_acrylic_3_mm"))
    assert gauge(other, "loss").spread == pytest.approx(evaluate(alone.brief, alone.design).loss_band, abs=0.1)


def test_map_of_a_draft_has_the_size_of_the_map_at_rest():
    draft, fine = (figures(shoot_document(), effort).sheet_map for effort in ("draft", "fine"))
    assert (len(draft), len(draft[0])) == (len(fine), len(fine[0]))
    off = [abs(a - b) for rows in zip(draft, fine, strict=True) for a, b in zip(*rows, strict=True)]
    # its cells lie a quarter of a cell beside those of the map at rest; bands are drawn half a stop apart
    assert math.fsum(off) / len(off) < 0.2
