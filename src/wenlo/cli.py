"""Command line of the installed application: serve, prepare the database, kernels, API description, readings, report.

Each command imports what it needs when it is run: what answers from a file alone must not wait for a web server's
    libraries.
"""

import argparse
import json
import math
import os
import socket
import sys
from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING

from wenlo.core.errors import WenloError
from wenlo.services.report_parts import PARTS, PartName

if TYPE_CHECKING:
    import socketserver

    from sqlalchemy import Engine

    from wenlo.settings import Settings


def _serve(settings: "Settings", handed: int | None) -> int:
    from wenlo.jobs.lane import begin_to_import

    # what takes longest begins first: the compute processes import beside this one
    begin_to_import()

    import uvicorn

    from wenlo.api.app import create_app
    from wenlo.api.connections import KEPT_SECONDS, LeavingServer, PatientProtocol
    from wenlo.listening import listen

    try:
        listener = listen(settings.host, settings.port) if handed is None else socket.socket(fileno=handed)
    except OSError as trouble:
        print(trouble.strerror, file=sys.stderr)
        return 3
    host, port = listener.getsockname()[:2]
    print(f"LISTENING http://{host}:{port}", flush=True)
    app = create_app(settings)
    config = uvicorn.Config(
        app,
        log_level="warning",
        access_log=False,
        timeout_graceful_shutdown=5,
        http=PatientProtocol,
        timeout_keep_alive=KEPT_SECONDS,
    )
    LeavingServer(config, lambda: app.state.leave()).run(sockets=[listener])
    return 0


def _work(settings: "Settings") -> int:
    from wenlo.db.runs import SqlRunStore
    from wenlo.db.session import SqlTransactions, make_engine, make_sessions
    from wenlo.jobs.helpers import Helpers
    from wenlo.jobs.lane import begin_to_import
    from wenlo.jobs.queue import give_way, work, worker_name
    from wenlo.services.runs import perform
    from wenlo.services.tasks import LONG_TASKS
    from wenlo.services.warm_up import warm_up

    url = settings.database_url.get_secret_value()
    database = make_engine(url)
    transactions = SqlTransactions(make_sessions(database), SqlRunStore)
    # long work gives way to whoever waits for a figure
    give_way()
    begin_to_import()
    warm_up()
    helpers = Helpers((os.cpu_count() or 1) - 1)
    helpers.begin()
    work(
        url,
        lambda run: perform(
            transactions,
            LONG_TASKS,
            run,
            worker=worker_name(),
            seconds=settings.run_seconds,
            each=helpers.each,
            give_up=lambda: os._exit(3),
        ),
    )
    helpers.close()
    database.dispose()
    return 0


def _stand_in(name: str, ports: list[int], seed: int) -> int:
    import threading

    from wenlo.core.inventory.starter import sold_things
    from wenlo.standins import supplier
    from wenlo.standins.camera import CameraStandIn
    from wenlo.standins.dimmable_lamp import Lamp
    from wenlo.standins.light_meter import MeterStandIn
    from wenlo.standins.simulated_set import SimulatedSet

    if name == "supplier":
        shop = supplier.make_server(supplier.price_list(sold_things()), port=ports[0] if ports else 0)
        servers: list[socketserver.BaseServer] = [shop]
        addresses = [f"http://127.0.0.1:{shop.server_address[1]}"]
    else:
        simulated = SimulatedSet(seed=seed)
        # the kernels take some seconds to load: nobody shall wait for them at the first reading
        threading.Thread(target=simulated.read, daemon=True).start()
        at = ports if len(ports) == 3 else [0, 0, 0]
        meter, lamp, camera = (
            MeterStandIn(simulated.read, port=at[0]),
            Lamp(simulated.lamp, port=at[1]),
            CameraStandIn(simulated, port=at[2]),
        )
        servers = [meter, lamp, camera]
        there = [server.server_address[1] for server in (meter, lamp, camera)]
        addresses = [f"127.0.0.1:{there[0]}", f"127.0.0.1:{there[1]}", f"http://127.0.0.1:{there[2]}"]
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
    from wenlo.services.panel_sets import solve_file

    return _printed(file, lambda: solve_file(file, seconds=seconds, error=error))


def _parts(text: str) -> tuple[PartName, ...]:
    named = tuple(part.strip() for part in text.split(","))
    wrong = [part for part in named if part not in PARTS]
    if wrong:
        raise argparse.ArgumentTypeError(f"there is no part “{wrong[0]}”; choose of {', '.join(PARTS)}")
    return tuple(part for part in PARTS if part in named)


