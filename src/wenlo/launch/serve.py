"""Start everything, print one URL, stop everything that was started."""

import hashlib
import os
import re
import signal
import socket
import subprocess
import threading
import time
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from functools import partial
from pathlib import Path
from types import FrameType

from wenlo.launch import install, system
from wenlo.launch.cluster import GUEST, Cluster, account, free_port, may_enter
from wenlo.launch.environment import BUILT, HOME, PYTHON, ROOT, Trouble, check_disk, clean_environment, locked, run, say
from wenlo.launch.watch import Pulse, Supervised, look_after, pass_on
from wenlo.listening import listen
from wenlo.parent import end_with_parent

DEFAULT_PORT = 8321
START_SECONDS = 60.0

MADE_HERE = frozenset({"WENLO_HOME", "WENLO_PORT", "WENLO_DATABASE_URL", "WENLO_FRONT_END"})
"""Settings that the launcher makes itself or keeps to itself; all others are passed on."""


ASIDE = 10
"""How far what works beside the server gives way to it."""

STOPS = (signal.SIGINT, signal.SIGTERM, signal.SIGHUP)
"""What ends it; the last is a terminal that was closed."""


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


_asked_to_stop = threading.Event()


def _raise_stop(_number: int, _frame: FrameType | None) -> None:
    # what is raised where nobody can hear it, as beside a fork, is lost: the event is not
    _asked_to_stop.set()
    raise _Stop


@contextmanager
def _stoppable() -> Iterator[None]:
    before = {number: signal.signal(number, _raise_stop) for number in STOPS}
    try:
        yield
    finally:
        for number, handler in before.items():
            signal.signal(number, handler)


STAND_INS = {
    "supplier": ("WENLO_SUPPLIER_URL",),
    "set": ("WENLO_METER_ADDRESS", "WENLO_LAMP_ADDRESS", "WENLO_CAMERA_URL", "WENLO_SIMULATED_SET_URL"),
}
"""Simulated outside things that the demo starts, and the settings that name real ones; the set listens at its camera.
"""


def _ready_to_run(nice: int) -> None:
    end_with_parent(signal.SIGTERM)
    os.nice(nice)


def _begin(
    *command: str, env: dict[str, str], handed: Sequence[int] = (), stdout: int | None = None, nice: int = 0
) -> subprocess.Popen[str]:
    return subprocess.Popen(
        [str(PYTHON), "-m", "wenlo.cli", *command],
        env=env,
        stdout=stdout,
        text=True,
        start_new_session=True,
        pass_fds=handed,
        preexec_fn=partial(_ready_to_run, nice),
    )


def _stand_ins(env: dict[str, str]) -> Iterator[Supervised]:
    # ``env`` is told where they will listen, so that nobody waits for them; once more they listen at the same places
    for name, settings in STAND_INS.items():
        if any(setting in env for setting in settings):
            continue
        ports = [str(free_port()) for _ in range(max(1, len(settings) - 1))]
        addresses = [f"127.0.0.1:{port}" for port in ports]
        addresses[-1] = f"http://{addresses[-1]}"
        env |= dict(zip(settings, [*addresses, addresses[-1]], strict=False))
        again = partial(_begin, "standin", name, "--ports", *ports, env=env, stdout=subprocess.DEVNULL, nice=ASIDE)
        yield Supervised(name=f"the simulated {name}", begin=again)


def _wait_until_ready(host: str, port: int, server: Supervised) -> None:
    # the pages come at once; what is waited for is the database, and whatever whoever drags would wait for
    end = time.monotonic() + START_SECONDS
    while time.monotonic() < end:
        if server.has_ended():
            raise Trouble("the server stopped while starting; see the lines above.")
        try:
            with socket.create_connection((host, port), timeout=5) as connection:
                connection.sendall(b"GET /api/health/ready HTTP/1.0\r\nHost: localhost\r\n\r\n")
                answer = connection.makefile("rb").read()
            if b" 200 " in answer[:20] and (b'"loaded"' in answer or os.environ.get("WENLO_WARM_WORKERS") == "false"):
                return
        except OSError:
            pass
        time.sleep(0.1)
    raise Trouble(f"the server was not ready within {START_SECONDS:.0f} s.")


