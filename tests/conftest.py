"""One throw-away PostgreSQL cluster for the whole run, one database and one live server for each worker."""

import os
import shutil
import socket
import subprocess
import threading
from dataclasses import dataclass
from pathlib import Path

import pytest
import uvicorn
from sqlalchemy import create_engine, text

from serving import served
from wenlo.api.app import create_app
from wenlo.api.connections import KEPT_SECONDS, PatientProtocol
from wenlo.core.calibration.simulated import Truth
from wenlo.core.inventory.starter import sold_things
from wenlo.db.session import make_engine, make_sessions, migrate
from wenlo.launch.cluster import Cluster, throw_away
from wenlo.launch.environment import BUILT, PYTHON, clean_environment
from wenlo.launch.system import postgres_programs
from wenlo.settings import Settings
from wenlo.standins.camera import CameraStandIn
from wenlo.standins.dimmable_lamp import Lamp
from wenlo.standins.light_meter import MeterStandIn
from wenlo.standins.simulated_set import SimulatedSet
from wenlo.standins.supplier import make_server, price_list

CLUSTER_URL = "WENLO_TEST_CLUSTER"
_cluster: Cluster | None = None


def pytest_sessionstart(session):
    global _cluster
    if os.environ.get("PYTEST_XDIST_WORKER") or CLUSTER_URL in os.environ or session.config.option.collectonly:
        return
    programs = postgres_programs()
    if programs is None:
        return
    _cluster = throw_away(programs)
    _cluster.start()
    os.environ[CLUSTER_URL] = _cluster.url


def pytest_sessionfinish():
    global _cluster
    if _cluster is not None:
        _cluster.stop()
        shutil.rmtree(_cluster.data.parent)
        os.environ.pop(CLUSTER_URL, None)
        _cluster = None


@pytest.fixture(scope="session")
def new_database():
    """Make an empty database on the throw-away cluster and return its URL."""
    if CLUSTER_URL not in os.environ:
        pytest.fail("PostgreSQL is not installed; ./wenlo test installs it")
    base = os.environ[CLUSTER_URL]
    worker = os.environ.get("PYTEST_XDIST_WORKER", "main")
    count = 0

    def make() -> str:
        nonlocal count
        count += 1
        name = f"test_{worker}_{count}"
        admin = create_engine(base, isolation_level="AUTOCOMMIT")
        with admin.connect() as connection:
            connection.execute(text(f'create database "{name}"'))
        admin.dispose()
        return base.rsplit("/", 1)[0] + f"/{name}"

    return make


@pytest.fixture(scope="session")
def database(new_database):
    """A migrated database for this worker."""
    url = new_database()
    engine = make_engine(url)
    migrate(engine)
    engine.dispose()
    return url


@pytest.fixture
def sessions(database):
    """Sessions whose work is rolled back after the test."""
    engine = make_engine(database)
    connection = engine.connect()
    outer = connection.begin()
    factory = make_sessions(engine)
    factory.configure(bind=connection, join_transaction_mode="create_savepoint")
    yield factory
    outer.rollback()
    connection.close()
    engine.dispose()


class LiveServer:
    """The real application on a real port, in a thread of this process."""

    def __init__(self, settings: Settings) -> None:
        self.app = create_app(settings)
        listener = socket.socket()
        listener.bind(("127.0.0.1", 0))
        self.url = f"http://127.0.0.1:{listener.getsockname()[1]}"
        self._listener = listener
        self._server = uvicorn.Server(
            uvicorn.Config(
                self.app, log_level="error", access_log=False, http=PatientProtocol, timeout_keep_alive=KEPT_SECONDS
            )
        )
        self._thread = threading.Thread(target=self._server.run, kwargs={"sockets": [listener]})
        self._thread.start()
        started = threading.Event()
        while not self._server.started and self._thread.is_alive():
            started.wait(0.05)

    def close(self) -> None:
        self._server.should_exit = True
        self._thread.join(20)
        self._listener.close()


def start_worker(url: str) -> subprocess.Popen[str]:
    """A worker for long work, as a process of its own."""
    env = {**clean_environment(), "WENLO_DATABASE_URL": url, "WENLO_LOG_LEVEL": "error"}
    for name in ("NUMBA_CACHE_DIR", "NUMBA_NUM_THREADS", "PYTHONPATH"):
        if name in os.environ:
            env[name] = os.environ[name]
    return subprocess.Popen([PYTHON, "-m", "wenlo.cli", "worker"], env=env, text=True, start_new_session=True)


@pytest.fixture(scope="session")
def worker(database):
    """A worker that does the long work of the live server."""
    process = start_worker(database)
    yield process
    process.terminate()
    process.wait(20)


@pytest.fixture(scope="session")
def supplier():
    """The simulated supplier on a real port."""
    with served(make_server(price_list(sold_things()))) as stand_in:
        yield f"http://127.0.0.1:{stand_in.server_address[1]}"


@pytest.fixture(scope="session")
def simulated_set():
    """A set whose sheet passes a third of a stop less than Wenlo takes it to, with its meter, lamp and camera on real
    ports.
    """
    seen = SimulatedSet(truth=Truth(moved={"sheet transmittance": -0.33}, curve=1.04, seed=3))
    with (
        served(MeterStandIn(seen.read)) as meter,
        served(Lamp(seen.lamp)) as lamp,
        served(CameraStandIn(seen)) as camera,
    ):
        yield SetDevices(
            seen=seen, meter=meter.server_address[1], lamp=lamp.server_address[1], camera=camera.server_address[1]
        )


@dataclass(frozen=True, kw_only=True)
class SetDevices:
    """The simulated set, and the ports of its devices."""

    seen: SimulatedSet
    meter: int
    lamp: int
    camera: int


@pytest.fixture(scope="session")
def server(database, worker, supplier, simulated_set):
    """The live server of this worker, pages included."""
    pages = BUILT if (BUILT / "index.html").is_file() else None
    live = LiveServer(
        Settings(
            database_url=database,
            front_end=pages,
            upload_limit=1_000_000,
            supplier_url=supplier,
            meter_address=f"127.0.0.1:{simulated_set.meter}",
            lamp_address=f"127.0.0.1:{simulated_set.lamp}",
            camera_url=f"http://127.0.0.1:{simulated_set.camera}",
            simulated_set_url=f"http://127.0.0.1:{simulated_set.camera}",
        )
    )
    yield live
    live.close()


@pytest.fixture
def golden() -> Path:
    return Path(__file__).parent
