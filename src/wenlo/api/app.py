"""The application factory: settings in, ASGI application out."""

import asyncio
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager, suppress

import structlog
from fastapi import FastAPI
from fastapi.concurrency import run_in_threadpool

import wenlo
from wenlo.api import errors
from wenlo.api.darkroom import Darkroom
from wenlo.api.gate import Gate
from wenlo.api.limits import BodyLimit
from wenlo.api.pages import serve_front_end
from wenlo.api.routers import (
    bench,
    build,
    compute,
    devices,
    events,
    health,
    place,
    practice,
    proof,
    reference,
    rig,
    runs,
    shelf,
    shoots,
    trash,
)
from wenlo.api.trace import RequestCounts, Trace
from wenlo.core.errors import WenloError
from wenlo.db.feed import DatabaseFeed
from wenlo.db.log import SqlLogStore
from wenlo.db.runs import SqlRunStore
from wenlo.db.session import SqlTransactions, make_engine, make_sessions
from wenlo.db.shelf import SqlShelfStore
from wenlo.db.shoots import SqlShootStore
from wenlo.db.state import DatabaseState
from wenlo.db.trash import SqlTrashStore
from wenlo.jobs.pool import WorkerPool
from wenlo.jobs.queue import deferrer
from wenlo.services.devices import Devices
from wenlo.services.lamp_desk import LampDesk
from wenlo.services.log import Log
from wenlo.services.runs import Runs
from wenlo.services.shelf import Shelf
from wenlo.services.shoots import Shoots
from wenlo.services.supplier import Supplier
from wenlo.services.trash import Trash
from wenlo.settings import Settings

log = structlog.get_logger()


async def _load(engine: WorkerPool, *, warm: bool) -> None:
    if warm:
        await engine.ready()
    await engine.look_after()


SOON, DAY = 60.0, 24 * 3600.0
"""After the start, and between two times. [s]"""


async def _empty_trash(trash: Trash) -> None:
    # what has been there for too long; a database that is away has it another day
    await asyncio.sleep(SOON)
    while True:
        with suppress(WenloError):
            await run_in_threadpool(trash.empty)
        await asyncio.sleep(DAY)


def create_app(settings: Settings) -> FastAPI:
    """Build the application.

    Parameters
    ----------
    settings: where the database and the built front end are, and the limits.
    """

    @asynccontextmanager
    async def lifespan(app: FastAPI) -> AsyncIterator[None]:
        database = make_engine(settings.database_url.get_secret_value())
        sessions = make_sessions(database)
        app.state.shoots = Shoots(SqlTransactions(sessions, SqlShootStore))
        app.state.shelf = Shelf(SqlTransactions(sessions, SqlShelfStore))
        defer = deferrer(settings.database_url.get_secret_value())
        app.state.runs = Runs(SqlTransactions(sessions, lambda session: SqlRunStore(session, defer)))
        app.state.log = Log(SqlTransactions(sessions, SqlLogStore))
        app.state.trash = Trash(SqlTransactions(sessions, SqlTrashStore))
        app.state.feed = DatabaseFeed(database, settings.database_url.get_secret_value())
        app.state.leave = app.state.feed.end
        app.state.devices = Devices(
            meter=settings.meter_address,
            camera=settings.camera_url,
            simulated_set=settings.simulated_set_url,
            desk=LampDesk(settings.lamp_address, universe=settings.lamp_universe),
        )
        app.state.supplier = Supplier(settings.supplier_url)
        app.state.database = DatabaseState(database)
        app.state.engine = WorkerPool(seconds=settings.compute_seconds)
        app.state.darkroom = Darkroom(app.state.engine)
        counts.watch(app.state.engine)
        # the pages come at once; the first figures wait for the kernels, if they must
        loading = asyncio.create_task(_load(app.state.engine, warm=settings.warm_workers))
        beside = [asyncio.create_task(app.state.feed.run()), asyncio.create_task(_empty_trash(app.state.trash))]
        log.info("listening", version=wenlo.__version__)
        yield
        for task in (loading, *beside):
            task.cancel()
        await app.state.devices.close()
        app.state.engine.close()
        database.dispose()

    app = FastAPI(
        title="Wenlo",
        version=wenlo.__version__,
        lifespan=lifespan,
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
    )
    app.state.leave = lambda: None
    errors.install(app)
    # what is added last stands outermost
    app.add_middleware(
        BodyLimit,
        limit=settings.upload_limit,
        photograph_limit=settings.photograph_limit,
        seconds=settings.body_seconds,
    )

    app.add_middleware(Gate, names=(settings.host, *(settings.allowed_hosts or "").split(",")))

    counts = RequestCounts()
    app.state.counts = counts
    app.add_middleware(Trace, counts=counts, access_log=settings.access_log)

    # the papers of a build are named by words, so that files with names of their own come first
    routers = (
        health.router,
        reference.router,
        compute.router,
        place.router,
        runs.router,
        shoots.router,
        trash.router,
        events.router,
        shelf.router,
        rig.router,
        proof.router,
        devices.router,
        bench.router,
        practice.router,
        build.router,
    )
    for router in routers:
        app.include_router(router)
    if settings.front_end is not None:
        serve_front_end(app, settings.front_end)
    return app
