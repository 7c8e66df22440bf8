"""Start everything, print one URL, stop everything that was started."""

import ctypes
import hashlib
import os
import signal
import socket
import subprocess
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from types import FrameType

from wenlo.launch import install, system
from wenlo.launch.cluster import Cluster, account, may_enter
from wenlo.launch.ground import BUILT, HOME, PYTHON, Trouble, check_disk, clean_environment, locked, run, say

DEFAULT_PORT = 8321
START_SECONDS = 60.0
LOOK_AFTER_WORKERS = 2.0


class _Stop(Exception):
    pass


def data_folder() -> Path:
    """Where the cluster lives: in the project, unless PostgreSQL's account cannot go there."""
    who = account()
    if who is None or may_enter(HOME, who):
        return HOME / "postgres"
    apart = Path("/var/lib") / f"wenlo-{hashlib.sha256(str(HOME).encode()).hexdigest()[:10]}"
    say(f"the account {who.pw_name} cannot enter {HOME}; the database is kept in {apart}")
    return apart / "postgres"


def _port() -> int:
    chosen = os.environ.get("WENLO_PORT", "")
    if chosen:
        if not chosen.isdigit() or not 0 <= int(chosen) <= 65535:
            raise Trouble(f"WENLO_PORT is “{chosen}”; it must be a number from 0 to 65535.", status=2)
        return int(chosen)
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        if probe.connect_ex(("127.0.0.1", DEFAULT_PORT)) != 0:
            return DEFAULT_PORT
    say(f"port {DEFAULT_PORT} is in use; taking a free one (set WENLO_PORT to choose)")
    return 0


def _end_with_parent() -> None:
    # Linux: the server gets SIGTERM when the launcher dies, even by kill -9.
    ctypes.CDLL("libc.so.6", use_errno=True).prctl(1, signal.SIGTERM)


def _raise_stop(_number: int, _frame: FrameType | None) -> None:
    raise _Stop


@contextmanager
def _stoppable() -> Iterator[None]:
    before = {number: signal.signal(number, _raise_stop) for number in (signal.SIGINT, signal.SIGTERM)}
    try:
        yield
    finally:
        for number, handler in before.items():
            signal.signal(number, handler)


STAND_INS = {
    "supplier": ("WENLO_SUPPLIER_URL",),
    "set": ("WENLO_METER_ADDRESS", "WENLO_LAMP_ADDRESS", "WENLO_CAMERA_URL", "WENLO_SIMULATED_SET_URL"),
}
"""Simulated outside things that the demo starts, and the settings that name real ones; the set listens at its camera."""


MADE_HERE = frozenset({"WENLO_HOME", "WENLO_PORT", "WENLO_DATABASE_URL", "WENLO_FRONT_END"})
"""Settings that the launcher makes itself; all others are passed on."""


def _passed_on() -> dict[str, str]:
    return {name: value for name, value in os.environ.items() if name.startswith("WENLO_") and name not in MADE_HERE}


def _start_stand_in(name: str, env: dict[str, str]) -> subprocess.Popen[str]:
    return subprocess.Popen(
        [str(PYTHON), "-m", "wenlo.cli", "standin", name], env=env, stdout=subprocess.PIPE, text=True,
        start_new_session=True, preexec_fn=_end_with_parent,
    )  # fmt: skip


def _addresses(name: str, stand_in: subprocess.Popen[str]) -> list[str]:
    assert stand_in.stdout is not None
    line = stand_in.stdout.readline()
    if not line.startswith("LISTENING "):
        raise Trouble(f"the simulated {name} did not start; see the line above.", status=stand_in.wait(10) or 1)
    return line.split()[1:]


def _start_server(env: dict[str, str]) -> tuple[subprocess.Popen[str], str]:
    server = subprocess.Popen(
        [str(PYTHON), "-m", "wenlo.cli", "serve"], env=env, stdout=subprocess.PIPE, text=True, start_new_session=True,
        preexec_fn=_end_with_parent,
    )  # fmt: skip
    assert server.stdout is not None
    line = server.stdout.readline()
    if not line.startswith("LISTENING "):
        status = server.wait(10)
        raise Trouble("the server did not start; see the line above.", status=status or 1)
    return server, line.split()[1]


