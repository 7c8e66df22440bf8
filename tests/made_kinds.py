"""A kind as it starts for a brief that it serves, some numbers changed, with its parts and its light's surfaces."""

import random
from collections import defaultdict
from dataclasses import dataclass
from functools import cached_property
from typing import Any, Literal, get_args, get_origin

import numpy as np
from benchmarks.assemblies import any_bar, any_batten, own_stock
from pydantic import ValidationError

from factories import make_shoot
from wenlo.core.brief.brief import Brief, OtherLight
from wenlo.core.catalog.bars import GROUPS
from wenlo.core.errors import Impossible
from wenlo.core.fabrication.assembly.parts import Assembly
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.modifiers.kind import Arrangement, Kind
from wenlo.core.modifiers.registry import kinds
from wenlo.core.optics.shapes import Panel

LAMP = {"small_flash_softbox": "flash_hotshoe", "flash_into_board": "flash_hotshoe", "ring_softbox": "ring_18"}
WINDOWS = {
    "window_sheet": {"width": 1.0, "height": 1.3, "z": 1.4},
    "window_reflector": {"width": 1.0, "height": 1.3, "z": 1.4},
    "open_shade": {"width": 1.8, "height": 2.0, "z": 1.02},
}
KINDS = sorted(kinds())
DESIGNS = 12
THINGS = {"acrylic_table", "light_tent", "product_box", "table_booth", "tabletop_dome"}


def window_light() -> dict[str, Any]:
    """A window in the right wall of the attic, as a document holds it."""
    return OtherLight(name="north window", id="window", x=2.25, y=0.0).model_dump(mode="json")


def brief_for(kind: str, **changes: Any) -> Brief:
    """The default brief in a roomy attic, with a lamp and a subject that the kind can use."""
    if kind in THINGS:
        bottle = {"kind": "bottle", "finish": "glossy", "size": 0.22, "face_height": 1.05}
        changes = {
            **{f"brief__subject__{name}": value for name, value in bottle.items()},
            "brief__camera__distance": 1.1,
            **changes,
        }
    if kind in WINDOWS:
        changes = {"brief__others": [{**window_light(), **WINDOWS[kind]}], **changes}
    lamp = {"brief__lamp__id": LAMP.get(kind, "chip_60_dish")}
    room = {"brief__room__width": 4.5, "brief__room__depth": 6.0, "brief__room__height": 2.6}
    return make_shoot(**{**lamp, **room, **changes}).brief


@dataclass(frozen=True, kw_only=True)
class Made:
    """A design of a kind with what follows from it."""

    kind: Kind[Any]
    brief: Brief
    design: Any
    plan: BuildPlan
    light: Arrangement

    @cached_property
    def assembly(self) -> Assembly:
        """The built thing in space."""
        return self.kind.assemble(self.design, self.brief)

    def cuts(self) -> dict[str, list[float]]:
        """Cut lengths by the name of the piece. [m]"""
        found: dict[str, list[float]] = defaultdict(list)
        for piece in self.plan.pieces:
            found[piece.name].append(piece.cut)
        return found

    def covers(self, covering: str) -> list[tuple[float, float]]:
        """Cut sizes of all pieces of a covering. [m]"""
        return [piece.cut for piece in self.plan.cloth if piece.covering.id == covering]

    def fittings(self) -> dict[str, float]:
        """How many, or how many metres, of each fitting."""
        found: dict[str, float] = defaultdict(float)
        for fitting in self.plan.fittings:
            found[fitting.id] += fitting.count
        return found

    def panel(self, name: str) -> Panel:
        """The panel of that name."""
        (one,) = [s for s in self.light.surfaces if s.id == name]
        assert isinstance(one, Panel)
        return one


def made(kind: str, *, brief: Brief | None = None, **changes: Any) -> Made:
    """A kind as it starts, with some of its parameters changed; checked like a document."""
    this = kinds()[kind]
    brief = brief or brief_for(kind)
    design = this.parameters.model_validate({**this.start(brief).model_dump(), **changes})
    plan, light = this.build(design, brief), this.arrange(design, brief, None)
    return Made(kind=this, brief=brief, design=design, plan=plan, light=light)


def middle(panel: Panel) -> np.ndarray:
    """Middle of a panel, shape (3,). [m]"""
    return panel.origin + panel.edge_u / 2 + panel.edge_v / 2


def sides(panel: Panel) -> tuple[float, float]:
    """Lengths of its edges, the shorter one first. [m]"""
    short, long = sorted(float(np.linalg.norm(edge)) for edge in (panel.edge_u, panel.edge_v))
    return short, long


def angle(a: np.ndarray, b: np.ndarray) -> float:
    """Angle between two vectors. [degree]"""
    cosine = float(a @ b) / float(np.linalg.norm(a) * np.linalg.norm(b))
    return float(np.degrees(np.arccos(np.clip(cosine, -1.0, 1.0))))


def varied(kind, rng: random.Random) -> dict[str, Any]:
    """Every choice anew, every number between half and nearly twice what the kind begins with."""
    begins = kind.start(brief_for(kind.id))
    changes: dict[str, Any] = {}
    for name, field in kind.parameters.model_fields.items():
        now = getattr(begins, name)
        low = next((m.ge for m in field.metadata if hasattr(m, "ge")), None)
        high = next((m.le for m in field.metadata if hasattr(m, "le")), None)
        if name in ("kind", "found"):
            continue
        own = own_stock(rng, field.annotation)
        if own is not None:
            changes[name] = own.model_dump()
            continue
        if get_origin(field.annotation) is Literal:
            changes[name] = rng.choice(get_args(field.annotation))
        elif field.annotation is bool:
            changes[name] = rng.random() < 0.5
        elif low is None or high is None:
            continue
        elif field.annotation is int:
            changes[name] = rng.randint(int(low), int(high))
        elif isinstance(now, float):
            changes[name] = round(min(max(now * rng.uniform(0.5, 1.8), low), high), 4)
    if changes.get("structure", "board") != "board":
        # bars go with their structure
        changes["material"] = any_bar(rng, changes["structure"])
    if "worn" in changes:
        # none of them has further cloths
        changes["worn"] = 0
    if "bar" in kind.parameters.model_fields:
        changes["bar"] = any_bar(rng, rng.choice(GROUPS))
    for batten in sorted({"batten", "lower_batten"} & set(kind.parameters.model_fields)):
        changes[batten] = any_batten(rng)
    return changes


def designs(name: str, count: int = DESIGNS):
    """The kind as it begins, then designs at random, each with what can be carried; none that its own rules refuse."""
    kind, rng, found = kinds()[name], random.Random(f"built {name}"), 0
    yield kind.start(brief_for(name)), brief_for(name)
    for _ in range(20 * count):
        if found == count:
            return
        brief = brief_for(name, brief__carrying_length=rng.choice([0.9, 1.2, 2.0]))
        try:
            design = kind.parameters.model_validate({**kind.start(brief).model_dump(), **varied(kind, rng)})
            kind.build(design, brief)
        except (ValidationError, Impossible):
            continue
        found += 1
        yield design, brief
    assert found == count, f"only {found} of {count} designs of {name} can be built"
