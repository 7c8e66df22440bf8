"""What the handlers need: services and the current user. What takes no time is not worth another thread."""

from typing import Annotated

from fastapi import Depends, Request
from fastapi.concurrency import run_in_threadpool

from wenlo.jobs.pool import WorkerPool
from wenlo.services.devices import Devices
from wenlo.services.edit_ports import Feed
from wenlo.services.log import Log
from wenlo.services.ports import User
from wenlo.services.runs import Runs
from wenlo.services.shelf import Shelf
from wenlo.services.shoots import Shoots
from wenlo.services.supplier import Supplier
from wenlo.services.trash import Trash


async def shoots(request: Request) -> Shoots:
    """The shoot use cases."""
    service: Shoots = request.app.state.shoots
    return service


async def shelf(request: Request) -> Shelf:
    """The use cases of the Shelf."""
    service: Shelf = request.app.state.shelf
    return service


async def log(request: Request) -> Log:
    """The use cases of the log."""
    service: Log = request.app.state.log
    return service


async def runs(request: Request) -> Runs:
    """The use cases of long work."""
    service: Runs = request.app.state.runs
    return service


async def supplier(request: Request) -> Supplier:
    """The supplier whose prices can be asked for."""
    found: Supplier = request.app.state.supplier
    return found


async def devices(request: Request) -> Devices:
    """The devices that are connected."""
    found: Devices = request.app.state.devices
    return found


async def engine(request: Request) -> WorkerPool:
    """The compute workers."""
    pool: WorkerPool = request.app.state.engine
    return pool


async def current_user(service: Annotated[Shoots, Depends(shoots)]) -> User:
    """Who is asking. Signing in will change this one place."""
    known = service.known_local_user()
    return known if known is not None else await run_in_threadpool(service.local_user)


async def trash(request: Request) -> Trash:
    """The use cases of the trash."""
    service: Trash = request.app.state.trash
    return service


async def feed(request: Request) -> Feed:
    """What others change."""
    found: Feed = request.app.state.feed
    return found


TrashService = Annotated[Trash, Depends(trash)]
ChangeFeed = Annotated[Feed, Depends(feed)]
ShootsService = Annotated[Shoots, Depends(shoots)]
LogService = Annotated[Log, Depends(log)]
RunsService = Annotated[Runs, Depends(runs)]
ShelfService = Annotated[Shelf, Depends(shelf)]
DevicesService = Annotated[Devices, Depends(devices)]
AskedSupplier = Annotated[Supplier, Depends(supplier)]
ComputeEngine = Annotated[WorkerPool, Depends(engine)]
CurrentUser = Annotated[User, Depends(current_user)]
