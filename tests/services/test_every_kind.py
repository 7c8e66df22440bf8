"""One question asked of every kind: wherever its pieces are done the answer is the same, and it can be given up."""

import pytest

from factories import shoot_document
from wenlo.core.modifiers.registry import kinds
from wenlo.services.kind_results import ranking
from wenlo.services.shelf_tasks import made_of_shelf


def backwards(do, things):
    """Another process may be ready with the last before this one is with the first."""
    return (do(thing) for thing in reversed(things))


def always(*_):
    return True


@pytest.fixture(scope="module")
def ranked():
    return ranking(always, shoot_document())


def test_the_order_in_which_kinds_are_ready_changes_nothing(ranked):
    again = ranking(always, shoot_document(), each=backwards)
    assert again.model_dump(exclude={"seconds"}) == ranked.model_dump(exclude={"seconds"})


def test_every_kind_is_told_of_as_it_is_ready_and_counted(ranked):
    told = []
    ranking(lambda done, of, row: not told.append((done, of, row.kind)), shoot_document())
    assert [(done, of) for done, of, _ in told] == [(k + 1, len(kinds())) for k in range(len(kinds()))]
    assert {kind for *_, kind in told} == set(kinds()) == {row.kind for row in ranked.kinds}


@pytest.mark.parametrize("ask", [ranking, made_of_shelf])
def test_it_can_be_given_up_with_what_there_is(ask):
    assert len(ask(lambda done, *_: done < 2, shoot_document(), []).kinds) == 2
