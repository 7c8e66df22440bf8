"""Plain results of the computations, as they travel between processes and to the browser.

Pydantic models, so that the interface's types are generated from the same place.
"""

from typing import Any, Literal

from pydantic import BaseModel, ConfigDict

from wenlo.core.analysis.light_layers import Layer
from wenlo.core.document.shoot import Shoot
from wenlo.core.facts import ArgKind


class Result(BaseModel):
    """Base of results; unknown fields are a mistake of ours."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class ArgumentResult(Result):
    """A value and what it is; SI, temperatures in °C. A list has labels and facts."""

    kind: ArgKind
    value: "float | str | list[float] | FactResult | list[str | FactResult] | None"


class FactResult(Result):
    """A code out of the messages, and its arguments by name."""

    code: str
    args: dict[str, ArgumentResult]


class DoubtResult(Result):
    """A cause why a figure may be off in a real set, and how far: in stops, or as a share where the gauge is one."""

    part: Literal["material", "lamp", "place", "angle", "paint", "sampling", "size"]
    off: float
    says: FactResult


class GaugeResult(Result):
    """One gauge of the strip; SI values, stops, or shares. ``spread`` is between what it lies in a real set, ``doubts``
    why (not told of a draft); ``says`` what it is called, its value, its spread and what it means.
    """

    key: Literal["shadow_edge", "contrast", "background", "evenness", "spill", "loss", "exposure"]
    unit: Literal["m", "stop", "share", "iso", "aperture", "power"]
    value: float | None
    low: float | None
    high: float | None
    spread: list[float] | None
    scale: list[float]
    state: Literal["within", "below", "above", "unknown"]
    says: FactResult
    doubts: list[DoubtResult]


class NoteResult(Result):
    """What is said beside the drawing, and the changes that mend it."""

    level: Literal["warning", "hint", "caution"]
    about: str
    says: FactResult
    cure: list["ChangeResult"] = []


class FigureResult(Result):
    """A figure of the kind's own, of the light, or of what it costs the picture: ``says`` what it is called, its value
    and what it means.
    """

    group: Literal["own", "light", "picture"]
    key: str
    says: FactResult


class ShadowProfile(Result):
    """Lit share across a shadow edge against place. [m]"""

    at: list[float]
    lit: list[float]


class SetDrawing(Result):
    """Places for the drawings, in the set's coordinates (origin at the subject's mark). [m]"""

    sheet_centre_height: float
    lamp_height: float
    lamp_width: float
    lamp_face_height: float
    lamp_shape: str
    beam: float
    field: float
    room_left: float
    room_right: float
    room_front: float
    room_back: float
    room_height: float


class PictureWeight(Result):
    """What the light of a picture is multiplied by: at the camera's setting and at the right one.

    ``colours`` (RGB) are for each lamp at full power, the modifier's first; its power and whether it is on multiply it.
    """

    as_set: float
    exposed_right: float
    colours: list[list[float]]


class OutlinePlace(Result):
    """A place on the subject's outline, in shares of the picture; the light on both sides by lamp, in the picture's
    units.
    """

    place: str
    at: list[float]
    inside: list[list[float]]
    outside: list[list[float]]


class LampLine(Result):
    """One lamp of the desk: its light at the face, on the shadow side and on the backdrop against the whole key. [stop]

    Null where it gives no light.
    """

    id: str
    name: str
    kelvin: float
    key: float | None
    fill: float | None
    backdrop: float | None


class OutlineDrawn(Result):
    """A surface on a drawing: points in m, and how it is drawn."""

    id: str
    look: Literal["sheet", "mirror", "white", "black"]
    points: list[list[float]]


class LampDrawn(Result):
    """A lamp on a drawing. [m]"""

    place: list[float]
    aim: list[float]
    face: float
    bulb: bool
    window: bool


class MarkDrawn(Result):
    """A dimension on the side view, edited by its path. [m]"""

    path: str
    label: str
    start: list[float]
    end: list[float]


class LinkedDrawn(Result):
    """Another value that goes with a dragged one, by so much for each unit of it."""

    path: str
    value: float
    per_unit: float


class HandleDrawn(Result):
    """Where a view is taken hold of: its place and how it moves for each unit of its value, both (2,) [m]: away from
    the subject (from the side) or to the right (from the front), and up.
    """

    view: Literal["side", "front"]
    path: str
    label: str
    value: float
    low: float
    high: float
    at: list[float]
    per_unit: list[float]
    linked: list[LinkedDrawn]


class ModifierDrawn(Result):
    """The modifier as it stands: from the side (away from the subject, and up) and from above, with its dimensions
    and what is taken hold of.
    """

    side: list[OutlineDrawn]
    side_lamps: list[LampDrawn]
    plan: list[OutlineDrawn]
    plan_lamps: list[LampDrawn]
    marks: list[MarkDrawn]
    handles: list[HandleDrawn]
    source_size: list[float]
    highest: float


class FiguresResult(Result):
    """Everything that the Shape stage and the gauge strip show."""

    effort: Literal["draft", "fine"]
    gauges: list[GaugeResult]
    figures: list[FigureResult]
    notes: list[NoteResult]
    sheet_map: list[list[float]]
    shadow: ShadowProfile
    drawing: SetDrawing
    modifier: ModifierDrawn
    picture: PictureWeight
    lamps: list[LampLine]
    with_room: bool
    core_version: str


class KindFigures(Result):
    """What a kind would do for the brief, each a fact that is read as its value."""

    edge: FactResult
    size: FactResult
    contrast: FactResult
    background: FactResult
    loss: FactResult
    exposure: FactResult
    cost: FactResult
    buy: FactResult
    cost_per_use: FactResult
    mass: FactResult
    build: FactResult
    setup: FactResult
    packed: FactResult
    strike: FactResult
    stands: FactResult
    lasts: FactResult


class CurveRequest(Result):
    """What a parameter does: its name without “design.”, or “size”; for one ``editor`` the newest wins."""

    document: Shoot
    parameter: str
    editor: str | None = None


class CurveResult(Result):
    """Curves over the values of a parameter; null where nothing can be said. Lengths in m, the rest in stops and
    shares.

    ``wanted`` is the Brief's wish for each: the shadow edge, and the most of the others.
    """

    parameter: str
    at: list[float]
    now: float
    edge: list[float | None]
    loss: list[float | None]
    evenness: list[float | None]
    missed: list[float | None]
    fits: list[bool]
    wanted: dict[str, float]


class MaterialResult(Result):
    """One material of a row: ``ref`` is what the design would hold, ``stops`` its light against what is chosen; null
    where nothing can be said.
    """

    ref: Any
    name: str
    chosen: bool
    own: bool
    stops: float | None
    edge: float | None
    evenness: float | None
    missed: float | None
    kelvin: float | None
    colour: list[float]
    keep_below: float | None
    cannot: str


class RowResult(Result):
    """Every sheet or face in the place of the one that is chosen, the most light first."""

    parameter: str
    lines: list[MaterialResult]


class BaselineRequest(Result):
    """Ask what a design is held against."""

    document: Shoot


class BaselineResult(Result):
    """The design's own lamp where it hangs, with nothing before it."""

    design: dict[str, Any]


