"""How each gauge was computed: inputs, formula, source, and what would change it most."""

from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.gauges import GaugeKey, gauges
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import bounce_face, provenance, sheet_material
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.proposals.proposal_context import lengths_of
from wenlo.core.scene import scene_builder
from wenlo.core.transport.solve import DRAFT
from wenlo.core.units.length import UnitSystem, format_length

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
    """Words and numbers behind a gauge; levers are ordered by how much they change it."""

    formula: str
    source: str
    inputs: tuple[tuple[str, str], ...]
    levers: tuple[Lever, ...]


_HOW: dict[GaugeKey, tuple[str, str]] = {
    "shadow_edge": (
        (
            "10–90 % width of the shadow = (x90 − x10) · b/(d − b); x10 and x90 are where 10 % and 90 % of the light at"
            " the face has been counted across the sheet (its real luminance × projected solid angle, the lamp seen"
            " through the weave included), d sheet to face, b edge to face."
        ),
        "similar triangles over the solved luminance; 0.80 of the full width for an even strip",
    ),
    "contrast": (
        (
            "log2 of what the side of the face that is toward the key gets over what its far side gets, both 45° aside"
            " of the lens."
        ),
        "two flat meters, each with everything in the set counted: key, other lamps, cards, walls, floor and ceiling",
    ),
    "background": (
        "log2 of the flat reading on the backdrop behind the face over the flat reading at the face toward the sheet.",
        "both readings include the room's return",
    ),
    "evenness": (
        (
            "log2 of the sheet's luminance toward the face in its middle over that at its dimmest edge middle, each"
            " averaged over a sixteenth of the sheet; light scattered by the sheet only."
        ),
        "lamp area sampled, the sheet's cosⁿ lobe evaluated for each pair of directions",
    ),
    "spill": (
        "Share of the lamp's lumens whose first surface is not the sheet, from directions drawn by its beam.",
        "I(θ) = I₀ cosᵐ θ from the lamp's beam angle; quasi-random directions",
    ),
    "loss": (
        (
            "log2 of the bare lamp aimed at the meter from where it hangs over the modified reading, both without the"
            " room."
        ),
        "flat receptor toward the sheet; layers in contact by the adding formulas",
    ),
    "exposure": (
        (
            "N²/t = E·S/C, with C = 340 for the dome toward the camera and 250 for the flat receptor toward the sheet;"
            " for a flash N² = H·S/C."
        ),
        "ISO 2720",
    ),
}

IN_ROOM = frozenset({"contrast", "background", "exposure"})


def explain(brief: Brief, design: ModifierParameters, key: GaugeKey, *, units: UnitSystem = "metric") -> Explanation:
    """Explain one gauge and find what would change it most.

    Parameters
    ----------
    brief, design: the present state.
    key: the gauge.
    units: how lengths are written.
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
    formula, source = _HOW[key]
    return Explanation(
        formula=formula, source=source, inputs=_inputs(brief, design, units), levers=tuple(levers[:MOST_LEVERS])
    )


def _inputs(brief: Brief, design: ModifierParameters, units: UnitSystem) -> tuple[tuple[str, str], ...]:
    def length(x: float) -> str:
        return format_length(x, system=units)

    rows = []
    able = kind_of(design).capabilities
    if able.sheet is not None:
        material, layers = able.sheet.material.get(design), able.sheet.count(design)
        sheet = sheet_material(material)
        apart = "" if layers == 1 else ", touching"
        if able.sheet.gap is not None and able.sheet.hangs_apart(design):
            apart = f", {length(able.sheet.gap.get(design))} apart"
        rows.append(
            (
                "Sheet",
                (
                    f"{sheet.name}, {layers} layer{'s' if layers > 1 else ''}{apart}: T {sheet.transmittance:.2f}"
                    f" ({sheet.transmittance_low:.2f}–{sheet.transmittance_high:.2f}), unscattered"
                    f" {sheet.unscattered:.2f} ({provenance(material)})"
                ),
            )
        )
    for slot in able.faces:
        face = slot.get(design)
        rows.append(("Face", f"{bounce_face(face).name} ({provenance(face)})"))
    width, height = design.source_size
    away = float(np.linalg.norm(design.source_centre - scene_builder.face(brief)))
    gap = float(np.linalg.norm(design.lamp_position - design.source_centre))
    rows += [
        (
            kind_of(design).name[:1].upper() + kind_of(design).name[1:],
            f"{length(width)} × {length(height)}, {length(away)} from the face",
        ),
        ("Lamp", f"{brief.lamp.type.name}, {length(gap)} from the middle of it ({provenance(brief.lamp.id)})"),
        ("Edge", f"{length(brief.wanted.occluder_distance)} from the face"),
    ]
    return tuple(rows)
