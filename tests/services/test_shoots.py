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


def test_stale_write_is_a_conflict_and_changes_nothing(service, user):
    record = service.create(user, make_shoot())
    service.save(user, record.id, version=1, document=make_shoot(title="theirs"), label="theirs")
    with pytest.raises(VersionConflict) as caught:
        service.save(user, record.id, version=1, document=make_shoot(title="mine"), label="mine")
    assert caught.value.current_version == 2
    with pytest.raises(VersionConflict):
        service.remove(user, record.id, version=1)
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