def prepare(cluster: Cluster, env: dict[str, str], *, demo: bool = False) -> None:
    """Bring the tables to this version, as their owner, and let the guest in that the server is."""
    if not _is_prepared(cluster, demo=demo):
        _prepare(cluster, env, demo=demo)
    cluster.let_in(GUEST)


def _is_prepared(cluster: Cluster, *, demo: bool) -> bool:
    # asked without loading what migrates, which takes longer than all the rest of a start
    newest = max((ROOT / "src" / "wenlo" / "db" / "migrations" / "versions").glob("v*.py"))
    wanted = re.search(r'^revision\b.*"(.+)"', newest.read_text(encoding="utf-8"), re.MULTILINE)
    if wanted is None or not cluster.ask("select 1 from pg_tables where tablename = 'alembic_version'"):
        return False
    if cluster.ask("select version_num from alembic_version") != [wanted[1]]:
        return False
    return not demo or cluster.ask("select exists (select from shoots)") == ["t"]


def _prepare(cluster: Cluster, env: dict[str, str], *, demo: bool) -> None:
    own = {**env, "WENLO_DATABASE_URL": cluster.url}
    extra = ["--demo"] if demo else []
    run([PYTHON, "-m", "wenlo.cli", "prepare", *extra], what="preparing the database", env=own)


def serve(*, demo: bool) -> int:
    """Install what is missing, start PostgreSQL and the server, and wait until told to stop.

    Parameters
    ----------
    demo: load the demo shoots into an empty database.
    """
    check_disk()
    port = _port()
    with _stoppable(), locked("run", wait=False, busy="Wenlo already runs from this folder ({who}); stop it first."):
        kept: list[Supervised] = []
        cluster: Cluster | None = None
        listener: socket.socket | None = None
        try:
            programs = system.need_postgres()
            install.install()
            folder = data_folder()
            cluster = Cluster(programs=programs, data=folder, secret=folder.with_name("postgres.secret"))
            cluster.prepare()
            env = {
                **clean_environment(),
                **pass_on(MADE_HERE),
                "WENLO_DATABASE_URL": cluster.url_of(GUEST),
                "WENLO_FRONT_END": str(BUILT),
            }
            host = os.environ.get("WENLO_HOST") or "127.0.0.1"
            try:
                listener = listen(host, port)
            except OSError as trouble:
                raise Trouble(str(trouble.strerror), status=3) from None
            port = listener.getsockname()[1]
            stand_ins = list(_stand_ins(env)) if demo else []
            # whoever calls while it is started, or started again, waits in the socket's line and is answered
            number = listener.fileno()
            server = Supervised(
                name="the server",
                begin=partial(
                    _begin, "serve", "--socket", str(number), env=env, handed=(number,), stdout=subprocess.DEVNULL
                ),
            )
            kept.append(server)
            server.start()
            say("starting the database")
            cluster.start()
            prepare(cluster, env, demo=demo)
            _wait_until_ready(host, port, server)
            shown = f"[{host}]" if ":" in host else host
            say(f"open http://{shown}:{port}  (Ctrl-C stops it)")
            for one in (
                Supervised(name="the worker for long work", begin=partial(_begin, "worker", env=env, nice=ASIDE)),
                *stand_ins,
            ):
                kept.append(one)
                one.start()
            server.pulse = Pulse(host, port)
            look_after(kept, cluster, _asked_to_stop.is_set)
            raise _Stop
        except _Stop:
            say("stopping")
            return 0
        finally:
            for number in STOPS:
                signal.signal(number, signal.SIG_IGN)
            for one in kept:
                one.end()
            if listener is not None:
                listener.close()
            if cluster is not None and cluster.data.exists():
                cluster.stop()
