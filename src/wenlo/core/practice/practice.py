"""Practice: small exercises on simulated sets, made from a seed, scored by how far the answer is off, with the reason
shown.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Literal, get_args

import numpy as np

from wenlo.core.analysis.preview import Taking
from wenlo.core.brief.set_objects import MeterMark
from wenlo.core.calibration.model import KEY, as_found
from wenlo.core.calibration.simulated import Array, SimulatedExposure, Truth, frame, readings
from wenlo.core.document.shoot import Shoot, read_shoot, write_shoot
from wenlo.core.errors import FieldError, InvalidInput
from wenlo.core.facts import Fact, Phrases, yes
from wenlo.core.photometry.exposure import luminous_exposure_for
from wenlo.core.scene import scene_builder

ExerciseKind = Literal["second lamp", "darker wall", "which layer", "one card"]

KINDS: tuple[ExerciseKind, ...] = get_args(ExerciseKind)

SAYS = Phrases(
    "exercise",
    {
        "name": {"kind": "choice"},
        "question": {"kind": "choice"},
        "choice": {"choice": "choice"},
        "answer-lamp": {"where": "choice", "angle": "angle", "right": "choice", "away": "length"},
        "missed-by": {"off": "length"},
        "answer-wall": {"stops": "in_stops", "times": "tenth", "alone": "in_stops"},
        "answer-layer": {"what": "choice", "gain": "in_stops"},
        "answer-card": {"lean": "angle", "rise": "angle", "up": "angle"},
    },
    room="exercises",
)

LARGE = Taking(width=360, height=240, samples=6)

REACH = 1.6
"""The second lamp stands between half of this and this from the ball. [m]"""

HALVES: Mapping[ExerciseKind, float] = {"second lamp": 20.0, "darker wall": 0.5, "which layer": 0.5, "one card": 12.0}
"""An answer so far off scores half. [degree, stop, -, cm]"""


@dataclass(frozen=True, kw_only=True)
class Exercise:
    """An exercise: what is shown of the set (without what is asked for), and how it is answered: on the plan, on the
    side view, in stops, by choice.
    """

    kind: ExerciseKind
    seed: int
    answered: Literal["plan", "side", "stops", "choice"]
    shown: Shoot
    pictures: tuple[str, ...]
    choices: tuple[str, ...] = ()


@dataclass(frozen=True, kw_only=True)
class Answer:
    """An answer: a place [m] (across and behind on the plan; behind and up in the side view), stops, or a choice."""

    x: float | None = None
    y: float | None = None
    stops: float | None = None
    choice: str | None = None


@dataclass(frozen=True, kw_only=True)
class Score:
    """How far off an answer is, in its unit, points of a hundred, what is true, and why it is seen."""

    off: float
    unit: str
    points: int
    truth: Answer
    says: tuple[Fact, ...]


def _changed(**paths: Any) -> Shoot:
    document = write_shoot(Shoot(title="practice"))
    for path, value in paths.items():
        *steps, last = path.split("__")
        at: Any = document
        for step in steps:
            at = at[step]
        at[last] = value
    return read_shoot(document)


def _random(kind: ExerciseKind, seed: int) -> np.random.Generator:
    return np.random.default_rng([list(KINDS).index(kind), seed])


def _true_set(kind: ExerciseKind, seed: int) -> tuple[Shoot, Shoot | None]:
    # the set as it is, and as it was before where something was changed
    random = _random(kind, seed)
    if kind == "second lamp":
        angle, away = float(random.uniform(-150.0, 150.0)), float(random.uniform(REACH / 2.0, REACH))
        lamp = {
            "name": "second lamp",
            "id": "chip_60_dish",
            "power": round(float(random.uniform(0.05, 0.25)), 2),
            "x": away * math.sin(math.radians(angle)),
            "y": -away * math.cos(math.radians(angle)),
            "z": float(random.uniform(1.0, 2.0)),
        }
        left = bool(random.random() < 0.5)
        made = _ball(key_angle=-50.0 if left else 50.0)
        return made.model_copy(update={"brief": _lit_by(made, lamp)}), None
    if kind == "darker wall":
        return _wall(random), None
    if kind == "which layer":
        before = _gelled(_ball(key_angle=55.0, layers=2))
        return _without(before, str(random.choice(list(LAYERS)))), before
    lean, rise = round(float(random.uniform(22.0, 42.0))), round(float(random.uniform(0.0, 25.0)))
    return (
        _changed(
            brief__subject__kind="plate",
            brief__subject__finish="varnish",
            brief__subject__size=0.3,
            brief__subject__lean=float(lean),
            brief__subject__face_height=1.0,
            brief__camera__rise=float(rise),
            brief__camera__distance=1.4,
            brief__camera__focal_length=0.07,
            design__key_angle=70.0,
        ),
        None,
    )


LAYERS = ("sheet", "layer", "gel")
"""What may have been taken away: the whole sheet, one of its two layers, the gel."""


def _wall(random: np.random.Generator) -> Shoot:
    # until the sheet is not in the picture
    while True:
        away, side = round(float(random.uniform(0.6, 3.0)), 2), round(float(random.uniform(25.0, 75.0)))
        made = _changed(
            brief__backdrop__distance=away,
            brief__room__depth=6.0 + away,
            brief__room__width=5.0,
            design__key_angle=float(side),
            design__sheet_distance=round(float(random.uniform(0.7, 1.6)), 2),
        )
        if not scene_builder.in_picture(made.brief, made.design):
            return made


def _ball(*, key_angle: float, layers: int = 1) -> Shoot:
    return _changed(
        brief__subject__kind="ball",
        brief__subject__size=0.28,
        brief__subject__face_height=1.15,
        brief__camera__distance=1.6,
        design__key_angle=abs(key_angle),
        design__width=0.9,
        design__height=0.9,
        design__top_height=1.75,
        design__layers=layers,
        brief__backdrop__distance=1.8,
        brief__lamp__power=0.6,
    )


def _lit_by(shoot: Shoot, lamp: dict[str, Any]) -> Any:
    document = write_shoot(shoot)
    document["brief"]["others"] = [lamp]
    return read_shoot(document).brief


def _gelled(shoot: Shoot) -> Shoot:
    lamp, camera = shoot.brief.lamp, shoot.brief.camera
    balance = camera.model_copy(update={"white_balance": lamp.type.colour_temperature})
    brief = shoot.brief.model_copy(update={"lamp": lamp.model_copy(update={"gel": "half_warm"}), "camera": balance})
    return shoot.model_copy(update={"brief": brief})


def _without(before: Shoot, what: str) -> Shoot:
    design, brief = before.design, before.brief
    if what == "layer":
        return before.model_copy(update={"design": design.model_copy(update={"layers": 1})})
    if what == "gel":
        lamp = brief.lamp.model_copy(update={"gel": "none"})
        return before.model_copy(update={"brief": brief.model_copy(update={"lamp": lamp})})
    # as good as nothing in the frame
    clear = {
        "transmittance": 0.97,
        "transmittance_low": 0.97,
        "transmittance_high": 0.97,
        "unscattered": 0.969,
        "reflectance": 0.0,
    }
    nothing = as_found("sheet", "nothing", clear)
    return before.model_copy(update={"design": design.model_copy(update={"sheet": nothing, "layers": 1})})


def _key(shoot: Shoot) -> float:
    return float(readings(shoot.brief, shoot.design, [], [KEY], Truth())[0])


def exercise(kind: ExerciseKind, seed: int) -> Exercise:
    """The exercise of a kind that a seed gives, always the same."""
    true, _ = _true_set(kind, seed)
    if kind == "second lamp":
        shown = true.model_copy(update={"brief": true.brief.model_copy(update={"others": []})})
        return Exercise(kind=kind, seed=seed, answered="plan", shown=shown, pictures=("now",))
    if kind == "darker wall":
        return Exercise(kind=kind, seed=seed, answered="stops", shown=true, pictures=("now",))
    if kind == "which layer":
        pictures = ("before", "after")
        return Exercise(kind=kind, seed=seed, answered="choice", shown=true, pictures=pictures, choices=LAYERS)
    return Exercise(kind=kind, seed=seed, answered="side", shown=true, pictures=("now",))


def picture(kind: ExerciseKind, seed: int, which: str) -> Array:
    """A frame of the exercise, encoded from 0 to 1, shape (H, W, 3). Frames of one exercise have one exposure."""
    true, before = _true_set(kind, seed)
    seen = before if before is not None and which == "before" else true
    taken = _exposed_right(true)
    return frame(seen.brief, seen.design, Truth(seed=seed + (seen is before)), taken, LARGE)[0]


def _exposed_right(shoot: Shoot) -> SimulatedExposure:
    # by a meter at the face
    brief = shoot.brief
    camera = brief.camera
    right = luminous_exposure_for(aperture=camera.aperture, iso=camera.iso, receptor=brief.receptor)
    return SimulatedExposure(aperture=camera.aperture, shutter=right / _key(shoot), iso=camera.iso)


def score(kind: ExerciseKind, seed: int, answer: Answer) -> Score:
    """Hold an answer against what is true.

    Raises
    ------
    InvalidInput
        When the answer is not of the kind that was asked for.
    """
    true, before = _true_set(kind, seed)
    if kind == "second lamp":
        return _lamp_score(true, _place(answer))
    if kind == "darker wall":
        return _wall_score(true, _given(answer.stops, "stops", "Say how many stops."))
    if kind == "which layer":
        assert before is not None
        return _layer_score(true, before, _given(answer.choice, "choice", "Choose one of the three."))
    return _card_score(true, _place(answer))


def _given(value: Any, path: str, message: str) -> Any:
    if value is None:
        raise InvalidInput(message, fields=[FieldError(path=path, message=message)])
    return value


def _place(answer: Answer) -> tuple[float, float]:
    message = "Tap a place on the drawing."
    return float(_given(answer.x, "x", message)), float(_given(answer.y, "y", message))


def _points(kind: ExerciseKind, off: float) -> int:
    points: float = 100.0 * 0.5 ** (abs(off) / HALVES[kind])
    return round(points)


def _lamp_score(true: Shoot, at: tuple[float, float]) -> Score:
    lamp = true.brief.others[0]
    # a ball tells the direction that light comes from, not how far
    turned = math.degrees(math.atan2(at[0], -at[1]) - math.atan2(lamp.x, -lamp.y))
    off = abs((turned + 180.0) % 360.0 - 180.0)
    away = math.hypot(lamp.x, lamp.y)
    angle = math.degrees(math.atan2(lamp.x, -lamp.y))
    where = "before" if abs(angle) < 60.0 else "beside" if abs(angle) < 110.0 else "behind"
    says = SAYS("answer-lamp", where=where, angle=math.radians(abs(angle)), right=yes(angle > 0.0), away=round(away, 1))
    missed_by = 2.0 * away * math.sin(math.radians(off) / 2.0)
    return Score(
        off=off,
        unit="°",
        points=_points("second lamp", off),
        truth=Answer(x=lamp.x, y=lamp.y),
        says=(says, SAYS("missed-by", off=round(missed_by, 2))),
    )


def _wall_score(true: Shoot, stops: float) -> Score:
    brief = true.brief
    height = min(brief.subject.face_height, brief.room.height - 0.2)
    wall = MeterMark(name="wall", x=0.0, y=brief.backdrop.distance - 0.01, z=height, facing="camera")
    key, behind = readings(brief, true.design, [wall], [KEY, "wall"], Truth())
    truth = float(np.log2(key / behind))
    off = stops - truth
    source = true.design.source_centre
    far = float(np.linalg.norm(np.array([0.0, brief.backdrop.distance, height]) - source))
    near = float(np.linalg.norm(scene_builder.face(brief) - source))
    says = SAYS("answer-wall", stops=truth, times=far / near, alone=2.0 * math.log2(far / near))
    return Score(off=off, unit="stops", points=_points("darker wall", off), truth=Answer(stops=truth), says=(says,))


def _layer_score(true: Shoot, before: Shoot, choice: str) -> Score:
    if choice not in LAYERS:
        _given(None, "choice", "Choose one of the three.")
    what = next(one for one in LAYERS if _without(before, one) == true)
    gain = math.log2(_key(true) / _key(before))
    right = choice == what
    return Score(
        off=0.0 if right else abs(gain),
        unit="stops",
        points=100 if right else 0,
        truth=Answer(choice=what),
        says=(SAYS("answer-layer", what=what, gain=gain),),
    )


def _card_score(true: Shoot, at: tuple[float, float]) -> Score:
    subject, camera = true.brief.subject, true.brief.camera
    # in the side view: the plate faces (−cos lean, sin lean), the camera lies at (−cos rise, sin rise)
    lean, rise = math.radians(subject.lean), math.radians(camera.rise)
    turned = 2.0 * lean - rise
    along = np.array([-math.cos(turned), math.sin(turned)])
    tapped = np.array([at[0], at[1] - subject.face_height])
    reached = float(tapped @ along)
    off = float(np.linalg.norm(tapped - max(reached, 0.1) * along)) * 100.0
    spot = max(reached, 0.4) * along
    says = SAYS("answer-card", lean=lean, rise=rise, up=turned)
    return Score(
        off=off,
        unit="cm",
        points=_points("one card", off),
        truth=Answer(x=float(spot[0]), y=float(spot[1]) + subject.face_height),
        says=(says,),
    )