class WeighedResult(Result):
    """What a kind is judged by in one respect: a wish that it misses or meets, or what it takes; and what that weighs
    against it, about one for every stop or doubling that a wish is missed by.
    """

    about: Literal["missed", "met", "takes"]
    says: list[FactResult]
    weight: float


class RankedResult(Result):
    """One kind for the brief; without ``design`` when it cannot serve, which ``cannot`` explains.

    ``lamp`` is the Brief's, or one of the Shelf where that cannot serve; the kinds are in order of their ``penalty``.
    """

    kind: str
    name: str
    good: str
    bad: str
    cannot: FactResult | None
    reasons: list[list[FactResult]]
    weighed: list[WeighedResult]
    design: dict[str, Any] | None
    lamp: str | dict[str, Any]
    penalty: float | None
    figures: KindFigures | None
    drawn: ModifierDrawn | None
    look_for: list[FactResult]


class SideResult(Result):
    """One side of a question, the kind that stands for it, and its argument in figures."""

    name: FactResult
    kind: str
    argument: FactResult


class DisputeResult(Result):
    """Where practitioners disagree, argued for this brief."""

    question: FactResult
    sides: list[SideResult]
    verdict: list[FactResult]


class RankingRequest(Result):
    """A brief to rank all kinds for; for one ``editor`` the newest wins."""

    document: Shoot
    editor: str | None = None


