"""A picture of every step: what is there in thin lines, what is added in bold ones, where screws go, what it is called.

The same lines are drawn on the page, on the phone and on paper; hidden ones are left out once, here.
"""

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.fabrication.assembly.parts import Assembly
from wenlo.core.instructions.hidden_lines import CELLS, seen_shares
from wenlo.core.instructions.line_drawing import LineMesh, Path, depth_buffer, joined, line_mesh, scaled, seen_lines
from wenlo.core.instructions.order import Job

Array = NDArray[np.float64]

TURNS = tuple(math.radians(a) for a in (-32, 28, 148, 212))
RISES = (math.radians(24), math.radians(-20))
"""Eight views: before and behind, from both sides, from above and from below."""

TRIED = 220
"""Cells of the buffer by which a view is chosen."""

LEAST_SEEN = 0.05
"""Of the edges of everything that is added, so much is seen in the view that is taken."""

SCREW_OUT = 0.06
"""The axis of a screw is drawn so far out of its head. [m]"""

BOX = 320.0
"""The picture is so wide or high, in units of its lines."""


@dataclass(frozen=True, kw_only=True)
class PictureLabel:
    """What a part is called, and where. ``x`` and ``y`` in units of the picture, from its upper left corner."""

    text: str
    x: float
    y: float


@dataclass(frozen=True, kw_only=True)
class StepPicture:
    """Lines of one picture, in units from its upper left corner: what was there, what is added, outlines of what is
    added behind other things, axes of screws; ``glue`` where something is bonded, ``hands`` where several people hold,
    ``shown`` how much of each added part is seen.
    """

    width: float
    height: float
    present: tuple[Path, ...]
    added: tuple[Path, ...]
    behind: tuple[Path, ...]
    screws: tuple[Path, ...]
    labels: tuple[PictureLabel, ...]
    shown: Mapping[str, float]
    glue: Path = ()
    hands: Path = ()


def fitted_in(jobs: Sequence[Job]) -> list[tuple[str, ...]]:
    """For each step the labels of the pieces and sheets that it fits, and what is bought for it."""
    return [(*job.parts, *(fitting.id for fitting in job.fittings)) for job in jobs]


def parts_by_step(assembly: Assembly, fitted: Sequence[Sequence[str]]) -> list[tuple[str, ...]]:
    """Ids of the parts that each step adds.

    Parameters
    ----------
    assembly: the built thing.
    fitted: for each step the labels of the pieces and sheets that it fits, and what is bought for it; what is neither
        comes with the last of what it joins.
    """
    when: dict[str, int] = {}
    for k, step in enumerate(fitted):
        for name in step:
            when.setdefault(name, k)
    known: dict[str, int] = {}
    for part in assembly.parts:
        name = part.label or ("" if part.role == "fitting" else part.item)
        if name in when:
            known[part.id] = when[name]
    # what is made ready before it is glued in comes with its glue
    for joint in assembly.joints:
        held = assembly.by_id.get(joint.parts[0]) if joint.parts else None
        with_it = [when[item] for item in joint.used if item in when]
        if held is not None and not held.label and with_it and joint.method == "glued":
            known[held.id] = max(known.get(held.id, 0), *with_it)
    beside: dict[str, set[str]] = {p.id: set() for p in assembly.parts}
    for joint in assembly.joints:
        for id in joint.parts:
            if id in beside:
                beside[id] |= set(joint.parts)
    bars = {part.id for part in assembly.bars}
    # what has no label of its own waits for what it holds: a corner for the second of its bars, into which a third is
    # pushed later, and not for the board that lies on it
    for _ in range(3):
        for part in assembly.parts:
            if part.id not in known:
                near = [known[id] for id in beside[part.id] if id in known]
                if near and part.source == "found":
                    # what is there already is there before the first that is put on it
                    known[part.id] = min(near)
                elif near:
                    barred = sorted(known[id] for id in beside[part.id] if id in known and id in bars)
                    corner = part.role == "fitting" and len(barred) > 1
                    known[part.id] = barred[1] if corner else max(barred or near)
    # a thing that is there already comes whole
    own = [part.id for part in assembly.parts if part.source == "found"]
    first = min((known[id] for id in own if id in known), default=None)
    if first is not None:
        known |= dict.fromkeys(own, first)
    last = len(fitted) - 1
    return [
        tuple(p.id for p in assembly.parts if min(known.get(p.id, last), last) == step) for step in range(len(fitted))
    ]


BONDS = frozenset({"wood_glue", "hot_glue", "solvent_cement"})
"""What joints use that are bonded."""

HELD_AT = 0.85
"""Hands hold the largest part so near to its ends, as a share of half of its length."""


def step_pictures(
    assembly: Assembly, fitted: Sequence[Sequence[str]], *, people: Sequence[int] = ()
) -> list[StepPicture | None]:
    """A picture for each step that adds something; None for the others.

    Parameters
    ----------
    assembly: the built thing.
    fitted: as for :func:`parts_by_step`.
    people: how many each step takes; hands are drawn where there is more than one.
    """
    meshes = {part.id: line_mesh(part) for part in assembly.parts}
    there: list[str] = []
    found: list[StepPicture | None] = []
    for k, added in enumerate(parts_by_step(assembly, fitted)):
        many = people[k] if k < len(people) else 1
        found.append(_picture(assembly, meshes, there, added, people=many) if added else None)
        there += added
    return found


