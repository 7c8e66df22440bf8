"""kill -9 of the server and of PostgreSQL in the middle of saving loses nothing that was acknowledged."""

import os
import shutil
import signal
import subprocess
import threading
import time

import httpx
import pytest

from factories import shoot_document
from wenlo.db.session import make_engine, migrate
from wenlo.launch.cluster import throw_away
from wenlo.launch.environment import PYTHON, clean_environment
from wenlo.launch.system import postgres_programs

WRITERS = 3


@pytest.fixture
def cluster():
    durable = throw_away(postgres_programs())
    durable.durable = True
    durable.start()
    engine = make_engine(durable.url)
    migrate(engine)
    engine.dispose()
    yield durable
    durable.stop()
    shutil.rmtree(durable.data.parent)


class Server:
    def __init__(self, url):
        env = {**clean_environment(), "WENLO_DATABASE_URL": url, "WENLO_PORT": "0", "WENLO_LOG_LEVEL": "error"}
        env["WENLO_WARM_WORKERS"] = "no"  # nothing is computed here
        self.process = subprocess.Popen(
            [PYTHON, "-m", "wenlo.cli", "serve"], env=env, stdout=subprocess.PIPE, text=True, start_new_session=True
        )
        self.url = self.process.stdout.readline().split()[1]
        end = time.monotonic() + 60
        while time.monotonic() < end:
            try:
                if httpx.get(f"{self.url}/api/health", timeout=5).status_code == 200:
                    return
            except httpx.TransportError:
                time.sleep(0.1)
        pytest.fail("the server did not start")

    def kill(self, number=signal.SIGKILL):
        group = os.getpgid(self.process.pid)
        self.process.send_signal(number)
        self.process.wait(20)
        self.process.stdout.close()
        if number == signal.SIGKILL:
            os.killpg(group, signal.SIGKILL)


def writers(url, shoots, acknowledged, stop):
    def write(index):
        shoot = shoots[index]
        version = shoot["version"]
        number = 0
        with httpx.Client(base_url=url, timeout=10) as http:
            while not stop.is_set():
                number += 1
                title = f"writer {index} save {version} {number}"
                try:
                    answer = http.put(
                        f"/api/shoots/{shoot['id']}", json={"version": version, "document": shoot_document(title=title)}
                    )
                except httpx.HTTPError:
                    return
                if answer.status_code != 200:
                    return
                version = answer.json()["version"]
                acknowledged[index] = (version, title)

    threads = [threading.Thread(target=write, args=(i,)) for i in range(len(shoots))]
    for thread in threads:
        thread.start()
    return threads


@pytest.mark.slow
@pytest.mark.parametrize("victim", ["server", "postgresql"])
def test_acknowledged_saves_survive(cluster, victim):
    server = Server(cluster.url)
    shoots = [
        httpx.post(f"{server.url}/api/shoots", json={"document": shoot_document()}).json() for _ in range(WRITERS)
    ]
    acknowledged = {}
    stop = threading.Event()
    threads = writers(server.url, shoots, acknowledged, stop)
    # on a busy machine the first answers take their time; the blow falls while all of them write
    end = time.monotonic() + 30
    while len(acknowledged) < WRITERS and time.monotonic() < end:
        time.sleep(0.05)
    time.sleep(1.0)
    if victim == "server":
        server.kill()
    else:
        os.kill(cluster.pid(), signal.SIGKILL)
        time.sleep(1.0)
        lost = httpx.get(f"{server.url}/api/shoots", timeout=30)
        assert lost.status_code == 503
        assert "nothing was lost" in lost.json()["message"]
    stop.set()
    for thread in threads:
        thread.join()
    if victim == "postgresql":
        server.kill(signal.SIGTERM)
        cluster.start()
    assert len(acknowledged) == WRITERS
    server = Server(cluster.url)
    for index, (version, title) in acknowledged.items():
        found = httpx.get(f"{server.url}/api/shoots/{shoots[index]['id']}").json()
        # one more save may have been written without its answer coming through
        assert found["version"] in {version, version + 1}
        history = httpx.get(f"{server.url}/api/shoots/{shoots[index]['id']}/history").json()
        assert len(history) == found["version"]
        if found["version"] == version:
            assert found["document"]["title"] == title
    server.kill(signal.SIGTERM)
