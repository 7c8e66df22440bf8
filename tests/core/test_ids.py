"""Ids: what refers to anything goes on meaning the same thing whatever is renamed, added, taken away or cured."""

import json
from collections import Counter
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from said import about
from wenlo.core.brief.brief import Brief, OtherLight
from wenlo.core.brief.set_objects import Block, Board
from wenlo.core.document.rigging import HoldChoice
from wenlo.core.document.shoot import Shoot, read_shoot, write_shoot
from wenlo.core.errors import InvalidInput
from wenlo.core.ids import fresh_ids, keyed, slug
from wenlo.core.instructions.plan_build import plan_build
from wenlo.core.modifiers.registry import kinds
from wenlo.core.rigging.looklist import look_list
from wenlo.core.rigging.plan import rig_plan
from wenlo.formats.project_file import read_project
from wenlo.services.resolve_document import resolve_document
from wenlo.services.rig_results import checklist

OLD_FILES = Path(__file__).resolve().parents[1] / "old_files"

LOOKED_UP_BY_NAME = ("water.fall", "wall light")
"""A check that the first version never made: it looked a lamp behind a modifier up under the name of another thing."""


LATER = ("flexed acrylic light table: lines of the sheet above",)
"""What the first version never hung, though it was there."""


def old(kind: str) -> tuple[Shoot, dict]:
    facts = json.loads((OLD_FILES / f"{kind}.facts.json").read_text("utf-8"))
    return read_project((OLD_FILES / f"{kind}.json").read_bytes()), facts


@pytest.mark.parametrize("kind", sorted(path.stem for path in OLD_FILES.glob("*.json") if "." not in path.stem))
def test_a_file_of_the_first_version_opens_with_the_same_rig(kind):
    shoot, facts = old(kind)
    assert shoot.schema_version == 2
    plan = rig_plan(resolve_document(write_shoot(shoot)))
    then = [holding for holding in plan.holdings if holding.held.name not in LATER]
    for holding, fact in zip(then, facts["holds"], strict=True):
        held = holding.held
        assert (held.name, holding.by, held.mass) == (fact["name"], fact["by"], pytest.approx(fact["mass"], abs=1e-8))
        assert shoot.rig.holds[held.id].ballast == fact["ballast"]
    checks = [c for c in plan.checks if (c.code, about(c)) != LOOKED_UP_BY_NAME]
    found = [{"code": c.code, "about": about(c), "state": c.state, "value": c.value, "bound": c.bound} for c in checks]
    assert found == facts["checks"]
    assert [{"name": m.name, "dial": m.dial} for m in plan.marks if m.name not in LATER] == facts["marks"]
    (look,) = shoot.looks
    assert [shoot.brief.lights[key].name for key in look.others] == ["hair light", "wall light"]
    assert [shoot.brief.things[key].name for key in look.hidden] == ["bench", "white card"]
    assert shoot.brief.lights[shoot.second[0].light].name == "wall light"


def test_there_is_a_file_of_the_first_version_of_every_kind_of_then():
    assert len(list(OLD_FILES.glob("*.facts.json"))) == 26


def test_what_is_written_is_read_back_and_upgraded_only_once():
    shoot, _ = old("book_light")
    written = write_shoot(shoot)
    assert read_shoot(written) == shoot
    assert write_shoot(read_shoot(written)) == written


def test_a_renamed_lamp_stays_in_its_looks_at_its_dial_and_in_its_hold():
    shoot, _ = old("diffusion_frame")
    before = rig_plan(resolve_document(write_shoot(shoot)))
    document = write_shoot(shoot)
    document["brief"]["others"][0]["name"] = "rim"
    document["brief"]["others"][0]["power"] = 0.25
    document["brief"]["pieces"][0]["name"] = "big card"
    renamed = resolve_document(document)
    after = rig_plan(renamed)
    assert [h.held.id for h in after.holdings] == [h.held.id for h in before.holdings]
    assert [h.ballast_given for h in after.holdings] == [h.ballast_given for h in before.holdings]
    assert "rim 25 %" in look_list(renamed)[0].words
    assert "big card" in look_list(renamed)[0].words
    (mark,) = [m for m in after.marks if m.name == "rim"]
    assert mark.dial == "25 %"


def test_the_dial_on_the_floor_is_that_of_the_lamp_behind_the_modifier():
    shoot, _ = old("diffusion_frame")
    document = write_shoot(shoot)
    document["brief"]["others"][1]["power"] = 0.5
    (mark,) = [m for m in rig_plan(resolve_document(document)).marks if "wall light" in m.name]
    assert mark.dial == "50 %"