def _start_worker(env: dict[str, str]) -> subprocess.Popen[str]:
    return subprocess.Popen(
        [str(PYTHON), "-m", "wenlo.cli", "worker"], env=env, text=True, start_new_session=True,
        preexec_fn=_end_with_parent,
    )  # fmt: skip


def _watch(server: subprocess.Popen[str], workers: list[subprocess.Popen[str]], env: dict[str, str]) -> int:
    # Until the server ends; a worker that died is replaced.
    while True:
        try:
            return server.wait(LOOK_AFTER_WORKERS)
        except subprocess.TimeoutExpired:
            for place, worker in enumerate(workers):
                if worker.poll() is not None:
                    say("the worker for long work stopped; starting another")
                    workers[place] = _start_worker(env)


def _wait_until_answers(url: str, server: subprocess.Popen[str]) -> None:
    host, port = url.removeprefix("http://").rsplit(":", 1)
    end = time.monotonic() + START_SECONDS
    while time.monotonic() < end:
        if server.poll() is not None:
            raise Trouble("the server stopped while starting; see the lines above.")
        try:
            with socket.create_connection((host, int(port)), timeout=5) as connection:
                connection.sendall(b"GET /api/health HTTP/1.0\r\nHost: localhost\r\n\r\n")
                if b" 200 " in connection.recv(64):
                    return
        except OSError:
            pass
        time.sleep(0.1)
    raise Trouble(f"the server did not answer within {START_SECONDS:.0f} s.")


def _stop_process(process: subprocess.Popen[str]) -> None:
    if process.poll() is None:
        process.terminate()
        try:
            process.wait(10)
        except subprocess.TimeoutExpired:
            process.kill()
            process.wait(5)


def serve(*, demo: bool) -> int:
    """Install what is missing, start PostgreSQL and the server, and wait until told to stop.

    Parameters
    ----------
    demo: load the demo shoots into an empty database.
    """
    check_disk()
    port = _port()
    with _stoppable(), locked("run", wait=False, busy="Wenlo already runs from this folder ({who}); stop it first."):
        server: subprocess.Popen[str] | None = None
        workers: list[subprocess.Popen[str]] = []
        stand_ins: list[subprocess.Popen[str]] = []
        cluster: Cluster | None = None
        try:
            programs = system.need_postgres()
            install.install()
            folder = data_folder()
            cluster = Cluster(programs=programs, data=folder, secret=folder.with_name("postgres.secret"))
            say("starting the database")
            cluster.start()
            env = {
                **clean_environment(), **_passed_on(), "WENLO_DATABASE_URL": cluster.url, "WENLO_FRONT_END": str(BUILT),
                "WENLO_PORT": str(port),
            }  # fmt: skip
            extra = ["--demo"] if demo else []
            run([PYTHON, "-m", "wenlo.cli", "prepare", *extra], what="preparing the database", env=env)
            workers.append(_start_worker(env))
            started = {}
            for name, wanted in STAND_INS.items():
                own = {setting: os.environ[setting] for setting in wanted if setting in os.environ}
                env |= own
                if demo and not own:
                    started[name] = _start_stand_in(name, env)
                    stand_ins.append(started[name])
            for name, stand_in in started.items():
                addresses = _addresses(name, stand_in)
                env |= dict(zip(STAND_INS[name], [*addresses, addresses[-1]], strict=False))
            server, url = _start_server(env)
            _wait_until_answers(url, server)
            say(f"open {url}  (Ctrl-C stops it)")
            status = _watch(server, workers, env)
            raise Trouble(f"the server stopped by itself (status {status}); start it again.")
        except _Stop:
            say("stopping")
            return 0
        finally:
            for number in (signal.SIGINT, signal.SIGTERM):
                signal.signal(number, signal.SIG_IGN)
            for process in (*workers, server, *stand_ins):
                if process is not None:
                    _stop_process(process)
            if cluster is not None and cluster.data.exists():
                cluster.stop()
