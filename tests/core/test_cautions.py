"""Cautions stand at the step that can hurt, with their figure; values behind them against other formulas."""

import math

import pytest

from factories import make_shoot
from made_kinds import brief_for, made
from wenlo.core.analysis.costs import costs_of
from wenlo.core.analysis.figures import evaluate
from wenlo.core.brief.brief import LampSetting
from wenlo.core.brief.workshop import Workshop
from wenlo.core.document.rigging import Rigging
from wenlo.core.fabrication.fasteners import Batten, pocket_room
from wenlo.core.fabrication.screws import SHY
from wenlo.core.instructions import plan_build
from wenlo.core.modifiers.flexed_sheet import MODULUS, spring_force
from wenlo.core.modifiers.registry import kinds
from wenlo.core.rigging.plan import rig_plan
from wenlo.messages.steps import step_words


def test_a_bent_sheet_says_what_it_springs_back_with():
    table = made("acrylic_table")
    force = spring_force(table.design)
    # by the energy in the bend: U = E I L / 2R² for an arc of length L, given back over the way L
    inertia = table.design.width * table.design.thickness**3 / 12
    energy_per_metre = MODULUS * inertia / (2 * table.design.bend**2)
    assert force == pytest.approx(2 * energy_per_metre)
    said = [s for s in table.plan.steps if f"{force:.0f} N" in step_words(s).caution + step_words(s).text]
    assert said


def test_insulation_board_is_cut_with_a_mask():
    card = made("bounce_card", face="white_insulation_board")
    cuts = [
        job.step
        for job in plan_build.plan_build(card.plan, Workshop()).schedule.jobs
        if "Insulation dust" in step_words(job.step).caution
    ]
    assert cuts
    assert all("mask" in step_words(step).caution and "flame" in step_words(step).caution for step in cuts)


@pytest.mark.parametrize(("width", "thickness"), [(0.044, 0.018), (0.044, 0.024), (0.068, 0.018)])
def test_a_pocket_screw_stays_inside_both_pieces(width, thickness):
    # walked along the axis from the end of the piece in steps of a tenth of a millimetre
    reach, lean, depth = 0.0, math.radians(15.0), thickness / 2
    while depth + reach * math.sin(lean) < thickness and reach * math.cos(lean) < width:
        reach += 1e-4
    assert pocket_room(Batten(width=width, thickness=thickness)) == pytest.approx(reach - SHY, abs=2e-4)


@pytest.mark.parametrize("hertz", [50, 60])
def test_lamps_flicker_by_the_mains_of_their_country(hertz):
    def flicker(shutter):
        shoot = make_shoot(brief__room__hertz=hertz, brief__camera__shutter=shutter)
        brief = shoot.brief.model_copy(update={"lamp": LampSetting(id="bulb_15")})
        return costs_of(brief, evaluate(brief, shoot.design)).flicker

    # one whole swing of the light takes half a period of the mains
    assert flicker(1 / (2 * hertz)) == pytest.approx(0.0, abs=1e-6)
    assert flicker(1 / (2 * (110 - hertz))) > 0.05


def test_an_inverter_and_water_are_said_and_judged():
    shoot = make_shoot()
    plan = rig_plan(shoot.model_copy(update={"rig": Rigging(battery=500.0)}))
    assert any(c.code == "mains.inverter" for c in plan.checks)


def test_every_kinds_cautions_stand_at_a_step_or_in_a_note():
    for name, kind in kinds().items():
        brief = brief_for(name)
        plan = kind.build(kind.start(brief), brief)
        assert any(step_words(step).caution for step in plan.steps) or kind.cautions or kind.daylight is not None, name