def _view(turn: float, rise: float) -> Array:
    # rows: to the right, down, away from who looks; z of the thing is up
    away = np.array([math.sin(turn) * math.cos(rise), math.cos(turn) * math.cos(rise), -math.sin(rise)])
    right = np.array([math.cos(turn), -math.sin(turn), 0.0])
    return np.stack([right, np.cross(away, right), away])


def _shares(meshes: Mapping[str, LineMesh], drawn: Sequence[str], added: Sequence[str], view: Array) -> list[float]:
    # of the edges of each part that is added, how much is seen
    flat, scale, low = scaled(np.concatenate([meshes[id].points for id in drawn]), view, TRIED)
    depth, places = depth_buffer(meshes, drawn, flat, scale, low)
    shares = []
    for id in added:
        mine, edges = places[id], meshes[id].drawn(view)
        starts, ends = mine[edges[:, 0]], mine[edges[:, 1]]
        long = np.linalg.norm((ends - starts)[:, :2], axis=1)
        seen = seen_shares(depth, starts, ends)
        shares.append(float((long * seen).sum() / max(long.sum(), 1e-9)))
    return shares


def _bonded(assembly: Assembly, new: set[str], drawn: set[str]) -> Iterator[Array]:
    # the middle of where two parts meet that are bonded now
    for joint in assembly.joints:
        if not BONDS & set(joint.used) or not new & set(joint.parts) or not set(joint.parts) <= drawn:
            continue
        for contact in joint.contacts:
            one, other = assembly.by_id[contact.first].box, assembly.by_id[contact.second].box
            yield (np.maximum(one[0], other[0]) + np.minimum(one[1], other[1])) / 2.0


def _held(assembly: Assembly, added: Sequence[str], people: int) -> Iterator[Array]:
    # spread over the largest of what is added
    if people < 2:
        return
    parts = [assembly.by_id[id] for id in added if not assembly.by_id[id].soft] or [assembly.by_id[id] for id in added]
    largest = max(parts, key=lambda part: float(np.ptp(part.box, axis=0).max()))
    long = int(np.ptp(largest.box, axis=0).argmax())
    middle = largest.box.mean(axis=0)
    reach = HELD_AT * float(np.ptp(largest.box, axis=0)[long]) / 2.0
    for share in np.linspace(-1.0, 1.0, people):
        place = middle.copy()
        place[long] += share * reach
        yield place


def _picture(
    assembly: Assembly, meshes: Mapping[str, LineMesh], there: Sequence[str], added: Sequence[str], *, people: int
) -> StepPicture:
    drawn = [*there, *added]
    views = [_view(turn, rise) for rise in RISES for turn in TURNS]
    shares = [_shares(meshes, drawn, added, view) for view in views]
    # the first that shows a little of everything, else the one that shows most of what is seen least
    best = next((k for k, s in enumerate(shares) if min(s) >= LEAST_SEEN), int(np.argmax([min(s) for s in shares])))
    view = views[best]
    flat, scale, low = scaled(np.concatenate([meshes[id].points for id in drawn]), view, CELLS)
    depth, places = depth_buffer(meshes, drawn, flat, scale, low)
    unit = BOX / CELLS

    def lines(ids: Sequence[str]) -> Iterator[Path]:
        return seen_lines(meshes, ids, places, depth, view, unit)

    def place(point: Sequence[float] | Array) -> tuple[float, float]:
        x, y, _ = ((view @ np.asarray(point) - low) * scale + 2.0) * unit
        return round(float(x), 1), round(float(y), 1)

    # what no view shows is drawn through what hides it
    covered = [id for id, share in zip(added, shares[best], strict=True) if share < LEAST_SEEN]
    behind = (
        tuple((round(float(x) * unit, 1), round(float(y) * unit, 1)) for x, y in places[id][pair, :2])
        for id in covered
        for pair in meshes[id].drawn(view)
    )
    new = set(added)
    driven = [
        (place(np.array(f.head) - SCREW_OUT * np.array(f.direction)), place(f.head))
        for joint in assembly.joints
        if new & set(joint.parts) and set(joint.parts) <= set(drawn)
        for f in joint.fasteners
    ]
    high, wide = depth.shape
    return StepPicture(
        width=round(wide * unit, 1),
        height=round(high * unit, 1),
        present=joined(lines(there)),
        added=joined(lines(added)),
        behind=joined(behind),
        screws=tuple(driven),
        labels=tuple(placed_labels([(p.label, *place(p.centre)) for p in assembly.parts if p.id in new and p.label])),
        shown=dict(zip(added, shares[best], strict=True)),
        glue=tuple(dict.fromkeys(place(point) for point in _bonded(assembly, new, set(drawn)))),
        hands=tuple(place(point) for point in _held(assembly, added, people)),
    )


LABEL_HIGH, LABEL_WIDE = 11.0, 7.5
"""Of a label: its line, and each of its letters, in units of the picture."""


def placed_labels(wanted: Sequence[tuple[str, float, float]]) -> Iterator[PictureLabel]:
    """Names, each where its part is, or as near as it is free of the others."""
    taken: list[tuple[float, float, float]] = []
    for text, x, y in wanted:
        half = LABEL_WIDE * len(text) / 2
        for step in range(24):
            turn, away = step * 2.4, 5.0 * math.sqrt(step)
            at = (x + away * math.cos(turn), y + away * math.sin(turn))
            if all(abs(at[0] - u) > half + h or abs(at[1] - v) > LABEL_HIGH for u, v, h in taken):
                break
        taken.append((at[0], at[1], half))
        yield PictureLabel(text=text, x=round(at[0], 1), y=round(at[1], 1))
