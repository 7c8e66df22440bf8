"""All that other processes are asked to do: each by one name, kept as JSON where a database keeps it."""

import json
import pickle

import pytest

from factories import shoot_document
from wenlo.core.document.shoot import read_shoot
from wenlo.services import tasks
from wenlo.services.build_models import BuildResult
from wenlo.services.work import FileResult, LongTask, Task

EVERY = [task for task in vars(tasks).values() if isinstance(task, Task)]


def test_the_newest_of_one_task_takes_the_place_of_no_other():
    assert len({task.name for task in EVERY}) == len(EVERY)


def test_every_long_task_is_in_the_workers_list():
    long = {task.name: task for task in vars(tasks).values() if isinstance(task, LongTask)}
    assert dict(tasks.LONG_TASKS) == long


@pytest.mark.parametrize("task", EVERY, ids=lambda task: task.name)
def test_a_task_goes_to_another_process_and_comes_out_the_same(task):
    assert pickle.loads(pickle.dumps(task)) == task


def test_a_shoot_and_its_values_give_one_answer():
    document = shoot_document()
    given, read = (
        tasks.BUILD(document=d).done(go_on=lambda _: True, crowded=False) for d in (document, read_shoot(document))
    )
    assert isinstance(given, BuildResult)
    assert given == read


def test_only_what_asks_can_be_stopped():
    fine, draft = (tasks.FIGURES(document=shoot_document(), effort=effort) for effort in ("fine", "draft"))
    assert (fine.stops, draft.stops) == (True, False)
    assert tasks.PICTURE(document=shoot_document(), quality="first").stops
    assert not tasks.BUILD(document=shoot_document()).stops


def test_a_file_is_kept_as_text_and_comes_back_whole():
    content = bytes(range(256))
    kept = json.loads(json.dumps(FileResult.of(content).model_dump(mode="json")))
    assert tasks.PAPER.answered(kept).content == content


def test_parts_and_answer_come_back_as_they_were_told():
    told = []
    answer = tasks.AT_HAND.done(
        lambda done, total, part: not told.append(part), {"document": shoot_document(), "shelf": []}
    )
    parts = [part for part in told if part is not None]
    assert parts
    assert tasks.AT_HAND.parts([json.loads(part.model_dump_json()) for part in parts]) == parts
    assert tasks.AT_HAND.answered(json.loads(answer.model_dump_json())) == answer
