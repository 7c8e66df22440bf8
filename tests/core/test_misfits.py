"""What does not go together is said with what mends it, and what can never be made is refused at its field."""

import pytest

from factories import make_shoot
from made_kinds import brief_for
from said import in_words
from wenlo.core.analysis.figures import evaluate
from wenlo.core.brief.brief import Camera, LampSetting, Subject
from wenlo.core.document.refusals import newly_refused, refusals
from wenlo.core.modifiers.registry import kinds
from wenlo.core.proposals.misfits import misfits
from wenlo.core.proposals.notes import notes


def told(brief, design):
    return list(misfits(brief, design))


def mended(design, misfit):
    return type(design).model_validate(
        {**design.model_dump(), **{c.path.removeprefix("design."): c.value for c in misfit.cure}}
    )


@pytest.mark.parametrize(
    ("kind", "size"), [("light_tent", 0.42), ("product_box", 0.42), ("tabletop_dome", 0.42), ("table_booth", 0.6)]
)
def test_a_thing_that_does_not_go_into_its_box_is_said_and_the_cure_cures(kind, size):
    brief = brief_for(kind, brief__subject__size=0.15)
    design = kinds()[kind].start(brief)
    assert told(brief, design) == []
    large = brief.model_copy(
        update={
            "subject": brief.subject.model_copy(update={"size": size, "face_height": brief.subject.foot + size / 2})
        }
    )
    found = [m for m in told(large, design) if m.about in {"height", "width", "roof"}]
    assert found
    assert f"{1000 * size:.0f} mm" in in_words(found[0].says)
    if found[0].cure:
        after = mended(design, found[0])
        assert not [m for m in told(large, after) if m.about in {"height", "width", "roof"}]


def test_a_hole_for_another_view_is_turned_to_the_cameras():
    brief = brief_for("tabletop_dome").model_copy(update={"camera": Camera(distance=1.0, rise=20.0)})
    design = kinds()["tabletop_dome"].start(brief).model_copy(update={"hole_rise": 0.0})
    (found,) = [m for m in told(brief, design) if m.about == "hole_rise"]
    assert "20°" in in_words(found.says)
    assert mended(design, found).hole_rise == 20.0
    assert not [m for m in told(brief, mended(design, found)) if m.about == "hole_rise"]


def test_a_ground_under_a_thing_that_floats_is_lifted_to_it():
    brief = brief_for("light_tent")
    design = kinds()["light_tent"].start(brief)
    high = brief.model_copy(
        update={"subject": brief.subject.model_copy(update={"face_height": brief.subject.face_height + 0.1})}
    )
    (found,) = [m for m in told(high, design) if m.about == "table"]
    assert "hangs 10" in in_words(found.says)
    assert mended(design, found).table == pytest.approx(high.subject.foot, abs=1e-3)
    shown = [n for n in notes(high, design, evaluate(high, design)) if n.about == "table"]
    assert shown[0].cure == found.cure


def test_a_lamp_in_a_wall_comes_nearer():
    brief = make_shoot().brief
    design = kinds()["diffusion_frame"].start(brief).model_copy(update={"key_angle": 80.0, "lamp_distance": 1.6})
    found = [m for m in told(brief, design) if m.about == "lamp_distance"]
    assert found
    assert not [m for m in told(brief, mended(design, found[0])) if m.about == "lamp_distance"]


def test_what_a_lamp_does_not_allow_is_refused_when_it_is_made_and_told_when_it_came_about():
    shoot = make_shoot()
    fits = shoot.model_copy(update={"design": kinds()["snoot"].start(shoot.brief)})
    wrong = fits.model_copy(
        update={"design": fits.design.model_copy(update={"opening": fits.design.tube_width + 0.01})}
    )
    assert [e.path for e in newly_refused(fits, wrong)] == ["design.opening"]
    # it was so before: told, not refused again
    assert newly_refused(wrong, wrong) == []
    # it came about by another lamp
    other = wrong.model_copy(update={"brief": wrong.brief.model_copy(update={"lamp": LampSetting(id="panel_45")})})
    assert newly_refused(fits, other) == []
    assert list(refusals(shoot)) == []


def test_people_do_not_go_into_boxes():
    brief = make_shoot().brief
    assert brief.subject.kind == Subject().kind
    assert not [m for m in told(brief, kinds()["diffusion_frame"].start(brief)) if m.about in {"width", "height"}]