class RankingResult(Result):
    """All kinds, the best first."""

    kinds: list[RankedResult]
    disputes: list[DisputeResult]
    seconds: float


class ReflectionsRequest(Result):
    """A set whose thing is looked into; for one ``editor`` the newest wins."""

    document: Shoot
    editor: str | None = None


class MirroredPartResult(Result):
    """Something that the thing mirrors: on which share of it, and how bright against a white card at the thing.

    ``plan`` and ``side`` are places that are mirrored: to the camera's right and behind the subject; toward the key and
    up. [m]
    """

    key: str
    label: str
    look: str
    share: float
    stops: float | None
    plan: list[list[float]]
    side: list[list[float]]


class CardResult(Result):
    """A card that the thing would show; ``plan`` and ``side`` are its corners. [m]"""

    colour: str
    says: FactResult
    plan: list[list[float]]
    side: list[list[float]]


class ReflectionsResult(Result):
    """What a shiny thing mirrors. ``shown`` are rows of numbers of ``parts``, −1 where the thing is not; empty for what
    does not shine.
    """

    shown: list[list[int]]
    parts: list[MirroredPartResult]
    lit: float
    cards: list[CardResult]
    words: list[FactResult]


class FlagsRequest(Result):
    """A set whose surfaces are to be kept dark; for one ``editor`` the newest wins."""

    document: Shoot
    editor: str | None = None


class SurfaceResult(Result):
    """Mean light on a surface that must stay dark, without and with the flags, against the key. [stop]"""

    name: str
    limit: float
    before: float
    after: float


class FlagResult(Result):
    """A flag; ``plan`` and ``side`` are its corners. [m]"""

    says: FactResult
    plan: list[list[float]]
    side: list[list[float]]


class FlagsResult(Result):
    """The fewest flags, and what they do."""

    says: list[FactResult]
    surfaces: list[SurfaceResult]
    flags: list[FlagResult]


class ChangeResult(Result):
    """One value of the document to set."""

    path: str
    value: float | str


class ProposalResult(Result):
    """A change that reaches the target, or why none does (no changes); what it ``says`` has a ``reason``."""

    id: str
    says: FactResult
    further: list[FactResult]
    changes: list[ChangeResult]


class LeverResult(Result):
    """What a tenth more of one length does to the gauge."""

    path: str
    label: str
    change: float


class AdviceResult(Result):
    """How a gauge is worked out, its inputs, levers and proposals."""

    gauge: str
    how: FactResult
    inputs: list[FactResult]
    levers: list[LeverResult]
    proposals: list[ProposalResult]


class PictureRequest(Result):
    """A picture to predict; for one ``editor`` the newest wins."""

    document: Shoot
    editor: str | None = None
    quality: Literal["coarse", "first", "clean"] = "clean"


class LightMapRequest(Result):
    """A layer of the light over the room, ``thing`` of the set for the layer of that name; for one ``editor`` the
    newest wins.
    """

    document: Shoot
    layer: Layer
    thing: int = 0
    editor: str | None = None


class LightMapResult(Result):
    """Stops from the key in rows from the front, or the bottom, of the layer; sizes in m. Empty when it is not known.

    ``error`` is the worst 95 % half-width [stop]; ``sentence`` says what the layer shows; ``centre`` of a level layer,
    to the right and behind the subject [m]; ``holds`` the levels between which an action area holds. [stop]
    """

    layer: Layer
    width: float
    height: float
    stops: list[list[float]]
    error: float
    says: FactResult
    centre: list[float] = [0.0, 0.0]
    holds: list[float] | None = None


class FiguresRequest(Result):
    """A document to compute; ``editor`` names the tab so that its newest edit wins."""

    document: Shoot
    editor: str | None = None
    effort: Literal["draft", "fine"] = "fine"
