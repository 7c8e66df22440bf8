"""Checks of what is plugged in: circuits, cables, batteries, protection, rain and water."""

from collections.abc import Iterator, Sequence

from wenlo.core.document.rigging import Rigging
from wenlo.core.rigging import mains
from wenlo.core.rigging.checks import About, Check, Cure, evaluate_limit, stated, unanswered

BATTERY = About("battery", "battery")


def mains_checks(loads: Sequence[mains.ElectricalLoad], rig: Rigging) -> Iterator[Check]:
    """Circuits, inrush, cable, battery, residual-current protection, and what nobody has told.

    Parameters
    ----------
    loads: everything that is plugged in.
    rig: the answers about the rig.
    """
    plugged = [x for x in loads if x.mains]
    for load in plugged:
        if not load.known:
            yield unanswered(
                "mains.watts",
                load.about,
                "Load",
                figure="its watts are not told",
                limit="what its label says",
                source="the maker's label",
                cure=Cure(words="read the label and put it on the Shelf"),
            )
    if rig.battery is not None:
        if plugged:
            yield from _battery_checks(plugged, rig, rig.battery)
    else:
        yield from _circuit_checks(plugged, rig)
    if plugged:
        yield _protection(rig)


def _battery_checks(plugged: Sequence[mains.ElectricalLoad], rig: Rigging, capacity: float) -> Iterator[Check]:
    watts = sum(x.watts for x in plugged)
    runs = mains.run_time(capacity, watts)
    yield evaluate_limit(
        "mains.battery",
        BATTERY,
        "Run time",
        value=runs,
        limit=rig.minutes_on,
        unit="min",
        figure=f"{runs:.0f} min at {watts:.0f} W",
        allowed=f"{rig.minutes_on:.0f} min",
        source=f"{mains.BATTERY_USE * 100:.0f} % of its charge comes out",
        most=False,
        cure=Cure(words="a larger battery, fewer lamps, or lamps turned down"),
    )
    peak = sum(max(x.watts, x.peak) / x.factor for x in plugged)
    yield unanswered(
        "mains.inverter",
        BATTERY,
        "Inverter",
        figure=f"{peak:.0f} VA at the peak",
        limit="what its label says for hours, and for a moment",
        source="what comes out of an inverter is mains, and hurts as mains does",
        cure=Cure(
            words="read its label; a pure sine wave for flash heads and dimmers; air round it, dry, on firm ground"
        ),
        value=peak,
        unit="VA",
    )


def _circuit_checks(plugged: Sequence[mains.ElectricalLoad], rig: Rigging) -> Iterator[Check]:
    for circuit in mains.circuits(plugged, voltage=rig.voltage, breaker=rig.breaker, count=rig.circuits):
        if not circuit.loads:
            continue
        about = About(f"circuit-{circuit.number}", f"circuit {circuit.number}")
        names = ", ".join(x.name for x in circuit.loads)
        most = mains.STEADY * rig.breaker
        another = Cure(words="a second circuit, or fewer lamps", changes={"rig.circuits": min(rig.circuits + 1, 6)})
        factors = sorted({x.factor for x in circuit.loads})
        yield evaluate_limit(
            "mains.load",
            about,
            "Load",
            value=circuit.amperes,
            limit=most,
            unit="A",
            figure=f"{circuit.amperes:.1f} A ({names})",
            allowed=f"{most:.1f} A, {mains.STEADY * 100:.0f} % of the breaker",
            source=(
                f"W / ({rig.voltage:.0f} V × {'–'.join(f'{f:g}' for f in (factors[0], factors[-1])[: len(factors)])})"
            ),
            cure=another,
        )
        if circuit.peak > circuit.amperes * 1.01:
            yield evaluate_limit(
                "mains.peak",
                about,
                "Flash heads charging together",
                value=circuit.peak,
                limit=rig.breaker,
                unit="A",
                figure=f"{circuit.peak:.1f} A",
                allowed=f"{rig.breaker:.0f} A",
                source="recharge current of every head at its peak, with modelling lamps on",
                cure=Cure(words="a second circuit, slower recharging, or modelling lamps off", changes=another.changes),
            )
        starts = sum(1 for x in circuit.loads if x.electronic)
        together = mains.at_once(rig.breaker)
        figure, limit = f"{starts} electronic supplies", f"{together} at once"
        source = (
            f"about {mains.INRUSH:.0f} A each for a moment; a breaker may trip at {mains.TRIPS:.0f} times its current"
        )
        yield stated(
            "mains.inrush",
            about,
            "Switched on together",
            good=True if starts <= together else None,
            figure=figure,
            limit=limit,
            source=source,
            cure=Cure(words="switch them on one after the other, not by one plug"),
        )
        drop = mains.voltage_drop(circuit.amperes, rig.cable, rig.section)
        yield evaluate_limit(
            "mains.drop",
            about,
            "Voltage left at the lamps",
            value=drop,
            limit=mains.DROP_LIMIT * rig.voltage,
            unit="V",
            figure=f"{drop:.1f} V lost over {rig.cable:.0f} m",
            allowed=f"{mains.DROP_LIMIT * rig.voltage:.1f} V",
            source=f"2 L I / κ A with {rig.section:g} mm² of warm copper",
            cure=Cure(words="a shorter or a thicker cable"),
        )
        carried = mains.ampacity(rig.section, rig.cable, coiled=rig.coiled)
        uncoiled = mains.ampacity(rig.section, rig.cable, coiled=False)
        helps = rig.coiled and max(circuit.amperes, circuit.peak * 0.5) <= uncoiled
        yield evaluate_limit(
            "mains.cable",
            about,
            "Cable",
            value=circuit.amperes,
            limit=carried,
            unit="A",
            figure=f"{circuit.amperes:.1f} A, {'coiled' if rig.coiled else 'drawn out'}",
            allowed=f"{carried:.1f} A for {rig.section:g} mm²",
            source="flexible cords (IEC 60799); a coiled reel cannot lose its heat",
            cure=(
                Cure(words="draw the reel out whole", changes={"rig.coiled": False})
                if helps
                else Cure(words="a thicker cable, or fewer lamps on it")
            ),
        )


