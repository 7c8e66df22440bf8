"""What methods need to know of the workshop: fittings as measured, and how long a piece can be carried."""

from dataclasses import dataclass

from wenlo.core.catalog.data_files import stock


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
    """Push-in joints of a square tube: its side and wall, the cube between tubes, the spigot in a tube, the collar of a
    straight joiner and the head of a cap. [m]
    """

    side: float
    wall: float
    cube: float
    spigot: float
    collar: float
    cap_head: float


@dataclass(frozen=True, kw_only=True)
class BuildShop:
    """The longest piece that can be carried [m], and the fittings that go with the bars; ``splint`` is the length of a
    batten behind a butt joint. [m]
    """

    carrying_length: float
    sockets: SocketFit | None = None
    spigots: SpigotFit | None = None
    splint: float = 0.0


def mass_of(fitting: str) -> float:
    """Of one piece of a bought part. [kg]"""
    return float(stock()["fittings"][fitting]["mass"])
