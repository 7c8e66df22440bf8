"""Thin diffusing sheets, and layers of them in contact."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.catalog.materials import SheetMaterial
from wenlo.core.optics.finish import CellGrid, Gloss, Shine
from wenlo.core.optics.lobe import joined_lobe, lobe_exponent

LUMA = np.array([0.2126, 0.7152, 0.0722])
"""Luminance of linear BT.709 red, green and blue (ITU-R BT.709-6)."""

Rgb = NDArray[np.float64]


def luminance(rgb: Rgb) -> Rgb:
    """Luminance of linear BT.709 colours, shape (..., 3) → (...)."""
    weighted: Rgb = rgb @ LUMA
    return weighted


def tinted(value: float, tint: Sequence[float]) -> Rgb:
    """A spectrally uneven factor whose luminance is ``value``, shape (3,).

    Tints are relative; they are normalised so that the tabled figure of white light holds.
    """
    colour = np.asarray(tint, dtype=np.float64)
    return np.minimum(value * colour / float(colour @ LUMA), 1.0)


@dataclass(frozen=True, kw_only=True, eq=False)
class Sheet:
    """Optical properties of a thin sheet or of layers in contact.

    ``transmittance`` T is total and includes ``unscattered`` D; R + T ≤ 1 on each side. T is the
    same from both sides (reciprocity), R may differ. All shape (3,), linear BT.709. [-]
    ``lobe`` is the exponent n of the scattered part S = T − D; 0 is Lambertian. ``shine`` and ``gloss``
    are reflected on top of the diffuse ``reflectance``. The unscattered part of a ``grid`` depends on
    direction by the shape of its cells, that of a ``pane`` by Fresnel's law.
    """

    transmittance: Rgb
    unscattered: Rgb
    reflectance_front: Rgb
    reflectance_back: Rgb
    lobe: float = 0.0
    shine_front: Shine | None = None
    shine_back: Shine | None = None
    gloss_front: Gloss | None = None
    gloss_back: Gloss | None = None
    grid: CellGrid | None = None
    pane: bool = False

    @property
    def scattered(self) -> Rgb:
        """S = T − D, shape (3,)."""
        return self.transmittance - self.unscattered


CLEAR = Sheet(
    transmittance=np.ones(3),
    unscattered=np.ones(3),
    reflectance_front=np.zeros(3),
    reflectance_back=np.zeros(3),
    lobe=0.0,
)
"""A sheet that is not there: T = D = 1."""


def sheet_of(material: SheetMaterial, *, transmittance: float | None = None) -> Sheet:
    """One layer of a material.

    Parameters
    ----------
    material: typical or measured values.
    transmittance: T to use instead of the typical one, for the spread of real materials. Absorptance
        A = 1 − T − R of the typical values stays fixed, and D keeps its share of T.
    """
    t = material.transmittance if transmittance is None else transmittance
    absorptance = 1.0 - material.transmittance - material.reflectance
    reflectance = max(0.0, 1.0 - absorptance - t)
    total = tinted(t, material.tint)
    reflected = np.minimum(tinted(reflectance, material.tint), 1.0 - total)
    share = material.unscattered / material.transmittance
    return Sheet(
        transmittance=total,
        unscattered=total * share,
        reflectance_front=reflected,
        reflectance_back=reflected,
        lobe=lobe_exponent(material.lobe_half_width),
    )


def touching(first: Sheet, second: Sheet) -> Sheet:
    """Two sheets in contact; light meets the front of ``first`` before ``second``.

    The general adding formulas: T = T₁T₂/(1 − R₁ᵇR₂ᶠ), R = R₁ᶠ + T₁²R₂ᶠ/(1 − R₁ᵇR₂ᶠ), D = D₁D₂.
    Order changes R, never T.

    Source: [Stokes1862].

    Parameters
    ----------
    first, second: the sheets, the first toward the light.

    Returns
    -------
    Sheet: both as one.
    """
    between = 1.0 - first.reflectance_back * second.reflectance_front
    t1, t2 = first.transmittance, second.transmittance
    unscattered = first.unscattered * second.unscattered
    scatters_first = bool(np.any(first.scattered > 1e-9))
    scatters_second = bool(np.any(second.scattered > 1e-9))
    if scatters_first and scatters_second:
        lobe = joined_lobe(first.lobe, second.lobe)
    else:
        lobe = first.lobe if scatters_first else second.lobe
    return Sheet(
        transmittance=t1 * t2 / between,
        unscattered=unscattered,
        reflectance_front=first.reflectance_front + t1 * t1 * second.reflectance_front / between,
        reflectance_back=second.reflectance_back + t2 * t2 * first.reflectance_back / between,
        lobe=lobe,
    )


def stacked(layers: Sequence[Sheet]) -> Sheet:
    """Any number of layers in contact, first layer first; no layer at all is :data:`CLEAR`."""
    result = CLEAR
    for index, layer in enumerate(layers):
        result = layer if index == 0 else touching(result, layer)
    return result


def flipped(sheet: Sheet) -> Sheet:
    """The same sheet turned round."""
    return replace(
        sheet,
        reflectance_front=sheet.reflectance_back,
        reflectance_back=sheet.reflectance_front,
        shine_front=sheet.shine_back,
        shine_back=sheet.shine_front,
        gloss_front=sheet.gloss_back,
        gloss_back=sheet.gloss_front,
    )


def board(reflectance: Sequence[float], back: Sequence[float] | None = None) -> Sheet:
    """An opaque Lambertian surface of linear BT.709 ``reflectance``; the same on both sides unless ``back`` is
    given.
    """
    front = np.asarray(reflectance, dtype=np.float64)
    behind = front if back is None else np.asarray(back, dtype=np.float64)
    nothing = np.zeros(3)
    return Sheet(transmittance=nothing, unscattered=nothing, reflectance_front=front, reflectance_back=behind)


def foil(reflectance: Sequence[float], alpha: float, back: Sequence[float] = (0.0, 0.0, 0.0)) -> Sheet:
    """Opaque board with rough metal on its front: foil, silver or gold face, mirror."""
    shine = Shine(reflectance=np.asarray(reflectance, dtype=np.float64), alpha=alpha)
    return replace(board((0.0, 0.0, 0.0), back), shine_front=shine)


def cell_grid(grid: CellGrid, tint: Sequence[float] = (1.0, 1.0, 1.0)) -> Sheet:
    """A cell grid as a thin surface: what passes straight, and what its walls send on and back."""
    colour = np.asarray(tint, dtype=np.float64)
    scattered = colour * grid.scattered
    edges = (1.0 - grid.open_share) * grid.wall
    return Sheet(
        transmittance=colour + scattered,
        unscattered=colour,
        reflectance_front=scattered + edges,
        reflectance_back=scattered + edges,
        grid=grid,
    )


def pane(transmittance: float, tint: Sequence[float] = (1.0, 1.0, 1.0), gloss: Gloss | None = None) -> Sheet:
    """Clear glass, acrylic or a gel: ``transmittance`` straight on, Fresnel's law off it, gloss on both faces."""
    colour = tinted(transmittance, tint)
    skin = gloss or Gloss(alpha=0.01)
    nothing = np.zeros(3)
    return Sheet(
        transmittance=colour,
        unscattered=colour,
        reflectance_front=nothing,
        reflectance_back=nothing,
        gloss_front=skin,
        gloss_back=skin,
        pane=True,
    )
