"""Every kind that is built of bars goes together of every bar, sold or one's own, or says why it does not."""

import pytest
from pydantic import ValidationError

from made_kinds import brief_for, made
from wenlo.core.catalog.bars import bar_types, bars_of
from wenlo.core.catalog.items import BarValues
from wenlo.core.catalog.own import OwnBar, bar_of
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults
from wenlo.core.instructions.order import left_over
from wenlo.core.inventory.changes import variants
from wenlo.core.inventory.shopping import work_out
from wenlo.core.modifiers.of_bars import OfBars, OfBattens
from wenlo.core.modifiers.registry import kinds

OF_BATTENS = [name for name, kind in sorted(kinds().items()) if issubclass(kind.parameters, OfBattens)]
TIMBERS = ["softwood_18_69", "rough_24_48", "rough_40_60", "half_of_21_45", "softwood_44_44", "softwood_2x3_in"]
"""The thinnest, the widest, the narrowest, and some between."""

BARS = [*TIMBERS, "pvc_16_mm", "pvc_one_and_a_half_inch", "aluminium_15_mm", "aluminium_30_mm"]


OF_BARS = [name for name, kind in sorted(kinds().items()) if issubclass(kind.parameters, OfBars)]


def together(built):
    """What every build of bars is held to."""
    assert faults(built.assembly) == ()
    assert lit_faults(built.assembly, built.light.surfaces) == ()
    assert left_over(built.plan) == ()
    assert built.assembly.lengths == pytest.approx({p.label: p.cut for p in built.plan.pieces}, abs=1e-9)
    for run in built.plan.runs:
        assert run.assembled(built.plan.pieces) == pytest.approx(run.wanted, abs=1e-6)


def own(name="from the attic", **values):
    return OwnBar(item="0" * 8 + "-0000-4000-8000-" + "0" * 12, version=1, name=name, values=BarValues(**values))


@pytest.mark.parametrize("timber", TIMBERS)
@pytest.mark.parametrize("name", OF_BATTENS)
def test_each_is_offered_or_refused_for_a_reason(name, timber):
    kind = kinds()[name]
    if bar_types()[timber].width < kind.parameters.LEAST_WIDTH:
        with pytest.raises(ValidationError, match="two pairs of screws"):
            made(name, batten=timber)
        return
    built = made(name, batten=timber)
    together(built)
    # what is on the list weighs what the parts weigh, but for tape, glue and what stands nowhere
    sawn = sum(part.mass for part in built.assembly.bars if part.source == "cut")
    sections = [(p.cut, built.plan.bar_of(p)) for p in built.plan.pieces]
    wood = sum(cut * bar.width * bar.thickness * bar.density for cut, bar in sections)
    assert sawn == pytest.approx(wood, rel=1e-6)


@pytest.mark.parametrize("bar", BARS)
@pytest.mark.parametrize("name", OF_BARS)
def test_frames_and_rods_are_made_of_any_bar(name, bar):
    if name == "light_tent" and bar_types()[bar].width < 0.034 and bar_types()[bar].group == "timber":
        with pytest.raises(ValidationError, match="two pairs of screws"):
            made(name, bar=bar)
        return
    built = made(name, bar=bar)
    together(built)
    bought = {fitting.id: fitting.count for fitting in built.plan.fittings}
    for item in (
        "pipe_elbow",
        "pipe_tee",
        "pipe_corner",
        "pipe_coupling",
        "tube_corner",
        "tube_corner_three",
        "tube_joiner",
    ):
        assert bought.get(item, 0) == sum(part.item == item for part in built.assembly.parts), item
    assert ("wood_glue" in bought) <= (bar_types()[bar].group == "timber")
    # nothing holds a staple in pipe or tube
    assert ("staples" in bought) <= (bar_types()[bar].group == "timber")


def test_pipe_of_a_frame_by_hand():
    # outside 1.0; one inch: 33.4 outside, take-off 17.5, socket 22.2, dry half-way into it: 1000 - 33.4 - 2 · 28.6
    panel = made("negative_fill", bar="pvc_one_inch", panel_width=1.0)
    assert panel.cuts()["rail of the panel"] == pytest.approx([0.9094] * 2, abs=1e-9)
    assert panel.fittings()["pipe_elbow"] == 4
    # sockets measured 26 deep, pushed home
    brief = brief_for("negative_fill", brief__workshop__socket=0.026, brief__workshop__insertion=0.66)
    deep = made("negative_fill", brief=brief, bar="pvc_one_inch", panel_width=1.0)
    assert deep.cuts()["rail of the panel"] == pytest.approx([1.0 - 0.0334 - 2 * (0.0175 + 0.34 * 0.026)] * 2)


def test_tube_of_a_frame_by_hand():
    # cubes as thick as the tube: 1000 - 2 · 25
    panel = made("negative_fill", bar="aluminium_25_mm", panel_width=1.0)
    assert panel.cuts()["rail of the panel"] == pytest.approx([0.95] * 2)
    assert panel.fittings()["tube_corner"] == 4


def test_a_middle_rail_of_pipe_stands_between_tees():
    canvas = made("overhead_bounce", bar="pvc_25_mm")
    assert canvas.fittings()["pipe_tee"] == 2
    assert canvas.fittings()["pipe_elbow"] == 4
    # the long sides end at the tees, in two halves each
    assert len(canvas.cuts()["long side"]) == 4
    assert "screw_eye" not in canvas.fittings()


