import json

import pytest
from pydantic import BaseModel

from factories import make_shoot, shoot_document
from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.gauges import gauges
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.typical import face_materials, lamp_types, sheet_materials
from wenlo.core.document.shoot import Shoot, answer_paths, read_shoot, write_shoot
from wenlo.core.errors import InvalidInput
from wenlo.core.modifiers.kind import Kind
from wenlo.core.modifiers.registry import kind_of, kinds
from wenlo.core.scene import scene_builder
from wenlo.core.units.fields import show
from wenlo.demo import demo_shoots


def test_registry_finds_kinds_by_their_module():
    assert len(kinds()) >= 11
    for key, kind in kinds().items():
        assert isinstance(kind, Kind)
        assert kind.parameters().kind == key
        assert kind.parameters.__module__.endswith(f".{key}")
    assert kind_of(make_shoot().design).name == "diffusion frame"


def test_defaults_make_a_shoot_that_can_be_built():
    shoot = Shoot()
    plan = kind_of(shoot.design).build(shoot.design, shoot.brief)
    assert plan.pieces
    assert read_shoot(write_shoot(shoot)) == shoot


def numbers(model: type[BaseModel], prefix=""):
    for name, info in model.model_fields.items():
        if isinstance(info.annotation, type) and issubclass(info.annotation, BaseModel):
            yield from numbers(info.annotation, f"{prefix}{name}.")
        elif info.annotation in {float, int}:
            yield f"{prefix}{name}", info


def test_every_number_has_unit_label_and_limits():
    for path, info in numbers(Shoot):
        assert {"unit", "label"} <= set(info.json_schema_extra or {}), path
        low = next(m.ge for m in info.metadata if hasattr(m, "ge"))
        high = next(m.le for m in info.metadata if hasattr(m, "le"))
        assert low <= info.default <= high, path


def test_just_inside_and_just_outside_every_limit():
    """At each limit the value is taken; a thousandth beyond, the message names the field and both limits."""
    for path, info in numbers(Shoot):
        low = next(m.ge for m in info.metadata if hasattr(m, "ge"))
        high = next(m.le for m in info.metadata if hasattr(m, "le"))
        whole = info.annotation is int
        for limit, beyond in (
            (low, low - (1 if whole else 1e-3 * max(abs(low), 1))),
            (high, high + (1 if whole else 1e-3 * high + 1e-3)),
        ):
            for value, taken in ((limit, True), (beyond, False)):
                document = shoot_document(design__height=0.4) if path != "design.height" else shoot_document()
                *steps, last = path.split(".")
                at = document
                for step in steps:
                    at = at[step]
                at[last] = value
                if path == "design.height":
                    document["design"]["top_height"] = 4.0
                try:
                    read_shoot(document)
                except InvalidInput as error:
                    problem = next((f for f in error.fields if f.path == path), None)
                    if taken:
                        # only a rule over several fields may still object, never the limit itself
                        assert problem is None or "must be at least" in problem.message, (path, value, error.fields)
                    else:
                        assert problem is not None, (path, value)
                        unit = info.json_schema_extra["unit"]
                        assert f"between {show(low, unit)} and {show(high, unit)}" in problem.message
                else:
                    assert taken, (path, value)


def test_answers_of_the_brief_are_paths_of_it():
    paths = answer_paths()
    assert "brief.wanted.shadow_edge" in paths
    assert "brief.assumed" not in paths
    document = write_shoot(Shoot())
    for path in paths:
        at = document
        for step in path.split("."):
            at = at[step]
    assert Brief(assumed=paths).assumed == paths


@pytest.mark.parametrize("bad", [None, [], "text", 5, {"design": None}, {"design": {"kind": "cloud"}}, {"brief": []}])
def test_what_is_no_document(bad):
    with pytest.raises(InvalidInput) as caught:
        read_shoot(bad)
    assert caught.value.message


def test_layers_need_room_between_them():
    with pytest.raises(InvalidInput) as caught:
        make_shoot(design__layers=2, design__layer_gap=0.02)
    assert caught.value.fields[0].path == "design.layer_gap"
    assert make_shoot(design__layers=2, design__layer_gap=0.05).design.apart


def test_documents_are_json_and_frozen():
    shoot = make_shoot()
    assert json.loads(json.dumps(write_shoot(shoot))) == write_shoot(shoot)
    with pytest.raises(ValueError, match="frozen"):
        shoot.title = "other"


def test_data_files_are_whole():
    for sheet in sheet_materials().values():
        assert 0 <= sheet.unscattered <= sheet.transmittance_low <= sheet.transmittance <= sheet.transmittance_high <= 1
        assert sheet.transmittance + sheet.reflectance <= 1
        assert sheet.price > 0
        assert (sheet.board_length is None) == (sheet.form == "cloth")
    for lamp in lamp_types().values():
        assert 0 < lamp.lowest_power <= 1
        assert (lamp.electrical_watts is None) == (lamp.kind == "flash")
        if lamp.kind == "continuous":
            # between a domestic halogen and the best chip-on-board
            assert 14 <= lamp.amount / lamp.electrical_watts <= 110, lamp.id
    assert len(lamp_types()) >= 10
    for face in face_materials().values():
        assert all(0 < r < 1 for r in face.reflectance)
    for group in ("pipe", "tube", "timber"):
        for row in stock()[group].values():
            assert all(s["length"] > 0 and s["price"] > 0 for s in row["stock"])


def test_demo_shoots_are_within_their_limits_and_wishes_and_can_be_built():
    shoots = demo_shoots()
    assert len({s.title for s in shoots}) == len(shoots) >= 2
    for shoot in shoots:
        assert read_shoot(write_shoot(shoot)) == shoot
        assert kind_of(shoot.design).build(shoot.design, shoot.brief).steps
        brief = scene_builder.with_daylight(shoot.brief, shoot.design)
        shown = gauges(brief, shoot.design, evaluate(brief, shoot.design))
        assert {g.key: g.text for g in shown if g.state in ("below", "above")} == {}