def test_a_cured_check_moves_no_tick():
    shoot, _ = old("overhead_bounce")
    before = {task.id: task.says for task in checklist(rig_plan(resolve_document(write_shoot(shoot))))}
    open_one = "hold.safety_line@key/boom"
    assert open_one in before
    cured = shoot.model_copy(update={"rig": shoot.rig.model_copy(update={"safety_line": True})})
    after = {task.id: task.says for task in checklist(rig_plan(resolve_document(write_shoot(cured))))}
    assert open_one not in after
    same = before.keys() & after.keys()
    assert len(same) >= len(after) - 1
    assert [before[id] for id in same] == [after[id] for id in same]


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_no_two_checks_tasks_or_steps_have_one_id(kind):
    # a kind that came later stands where a card stood then
    there = (OLD_FILES / f"{kind}.json").exists()
    shoot, _ = old(kind if there else "bounce_card")
    if not there:
        shoot = shoot.model_copy(update={"design": kinds()[kind].start(shoot.brief)})
    ready = resolve_document(write_shoot(shoot))
    plan = rig_plan(ready)
    steps = plan_build(kinds()[kind].build(ready.design, ready.brief), ready.brief.workshop).schedule.jobs
    for ids in (
        [c.id for c in plan.checks],
        [t.id for t in (*checklist(plan), *plan.setting, *plan.striking)],
        [h.held.id for h in plan.holdings],
        [j.step.id for j in steps],
    ):
        assert [k for k, n in Counter(ids).items() if n > 1] == []


def test_entries_get_keys_that_nothing_has_or_had():
    brief = Brief(others=[OtherLight(name="a"), OtherLight(name="b", key="light-7"), OtherLight(name="c")])
    assert [light.key for light in brief.others] == ["light-8", "light-7", "light-9"]
    assert list(Brief(pieces=[Board(), Block()]).things) == ["thing-1", "thing-2"]
    # a look that still holds a lamp which has gone does not get a new one instead
    shoot = read_shoot(
        {
            "looks": [{"others": {"light-3": {"power": 0.5}}}],
            "brief": {"others": [{"name": "new"}]},
            "schema_version": 2,
        }
    )
    assert shoot.brief.others[0].key == "light-4"


def test_of_two_with_one_key_the_second_gets_another():
    document = write_shoot(Shoot(brief=Brief(others=[OtherLight(key="rim"), OtherLight(name="copy", key="rim-2")])))
    document["brief"]["others"][1]["key"] = "rim"
    assert [light.key for light in read_shoot(document).brief.others] == ["rim", "light-1"]


@pytest.mark.parametrize("key", ["Rim", "a b", "-x", "x" * 41, 7, None])
def test_a_key_that_is_none_is_told_at_its_field(key):
    document = write_shoot(Shoot(brief=Brief(others=[OtherLight()])))
    document["brief"]["others"][0]["key"] = key
    if key is None or key == 7:
        # no text at all: given anew, as for one that has none
        assert read_shoot(document).brief.others[0].key == "light-1"
        return
    with pytest.raises(InvalidInput) as error:
        read_shoot(document)
    assert error.value.fields[0].path == "brief.others.0.key"


def test_a_hold_is_called_by_whose_it_is_and_what_of_it():
    document = write_shoot(Shoot())
    document["rig"]["holds"] = {"key/foot-left": HoldChoice(ballast=3.0).model_dump()}
    assert read_shoot(document).rig.holds["key/foot-left"].ballast == 3.0
    document["rig"]["holds"] = {"diffusion frame: left foot": HoldChoice().model_dump()}
    with pytest.raises(InvalidInput):
        read_shoot(document)


@given(st.lists(st.sampled_from(["", "light-1", "light-2", "light-9", "rim"]), max_size=12))
def test_keys_are_one_each_and_kept_where_they_can_be(keys):
    found = [one["key"] for one in keyed([{"key": k} for k in keys], "light")]
    assert len(set(found)) == len(found)
    for k in {k for k in keys if k}:
        assert found[keys.index(k)] == k


@given(st.text(max_size=80))
def test_a_slug_has_nothing_but_letters_digits_and_single_hyphens(text):
    made = slug(text)
    assert slug(made) == made
    assert len(made) <= 60
    assert "--" not in made


def test_a_fresh_id_is_after_all_that_were():
    assert next(fresh_ids("light", [])) == "light-1"
    assert next(fresh_ids("light", ["light-2", "thing-8", "light-x"])) == "light-3"
