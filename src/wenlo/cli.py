"""Command line of the installed application: serve, prepare the database, kernels, API description."""

import argparse
import json
import math
import socket
import socketserver
import sys
import threading
from pathlib import Path

import structlog
import uvicorn

from wenlo import demo
from wenlo.api.app import create_app
from wenlo.core.errors import WenloError
from wenlo.core.shelf.starter import sold_things
from wenlo.db.log import SqlLogStore
from wenlo.db.runs import SqlRunStore
from wenlo.db.session import SqlTransactions, make_engine, make_sessions, migrate
from wenlo.db.shelf import SqlShelfStore
from wenlo.db.shoots import SqlShootStore
from wenlo.jobs.queue import work, worker_name
from wenlo.logs import set_up_logs
from wenlo.services.log import Log
from wenlo.services.runs import perform
from wenlo.services.shelf import Shelf
from wenlo.services.shoots import Shoots
from wenlo.settings import Settings
from wenlo.standins import supplier
from wenlo.standins.camera import Camera
from wenlo.standins.dimmable_lamp import Lamp
from wenlo.standins.light_meter import Meter
from wenlo.standins.simulated_set import SimulatedSet

log = structlog.get_logger()


def _serve(settings: Settings) -> int:
    # The socket is bound first and handed over, so that no port is raced for.
    family = socket.AF_INET6 if ":" in settings.host else socket.AF_INET
    listener = socket.socket(family, socket.SOCK_STREAM)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listener.bind((settings.host, settings.port))
    except OSError:
        print(f"Port {settings.port} is in use; stop what uses it, or set WENLO_PORT to another.", file=sys.stderr)
        return 3
    host, port = listener.getsockname()[:2]
    print(f"LISTENING http://{host}:{port}", flush=True)
    config = uvicorn.Config(create_app(settings), log_level="warning", access_log=False, timeout_graceful_shutdown=5)
    uvicorn.Server(config).run(sockets=[listener])
    return 0


def _work(settings: Settings) -> int:
    from wenlo.services.compute import LONG_TASKS, warm_up  # the kernels take a second to load

    url = settings.database_url.get_secret_value()
    database = make_engine(url)
    transactions = SqlTransactions(make_sessions(database), SqlRunStore)
    warm_up()
    work(url, lambda run: perform(transactions, LONG_TASKS, run, worker=worker_name()))
    database.dispose()
    return 0


def _stand_in(name: str, port: int, seed: int) -> int:
    if name == "supplier":
        shop = supplier.make_server(supplier.price_list(sold_things()), port=port)
        servers: list[socketserver.BaseServer] = [shop]
        addresses = [f"http://127.0.0.1:{shop.server_address[1]}"]
    else:
        simulated = SimulatedSet(seed=seed)
        # the kernels take some seconds to load: nobody shall wait for them at the first reading
        threading.Thread(target=simulated.read, daemon=True).start()
        meter, lamp, camera = Meter(simulated.read), Lamp(simulated.lamp), Camera(simulated, port=port)
        servers = [meter, lamp, camera]
        ports = [server.server_address[1] for server in (meter, lamp, camera)]
        addresses = [f"127.0.0.1:{ports[0]}", f"127.0.0.1:{ports[1]}", f"http://127.0.0.1:{ports[2]}"]
    print("LISTENING", *addresses, flush=True)
    threads = [threading.Thread(target=server.serve_forever, daemon=True) for server in servers]
    for thread in threads:
        thread.start()
    try:
        for thread in threads:
            thread.join()
    except KeyboardInterrupt:
        for server in servers:
            server.server_close()
    return 0


def _positive(text: str) -> float:
    value = float(text)
    if not 0.0 < value < math.inf:
        raise argparse.ArgumentTypeError("must be more than 0")
    return value


def _solve(file: Path, seconds: float | None, error: float | None) -> int:
    from wenlo.services.panel_sets import solve_file  # the kernels take a second to load

    try:
        print(solve_file(file, seconds=seconds, error=error))
    except OSError as trouble:
        print(f"{file}: {trouble.strerror or trouble}", file=sys.stderr)
        return 2
    except WenloError as trouble:
        print(trouble.message, file=sys.stderr)
        return 2
    return 0


def main(arguments: list[str] | None = None) -> int:
    """Run one command; returns the exit status."""
    parser = argparse.ArgumentParser(prog="wenlo")
    commands = parser.add_subparsers(dest="command", required=True)
    commands.add_parser("serve", help="run the web server")
    commands.add_parser("worker", help="do long work from the queue; any number may run")
    prepare = commands.add_parser("prepare", help="bring the database to the newest tables")
    prepare.add_argument("--demo", action="store_true", help="add the demo shoots to an empty database")
    commands.add_parser("compile", help="compile and cache the kernels")
    openapi = commands.add_parser("openapi", help="write the API's description")
    openapi.add_argument("file", type=Path)
    panel_set = commands.add_parser("solve", help="read the meters of a panel set")
    panel_set.add_argument("file", type=Path, metavar="FILE.json")
    panel_set.add_argument("--seconds", type=_positive, metavar="S", help="take about so long, at most")
    panel_set.add_argument(
        "--error",
        type=_positive,
        metavar="E",
        help="95 %% half-width to reach at every meter, as a share (0.01 is 1 %%)",
    )
    standin = commands.add_parser("standin", help="run a simulated outside service on loopback")
    standin.add_argument("name", choices=["supplier", "set"])
    standin.add_argument("--port", type=int, default=0)
    standin.add_argument("--seed", type=int, default=11, help="of what is hidden in the simulated set")
    options = parser.parse_args(arguments)
    if options.command == "standin":
        return _stand_in(options.name, options.port, options.seed)
    if options.command == "solve":
        return _solve(options.file, options.seconds, options.error)
    settings = Settings()
    set_up_logs(form=settings.log_format, level=settings.log_level)
    if options.command == "serve":
        return _serve(settings)
    if options.command == "worker":
        return _work(settings)
    if options.command == "compile":
        from wenlo.services.compute import warm_up  # the kernels take a second to load

        warm_up()
        return 0
    if options.command == "openapi":
        description = create_app(settings.model_copy(update={"front_end": None})).openapi()
        options.file.write_text(json.dumps(description, indent=1, ensure_ascii=False) + "\n", encoding="utf-8")
        return 0
    database = make_engine(settings.database_url.get_secret_value())
    migrate(database)
    if options.demo:
        count = demo.load(
            Shoots(SqlTransactions(make_sessions(database), SqlShootStore)),
            Shelf(SqlTransactions(make_sessions(database), SqlShelfStore)),
            Log(SqlTransactions(make_sessions(database), SqlLogStore)),
        )
        log.info("demo_loaded", shoots=count)
    database.dispose()
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