def _report(file: Path, parts: tuple[PartName, ...]) -> int:
    from wenlo.services.report import report_file

    return _printed(file, lambda: report_file(file, parts))


def _printed(file: Path, answer: Callable[[], str]) -> int:
    # what a script asks for goes to standard output whole, what is wrong with its file is one line on standard error
    try:
        print(answer())
    except OSError as trouble:
        print(f"{file}: {trouble.strerror or trouble}", file=sys.stderr)
        return 2
    except WenloError as trouble:
        print(trouble.message, file=sys.stderr)
        return 2
    return 0


def _prepare(settings: "Settings", *, with_demo: bool) -> int:
    from wenlo.db.session import make_engine, migrate
    from wenlo.db.state import holds_nothing

    database = make_engine(settings.database_url.get_secret_value())
    migrate(database)
    if with_demo and holds_nothing(database):
        _load_demo(database)
    database.dispose()
    return 0


def _load_demo(database: "Engine") -> None:
    import structlog

    from wenlo import demo
    from wenlo.db.log import SqlLogStore
    from wenlo.db.session import SqlTransactions, make_sessions
    from wenlo.db.shelf import SqlShelfStore
    from wenlo.db.shoots import SqlShootStore
    from wenlo.services.log import Log
    from wenlo.services.shelf import Shelf
    from wenlo.services.shoots import Shoots

    count = demo.load(
        Shoots(SqlTransactions(make_sessions(database), SqlShootStore)),
        Shelf(SqlTransactions(make_sessions(database), SqlShelfStore)),
        Log(SqlTransactions(make_sessions(database), SqlLogStore)),
    )
    structlog.get_logger().info("demo_loaded", shoots=count)


def main(arguments: list[str] | None = None) -> int:
    """Run one command; returns the exit status."""
    parser = argparse.ArgumentParser(prog="wenlo")
    commands = parser.add_subparsers(dest="command", required=True)
    server = commands.add_parser("serve", help="run the web server")
    server.add_argument("--socket", type=int, help="number of an open socket to listen at, instead of an address")
    commands.add_parser("worker", help="do long work from the queue; any number may run")
    prepare = commands.add_parser("prepare", help="bring the database to the newest tables")
    prepare.add_argument("--demo", action="store_true", help="add the demo shoots to an empty database")
    compiled = commands.add_parser("compile", help="compile and cache the kernels")
    compiled.add_argument("--half", choices=("figures", "pictures"), help="only these; two at once need a cache each")
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
    facts = commands.add_parser("report", help="print what is found of a project file, as facts in JSON")
    facts.add_argument("file", type=Path, metavar="FILE.json")
    facts.add_argument(
        "--only", type=_parts, default=PARTS, metavar="PARTS", help=f"of {', '.join(PARTS)}, with commas between"
    )
    standin = commands.add_parser("standin", help="run a simulated outside service on loopback")
    standin.add_argument("name", choices=["supplier", "set"])
    standin.add_argument("--ports", type=int, nargs="+", default=[], help="where it listens; free ones if left out")
    standin.add_argument("--seed", type=int, default=11, help="of what is hidden in the simulated set")
    options = parser.parse_args(arguments)
    if options.command == "standin":
        return _stand_in(options.name, options.ports, options.seed)
    if options.command == "solve":
        return _solve(options.file, options.seconds, options.error)
    if options.command == "report":
        return _report(options.file, options.only)
    return _with_settings(options)


def _with_settings(options: argparse.Namespace) -> int:
    from wenlo.logs import set_up_logs
    from wenlo.settings import Settings

    settings = Settings()
    set_up_logs(form=settings.log_format, level=settings.log_level)
    if options.command == "serve":
        return _serve(settings, options.socket)
    if options.command == "worker":
        return _work(settings)
    if options.command == "compile":
        from wenlo.services.warm_up import warm_up

        warm_up(options.half)
        return 0
    if options.command == "openapi":
        from wenlo.api.app import create_app

        description = create_app(settings.model_copy(update={"front_end": None})).openapi()
        options.file.write_text(json.dumps(description, indent=1, ensure_ascii=False) + "\n", encoding="utf-8")
        return 0
    return _prepare(settings, with_demo=options.demo)


if __name__ == "__main__":
    raise SystemExit(main())
