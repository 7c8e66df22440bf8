"""What methods need to know of the workshop: fittings as measured, and how long a piece can be carried."""

from collections.abc import Sequence
from dataclasses import dataclass

from wenlo.core.catalog.bars import BarType
from wenlo.core.catalog.data_files import stock
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.frame_shape import Sockets


@dataclass(frozen=True, kw_only=True)
class SocketFit:
    """Socket fittings and the pipe in them: outer diameter and wall of the pipe, depth of a socket, from the fitting's
    middle to the socket's bottom, how far the pipe goes in, wall of the fitting, bottom of a cap, stop in the middle of
    a coupling. [m]
    """

    outer: float
    wall: float
    socket: float
    take_off: float
    inserted: float
    fitting_wall: float
    cap_end: float
    stop: float

    @property
    def left_open(self) -> float:
        """Of a socket that the pipe does not fill. [m]"""
        return self.socket - self.inserted


@dataclass(frozen=True, kw_only=True)
class SpigotFit:
    """Push-in joints of a square tube: its side and wall; ``cube`` from a corner's outside to the end of the
    tube in it, as much as the tube is wide where the corner is no longer than that; the spigot in a tube, the collar
    of a straight joiner and the head of a cap; a ``button`` is the hole for a spring. [m]
    """

    side: float
    wall: float
    cube: float
    spigot: float
    collar: float
    cap_head: float
    button: float | None = None

    @property
    def half(self) -> float:
        """From the middle of a corner to the end of the tube. [m]"""
        return self.cube - self.side / 2


@dataclass(frozen=True, kw_only=True)
class BuildShop:
    """The longest piece that can be carried [m], and the fittings that go with the bars, ``others`` with pipe of other
    diameters, by its id; ``splint`` is the length of a batten behind a butt joint. [m]
    """

    carrying_length: float
    sockets: SocketFit | None = None
    others: tuple[tuple[str, SocketFit], ...] = ()
    spigots: SpigotFit | None = None
    splint: float = 0.0

    def sockets_for(self, bar: BarType) -> SocketFit:
        """The fittings of a pipe. Raises ValueError where there are none."""
        found = dict(self.others).get(bar.id, self.sockets)
        if found is None:
            raise ValueError("pipe needs fittings")
        return found

    def item_for(self, name: str, row: SocketFit) -> str:
        """What a fitting of that size is bought as: where pipes of two diameters meet, it is told which is meant."""
        return name if self.sockets is None or row.outer <= self.sockets.outer else f"{name}_wide"


def mass_of(fitting: str) -> float:
    """Of one piece of a bought part. [kg]"""
    return float(stock()["fittings"][fitting]["mass"])


def socket_fit(bar: BarType, sockets: Sockets, *, glued: bool = False) -> SocketFit:
    """Fittings of a pipe as they are measured, or nominal ones. Raises ValueError of what goes into no socket."""
    if bar.pipe is None:
        raise ValueError(f"{bar.name} goes into no socket")
    depth = sockets.depth or bar.pipe.socket
    return SocketFit(
        outer=bar.width,
        wall=bar.wall or 0.0,
        socket=depth,
        take_off=sockets.take_off or bar.pipe.take_off,
        inserted=depth if glued else depth * sockets.dry_share,
        fitting_wall=bar.pipe.fitting_wall,
        cap_end=bar.pipe.cap_end,
        stop=bar.pipe.coupling_stop,
    )


def spigot_fit(bar: BarType, sockets: Sockets) -> SpigotFit:
    """Push-in joints of a square tube as measured, or nominal ones.

    Raises
    ------
    ValueError
        Of what takes no cubes.
    Impossible
        When a corner is shorter than the tube is wide; the message names the field.
    """
    if bar.tube is None:
        raise ValueError(f"{bar.name} takes no cubes")
    if sockets.cube is not None and sockets.cube < bar.width - 1e-6:
        why = (
            f"From a corner's outside to the tube's end it is at least the tube's own {bar.width * 1000:g} mm;"
            f" {sockets.cube * 1000:g} mm would cut into the other tube."
        )
        raise Impossible(why, fields=[FieldError(path="brief.workshop.cube", message=why)])
    return SpigotFit(
        side=bar.width,
        wall=bar.wall or 0.0,
        cube=sockets.cube or bar.tube.cube,
        spigot=sockets.spigot or bar.tube.spigot,
        collar=bar.tube.joiner_collar if sockets.collar is None else sockets.collar,
        cap_head=bar.tube.cap_head,
        button=sockets.button,
    )


def shop_for(
    bar: BarType,
    *,
    carrying_length: float,
    sockets: Sockets | None = None,
    glued: bool = False,
    also: Sequence[BarType] = (),
) -> BuildShop:
    """What is joined of a bar: with sockets, cubes or splints.

    Parameters
    ----------
    bar: of all members.
    carrying_length: the longest piece. [m]
    sockets: as measured; nominal ones where None.
    glued: pipe goes in all the way.
    also: pipes of other diameters; their fittings are nominal ones, since those that were measured are the bar's.
    """
    share = (sockets or Sockets()).dry_share
    return BuildShop(
        carrying_length=carrying_length,
        sockets=socket_fit(bar, sockets or Sockets(), glued=glued) if bar.pipe is not None else None,
        others=tuple(
            (other.id, socket_fit(other, Sockets(dry_share=share), glued=glued))
            for other in also
            if other.pipe is not None and other.id != bar.id
        ),
        spigots=spigot_fit(bar, sockets or Sockets()) if bar.tube is not None else None,
        splint=bar.splint,
    )
