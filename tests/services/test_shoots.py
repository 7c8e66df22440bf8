import threading
from uuid import uuid4

import pytest

from factories import make_shoot
from wenlo.core.errors import InvalidInput, NotFound, Unavailable, UnsupportedFile, VersionConflict
from wenlo.db.session import SqlTransactions, make_engine, make_sessions
from wenlo.db.shoots import SqlShootStore
from wenlo.formats.project_file import write_project
from wenlo.services.ports import User
from wenlo.services.shoots import Shoots


@pytest.fixture
def service(sessions):
    return Shoots(SqlTransactions(sessions, SqlShootStore))


@pytest.fixture
def user(service):
    return service.local_user()


def test_undo_and_redo_walk_the_revisions(service, user):
    record = service.create(user, make_shoot())
    assert (record.version, record.can_undo, record.can_redo) == (1, False, False)
    wide = service.save(user, record.id, version=1, document=make_shoot(design__width=1.5), label="wider")
    wider = service.save(user, record.id, version=2, document=make_shoot(design__width=1.8), label="wider still")
    assert wider.version == 3
    back = service.undo(user, record.id, version=3)
    assert back.document == wide.document
    assert back.can_redo
    first = service.undo(user, record.id, version=back.version)
    assert first.document["design"]["width"] == 1.2
    assert not first.can_undo
    again = service.redo(user, record.id, version=first.version)
    assert again.document == wide.document
    assert service.redo(user, record.id, version=again.version).document == wider.document


def test_undo_at_the_beginning_changes_nothing(service, user):
    record = service.create(user, make_shoot())
    assert service.undo(user, record.id, version=1).version == 1
    assert service.redo(user, record.id, version=1).version == 1


def test_a_new_edit_after_undo_keeps_the_other_branch(service, user):
    record = service.create(user, make_shoot())
    service.save(user, record.id, version=1, document=make_shoot(design__width=1.5), label="a")
    service.undo(user, record.id, version=2)
    other = service.save(user, record.id, version=3, document=make_shoot(design__width=0.9), label="b")
    assert not other.can_redo
    history = service.history(user, record.id)
    assert [(r.number, r.parent, r.current) for r in history] == [(3, 1, True), (2, 1, False), (1, None, False)]


def test_stale_write_is_a_conflict_and_changes_nothing(service, user):
    record = service.create(user, make_shoot())
    service.save(user, record.id, version=1, document=make_shoot(title="theirs"), label="theirs")
    with pytest.raises(VersionConflict) as caught:
        service.save(user, record.id, version=1, document=make_shoot(title="mine"), label="mine")
    assert caught.value.current_version == 2
    for write in (service.undo, service.redo, service.remove):
        with pytest.raises(VersionConflict):
            write(user, record.id, version=1)
    assert service.open(user, record.id).document["title"] == "theirs"


def test_saving_the_same_again_makes_no_revision(service, user):
    record = service.create(user, make_shoot())
    assert service.save(user, record.id, version=1, document=make_shoot(), label="nothing").version == 1


def test_nobody_reaches_what_another_owns(service, user, sessions):
    record = service.create(user, make_shoot())
    with SqlTransactions(sessions, SqlShootStore)() as store:
        stranger = store.user("somebody else")
    assert isinstance(stranger, User)
    assert service.lines(stranger) == []
    for call in (
        lambda: service.open(stranger, record.id),
        lambda: service.save(stranger, record.id, version=1, document=make_shoot(title="x"), label="x"),
        lambda: service.history(stranger, record.id),
        lambda: service.remove(stranger, record.id, version=1),
    ):
        with pytest.raises(NotFound):
            call()
    assert service.open(user, record.id).version == 1


def test_delete_and_list(service, user):
    record = service.create(user, make_shoot(title="short-lived"))
    assert record.id in {line.id for line in service.lines(user)}
    service.remove(user, record.id, version=1)
    with pytest.raises(NotFound):
        service.open(user, record.id)
    with pytest.raises(NotFound):
        service.open(user, uuid4())


def test_import_makes_a_shoot_or_nothing(service, user):
    record = service.bring_in(user, write_project(make_shoot(title="from a file")))
    assert record.document["title"] == "from a file"
    before = len(service.lines(user))
    with pytest.raises(UnsupportedFile):
        service.bring_in(user, b"%PDF-1.7")
    with pytest.raises(InvalidInput):
        service.bring_in(user, b'{"format": "wenlo-project", "version": 1, "shoot": {"title": 5}}')
    assert len(service.lines(user)) == before


def test_of_two_writers_at_once_one_wins(database):
    engine = make_engine(database)
    service = Shoots(SqlTransactions(make_sessions(engine), SqlShootStore))
    user = service.local_user()
    record = service.create(user, make_shoot())
    outcomes = []

    def write(title):
        try:
            service.save(user, record.id, version=1, document=make_shoot(title=title), label=title)
            outcomes.append("saved")
        except VersionConflict:
            outcomes.append("conflict")

    threads = [threading.Thread(target=write, args=(f"writer {i}",)) for i in range(6)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert sorted(outcomes) == ["conflict"] * 5 + ["saved"]
    assert service.open(user, record.id).version == 2
    engine.dispose()


def test_lost_database_is_said_in_words():
    engine = make_engine("postgresql+psycopg://wenlo:x@127.0.0.1:1/wenlo")
    with pytest.raises(Unavailable, match="nothing was lost"):
        Shoots(SqlTransactions(make_sessions(engine), SqlShootStore)).local_user()
    engine.dispose()
