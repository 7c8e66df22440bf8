"""How each gauge is computed, from what, and what would change it most."""

from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.gauges import GAUGE_KEYS, GaugeKey, gauges
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import bounce_face, provenance, sheet_material
from wenlo.core.facts import Fact, Phrases
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.proposals.proposal_context import lengths_of
from wenlo.core.scene import scene_builder
from wenlo.core.transport.solve import DRAFT

MOST_LEVERS = 6

NUDGE = 1.1
"""Each length is made a tenth longer to see what it does."""


@dataclass(frozen=True, kw_only=True)
class Lever:
    """What a tenth more of one length does to the gauge, in the gauge's unit."""

    path: str
    label: str
    change: float


@dataclass(frozen=True, kw_only=True)
class Explanation:
    """What is behind a gauge: ``how`` it is computed, from which ``inputs``, and which lengths change it most."""

    how: Fact
    inputs: tuple[Fact, ...]
    levers: tuple[Lever, ...]


SAYS = Phrases(
    "how",
    {
        **{key.replace("_", "-"): {} for key in GAUGE_KEYS},
        "sheet": {
            "sheet": "label",
            "layers": "count",
            "apart": "choice",
            "gap": "length",
            "passes": "hundredth",
            "least": "hundredth",
            "most": "hundredth",
            "straight": "hundredth",
            "source": "label",
        },
        "face": {"face": "label", "source": "label"},
        "kind": {"kind": "label", "size": "size", "away": "length"},
        "lamp": {"lamp": "label", "gap": "length", "source": "label"},
        "occluder": {"away": "length"},
    },
    room="proposals",
)

IN_ROOM = frozenset({"contrast", "background", "exposure"})


def explain(brief: Brief, design: ModifierParameters, key: GaugeKey) -> Explanation:
    """Explain one gauge and find what would change it most.

    Parameters
    ----------
    brief, design: the present state.
    key: the gauge.
    """
    # the room's part is read by paths, and a difference of two readings needs them steady
    effort = replace(DRAFT, error=0.01, most_paths=4096) if key in IN_ROOM else DRAFT

    def value(changed: Any) -> float | None:
        result = evaluate(brief, changed, effort=effort)
        return next(g.value for g in gauges(brief, changed, result) if g.key == key)

    now = value(design)
    levers = []
    height = kind_of(design).capabilities.height
    for slot in lengths_of(design, brief):
        longer = slot.get(design) * NUDGE
        changed = slot.put(design, longer)
        if height is not None and height.top is not None and slot.id == height.slot.id:
            # about its middle, so that its place is no part of the answer
            changed = height.top.put(changed, height.top.get(design) + (longer - slot.get(design)) / 2)
        then = value(changed)
        if now is not None and then is not None:
            levers.append(Lever(path=slot.path, label=slot.label, change=then - now))
    levers.sort(key=lambda lever: -abs(lever.change))
    return Explanation(
        how=SAYS(key.replace("_", "-")), inputs=_inputs(brief, design), levers=tuple(levers[:MOST_LEVERS])
    )


def _inputs(brief: Brief, design: ModifierParameters) -> tuple[Fact, ...]:
    rows = []
    able = kind_of(design).capabilities
    if able.sheet is not None:
        material = able.sheet.material.get(design)
        layers, apart, sheet = able.sheet.count(design), able.sheet.hangs_apart(design), sheet_material(material)
        gap = able.sheet.gap.get(design) if able.sheet.gap is not None and apart else 0.0
        rows.append(
            SAYS(
                "sheet",
                sheet=sheet.name,
                layers=layers,
                apart="one" if layers == 1 else "apart" if gap > 0.0 else "touching",
                gap=gap,
                passes=sheet.transmittance,
                least=sheet.transmittance_low,
                most=sheet.transmittance_high,
                straight=sheet.unscattered,
                source=provenance(material),
            )
        )
    for slot in able.faces:
        face = slot.get(design)
        rows.append(SAYS("face", face=bounce_face(face).name, source=provenance(face)))
    width, height = design.source_size
    away = float(np.linalg.norm(design.source_centre - scene_builder.face(brief)))
    gap = float(np.linalg.norm(design.lamp_position - design.source_centre))
    rows += [
        SAYS("kind", kind=kind_of(design).name, size=(float(width), float(height)), away=away),
        SAYS("lamp", lamp=brief.lamp.type.name, gap=gap, source=provenance(brief.lamp.id)),
        SAYS("occluder", away=brief.wanted.occluder_distance),
    ]
    return tuple(rows)