def _protection(rig: Rigging) -> Check:
    said = {None: "nobody has looked", True: "30 mA, tested", False: "none"}[rig.residual_device]
    return stated(
        "mains.residual",
        About("circuits", "all circuits"),
        "Residual-current protection",
        good=rig.residual_device,
        figure=said,
        limit="30 mA at the socket",
        source="fixed wiring is for licensed people; local codes come first",
        cure=Cure(
            words="press the test button of the one at the socket, or plug in a portable one, and say so",
            changes={"rig.residual_device": True},
        ),
    )


def water_checks(loads: Sequence[mains.ElectricalLoad], rig: Rigging) -> Iterator[Check]:
    """Nothing that is fed from the mains or an inverter above or beside water, where it could fall in, or in the rain.

    Parameters
    ----------
    loads: everything that is plugged in.
    rig: the answers about the rig.
    """
    fed = [x for x in loads if x.mains]
    for wet in rig.wet:
        for load in fed:
            away = mains.from_water(load, wet)
            over = away <= 1e-9
            yield evaluate_limit(
                "water.distance",
                load.about.of(wet.key),
                f"Distance to the {wet.name}",
                value=away,
                limit=mains.REACH,
                unit="m",
                figure="over it" if over else f"{away:.2f} m",
                allowed=f"at least {mains.REACH:.1f} m, never over it",
                source="an arm's reach; an inverter's socket is mains; local codes may ask for more",
                most=False,
                cure=Cure(
                    words=(
                        f"leave the lamp {mains.REACH:.1f} m away and bounce its light off a card or the wall; or a"
                        " lamp that runs on its own battery"
                    )
                ),
            )
            if load.falls > mains.REACH:
                yield evaluate_limit(
                    "water.fall",
                    load.about.of(wet.key),
                    f"Falling into the {wet.name}",
                    value=away,
                    limit=load.falls,
                    unit="m",
                    figure=f"{away:.2f} m away",
                    allowed=f"farther than it is high, {load.falls:.2f} m",
                    source="a stand that falls reaches as far as it is high",
                    most=False,
                    cure=Cure(
                        words=(
                            "move it away, hang it, tie its top off to the side that is dry, or a lamp that runs on its"
                            " own battery"
                        )
                    ),
                )
    if rig.weather == "outdoors" and fed:
        said = {None: "not told", "dry": "dry", "wet ground": "wet ground", "rain": "rain"}[rig.ground]
        yield stated(
            "water.rain",
            About("plugged-in", "everything plugged in"),
            "Rain and wet ground",
            good=None if rig.ground is None else rig.ground == "dry",
            figure=said,
            limit="dry, and dry for as long as it is on",
            source="lamps and plugs for indoors let water in; wet ground carries current to whoever touches them",
            cure=Cure(
                words=(
                    "lamps that run on their own batteries; or fittings made for rain, off the ground, looked after by"
                    " a licensed person"
                )
            ),
        )