def test_rails_are_shorter_by_two_battens_whatever_they_are():
    for timber, wide in (("softwood_18_69", 69.0), ("rough_24_48", 48.0), ("softwood_34_34", 34.0)):
        black = made("negative_fill", bar=timber, panel_width=1.0, panel_height=1.4)
        assert black.cuts()["rail of the panel"] == pytest.approx([1.0 - 2 * wide / 1000] * 2, abs=1e-6)


def test_screws_reach_through_the_batten_and_stay_in_it():
    # 69 mm wide: 90 mm bite 21; 24 mm thick, a splint behind: 40 mm, 16 of them in the second
    wide = made("negative_fill", bar="softwood_18_69", panel_width=1.0)
    assert wide.fittings()["screw_90"] > 0
    assert "wood_screw" not in wide.fittings()
    rough = made("negative_fill", bar="rough_24_48", panel_height=2.2)
    assert rough.fittings()["screw_40"] > 0


def test_a_batten_of_ones_own_is_sawn_weighed_and_bought_as_it_is():
    plank = own(section="timber", width=0.03, thickness=0.055, length=2.7, mass_per_metre=0.9, price=3.3)
    panel = made("negative_fill", bar=plank.model_dump(), panel_width=1.0)
    # 55 mm are its width, however it was typed
    assert panel.cuts()["rail of the panel"] == pytest.approx([1.0 - 0.11] * len(panel.cuts()["rail of the panel"]))
    worked = work_out(panel.plan)
    assert {bar.stock for bar in worked.cuts.bars} == {2.7}
    line = next(line for line in worked.shopping if line.category == "bar")
    assert line.price == pytest.approx(3.3 * line.need)
    sawn = sum(part.mass for part in panel.assembly.bars)
    assert sawn == pytest.approx(0.9 * sum(piece.cut for piece in panel.plan.pieces))


@pytest.mark.parametrize(
    ("values", "why"),
    [
        ({"section": "timber", "width": 0.15, "thickness": 0.02}, "no screw is long enough"),
        ({"section": "timber", "width": 0.044, "thickness": 0.01}, "thinner ones split"),
        ({"section": "pipe", "width": 0.025, "wall": 0.002}, "is no batten"),
        ({"section": "rod", "width": 0.008}, "is no batten"),
    ],
)
def test_what_cannot_be_screwed_is_refused_at_its_field(values, why):
    with pytest.raises(ValidationError, match=why) as caught:
        made("product_box", batten=own(**values).model_dump())
    assert caught.value.errors()[0]["loc"][0] == "batten"


def test_what_a_bar_is_made_of_is_told_by_its_weight():
    # 25 × 25 × 2 mm are 184 mm²: 0.50 kg/m are aluminium, 1.44 steel, 0.26 plastic
    def tube(mass):
        return bar_of(own(section="square tube", width=0.025, wall=0.002, mass_per_metre=mass))

    assert tube(0.5).modulus == 6.9e10
    assert tube(1.44).modulus == 2.1e11
    assert tube(0.26).modulus < 5e9
    assert tube(0.5).stiffness == pytest.approx(6.9e10 * (0.025**4 - 0.021**4) / 12)


def test_a_frame_of_ones_own_pipe_closes():
    pipe = own(section="pipe", width=0.0281, wall=0.002, length=2.9, mass_per_metre=0.23, price=3.0)
    frame = made("diffusion_frame", structure="pipe", material=pipe.model_dump())
    assert faults(frame.assembly) == ()
    for run in frame.plan.runs:
        assert run.assembled(frame.plan.pieces) == pytest.approx(run.wanted, abs=1e-6)
    with pytest.raises(ValidationError, match="makes no frame of timber"):
        made("diffusion_frame", structure="timber", material=pipe.model_dump())


def test_the_light_knows_how_wide_the_frame_is():
    thin, thick = (made("product_box", batten=timber) for timber in ("softwood_18_44", "softwood_18_69"))
    rims = [built.panel("front rim, key side") for built in (thin, thick)]
    assert [min(float((r.edge_u @ r.edge_u) ** 0.5), float((r.edge_v @ r.edge_v) ** 0.5)) for r in rims] == (
        pytest.approx([0.044, 0.069])
    )


def test_the_thinnest_and_the_widest_are_among_those_that_are_tried():
    tried = [bar_types()[id] for id in BARS]
    for group in ("pipe", "tube", "timber"):
        for least in (min, max):
            for side in ("width", "thickness"):
                edge = least(getattr(bar, side) for bar in bars_of(group))
                assert edge in [getattr(bar, side) for bar in tried if bar.group == group], (group, side, edge)


def test_a_variant_never_bends_more_than_twice_as_much():
    canvas = made("overhead_bounce")
    now = bar_types()["softwood_18_44"]
    # on edge: 18 · 44³ for 21 · 21³, eight times as stiff
    assert now.stiffness_on_edge / bar_types()["half_of_21_45"].stiffness_on_edge == pytest.approx(18 * 44**3 / 21**4)
    found = variants(canvas.design, lambda d: canvas.kind.build(d, canvas.brief), uses=lambda d: 60)
    for variant in found:
        other = bar_types().get(str(variant.changes.get("bar", now.id)), now)
        assert other.stiffness >= now.stiffness / 2
        assert other.stiffness_on_edge >= now.stiffness_on_edge / 2


@pytest.mark.parametrize("bar", [name for name in bar_types() if name.endswith(("_inch", "_in"))])
def test_what_is_sold_by_the_foot_is_whole_feet_long(bar):
    """A foot is 0.3048 m (international yard and pound agreement, 1959): no plan may use what is not there."""
    for stock in bar_types()[bar].lengths:
        feet = stock.length / 0.3048
        assert feet == pytest.approx(round(feet), abs=1e-3)
