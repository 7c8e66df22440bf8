"""Checks of what is plugged in: circuits, cables, batteries, protection, rain and water."""

from collections.abc import Iterator, Sequence

from wenlo.core.document.rigging import Rigging
from wenlo.core.facts import Phrases, yes
from wenlo.core.rigging import mains
from wenlo.core.rigging.checks import ABOUT, About, Check, Cure, evaluate_limit, stated, unanswered

BATTERY = About("battery", ABOUT("battery"))

SAYS = Phrases(
    "check",
    {
        "mains-watts": {},
        "mains-battery": {"runs": "count", "watts": "count", "wanted": "count", "share": "share"},
        "mains-inverter": {"peak": "count"},
        "mains-load": {
            "amperes": "tenth",
            "loads": "list",
            "most": "tenth",
            "share": "share",
            "volts": "count",
            "least_factor": "hundredth",
            "factor": "hundredth",
            "factors": "count",
        },
        "mains-peak": {"amperes": "tenth", "breaker": "count"},
        "mains-inrush": {"starts": "count", "together": "count", "inrush": "count", "trips": "count"},
        "mains-drop": {"drop": "tenth", "cable": "count", "most": "tenth", "section": "tenth"},
        "mains-cable": {"amperes": "tenth", "coiled": "choice", "most": "tenth", "section": "tenth"},
        "mains-residual": {"has": "choice"},
        "water-distance": {"water": "label", "over": "choice", "away": "length", "least": "length"},
        "water-fall": {"water": "label", "away": "length", "high": "length"},
        "water-rain": {"ground": "choice"},
    },
    room="checks",
)

CURES = Phrases(
    "cure",
    {
        "read-the-label": {},
        "larger-battery": {},
        "read-inverter": {},
        "second-circuit": {},
        "slower-recharging": {},
        "one-after-the-other": {},
        "shorter-cable": {},
        "draw-reel-out": {},
        "thicker-cable": {},
        "test-residual": {},
        "bounce-from-afar": {"away": "length"},
        "tie-to-dry-side": {},
        "no-mains-outdoors": {},
    },
    room="checks",
)


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
            yield unanswered("mains.watts", load.about, SAYS("mains-watts"), cure=Cure(says=CURES("read-the-label")))
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
        SAYS("mains-battery", runs=runs, watts=watts, wanted=rig.minutes_on, share=mains.BATTERY_USE),
        value=runs,
        limit=rig.minutes_on,
        unit="min",
        most=False,
        cure=Cure(says=CURES("larger-battery")),
    )
    peak = sum(max(x.watts, x.peak) / x.factor for x in plugged)
    yield unanswered(
        "mains.inverter",
        BATTERY,
        SAYS("mains-inverter", peak=peak),
        cure=Cure(says=CURES("read-inverter")),
        value=peak,
        unit="VA",
    )


def _circuit_checks(plugged: Sequence[mains.ElectricalLoad], rig: Rigging) -> Iterator[Check]:
    for circuit in mains.circuits(plugged, voltage=rig.voltage, breaker=rig.breaker, count=rig.circuits):
        if not circuit.loads:
            continue
        about = About(f"circuit-{circuit.number}", ABOUT("circuit", number=circuit.number))
        most = mains.STEADY * rig.breaker
        one_more = {"rig.circuits": min(rig.circuits + 1, 6)}
        factors = sorted({x.factor for x in circuit.loads})
        yield evaluate_limit(
            "mains.load",
            about,
            SAYS(
                "mains-load",
                amperes=circuit.amperes,
                loads=tuple(x.name for x in circuit.loads),
                most=most,
                share=mains.STEADY,
                volts=rig.voltage,
                least_factor=factors[0],
                factor=factors[-1],
                factors=len(factors),
            ),
            value=circuit.amperes,
            limit=most,
            unit="A",
            cure=Cure(says=CURES("second-circuit"), changes=one_more),
        )
        if circuit.peak > circuit.amperes * 1.01:
            yield evaluate_limit(
                "mains.peak",
                about,
                SAYS("mains-peak", amperes=circuit.peak, breaker=rig.breaker),
                value=circuit.peak,
                limit=rig.breaker,
                unit="A",
                cure=Cure(says=CURES("slower-recharging"), changes=one_more),
            )
        starts = sum(1 for x in circuit.loads if x.electronic)
        together = mains.at_once(rig.breaker)
        yield stated(
            "mains.inrush",
            about,
            SAYS("mains-inrush", starts=starts, together=together, inrush=mains.INRUSH, trips=mains.TRIPS),
            good=True if starts <= together else None,
            cure=Cure(says=CURES("one-after-the-other")),
        )
        yield from _cable_checks(circuit, about, rig)


def _cable_checks(circuit: mains.Circuit, about: About, rig: Rigging) -> Iterator[Check]:
    drop = mains.voltage_drop(circuit.amperes, rig.cable, rig.section)
    lost = mains.DROP_LIMIT * rig.voltage
    yield evaluate_limit(
        "mains.drop",
        about,
        SAYS("mains-drop", drop=drop, cable=rig.cable, most=lost, section=rig.section),
        value=drop,
        limit=lost,
        unit="V",
        cure=Cure(says=CURES("shorter-cable")),
    )
    carried = mains.ampacity(rig.section, rig.cable, coiled=rig.coiled)
    uncoiled = mains.ampacity(rig.section, rig.cable, coiled=False)
    helps = rig.coiled and max(circuit.amperes, circuit.peak * 0.5) <= uncoiled
    draw_out = Cure(says=CURES("draw-reel-out"), changes={"rig.coiled": False})
    yield evaluate_limit(
        "mains.cable",
        about,
        SAYS("mains-cable", amperes=circuit.amperes, coiled=yes(rig.coiled), most=carried, section=rig.section),
        value=circuit.amperes,
        limit=carried,
        unit="A",
        cure=draw_out if helps else Cure(says=CURES("thicker-cable")),
    )


def _protection(rig: Rigging) -> Check:
    has = {None: "unknown", True: "yes", False: "no"}[rig.residual_device]
    return stated(
        "mains.residual",
        About("circuits", ABOUT("circuits")),
        SAYS("mains-residual", has=has),
        good=rig.residual_device,
        cure=Cure(says=CURES("test-residual"), changes={"rig.residual_device": True}),
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
            over = yes(away <= 1e-9)
            yield evaluate_limit(
                "water.distance",
                load.about.of(wet.key),
                SAYS("water-distance", water=wet.name, over=over, away=away, least=mains.REACH),
                value=away,
                limit=mains.REACH,
                unit="m",
                most=False,
                cure=Cure(says=CURES("bounce-from-afar", away=mains.REACH)),
            )
            if load.falls > mains.REACH:
                yield evaluate_limit(
                    "water.fall",
                    load.about.of(wet.key),
                    SAYS("water-fall", water=wet.name, away=away, high=load.falls),
                    value=away,
                    limit=load.falls,
                    unit="m",
                    most=False,
                    cure=Cure(says=CURES("tie-to-dry-side")),
                )
    if rig.weather == "outdoors" and fed:
        ground = {None: "unknown", "dry": "dry", "wet ground": "wet", "rain": "rain"}[rig.ground]
        yield stated(
            "water.rain",
            About("plugged-in", ABOUT("plugged-in")),
            SAYS("water-rain", ground=ground),
            good=None if rig.ground is None else rig.ground == "dry",
            cure=Cure(says=CURES("no-mains-outdoors")),
        )
