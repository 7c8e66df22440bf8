"""Compiles the kernels, or loads them from their cache, by computing the default shoot once."""

from dataclasses import replace
from typing import Literal

import numpy as np

from wenlo.core.analysis.preview import camera_of, picture_scene
from wenlo.core.brief.brief import Haze
from wenlo.core.document.shoot import Shoot
from wenlo.core.fabrication import columns
from wenlo.core.geometry import rays
from wenlo.core.instructions import hidden_lines
from wenlo.core.optics.finish import shine_scaling
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import foil
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import by_paths, measure
from wenlo.core.transport.picture import take
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.services.build_results import build
from wenlo.services.figure_results import ANY_SHINE, figures

Half = Literal["figures", "pictures"]
"""What takes about as long to compile: the figures' kernels, and all others."""


def warm_up(half: Half | None = None) -> None:
    """Compile or load every kernel, or one half of them.

    Parameters
    ----------
    half: only these; all when None.
    """
    if half != "pictures":
        _figures()
    if half != "figures":
        _pictures()


def _figures() -> None:
    document = Shoot().model_dump(mode="json")
    for effort in ("draft", "fine"):
        figures(document, effort)
    bulb = Shoot().model_dump(mode="json")
    bulb["brief"]["lamp"]["id"] = "bulb_15"
    bulb["design"].update(layers=2, layer_gap=0.1)
    figures(bulb, "draft")
    build(document)
    columns.compile_kernels()
    hidden_lines.compile_kernels()
    rays.compile_kernels()
    shine_scaling(ANY_SHINE)
    # mirrors have kernels of their own
    mirror = Panel(
        id="mirror",
        origin=np.zeros(3),
        edge_u=np.array([1.0, 0.0, 0.0]),
        edge_v=np.array([0.0, 1.0, 0.0]),
        surface=foil((0.9, 0.9, 0.9), 0.01),
    )
    usual = Shoot()
    scene = scene_builder.whole_scene(usual.brief, usual.design)
    measure(
        solve(replace(scene, panels=(mirror, *scene.panels)), replace(DRAFT, most_paths=1)),
        scene_builder.meters(usual.brief, usual.design),
    )


def _pictures() -> None:
    usual = Shoot()
    by_paths(
        solve(scene_builder.whole_scene(usual.brief, usual.design), DRAFT),
        scene_builder.meters(usual.brief, usual.design),
    )
    hazy = usual.brief.model_copy(update={"haze": Haze()})
    take(solve(picture_scene(hazy, usual.design), DRAFT), camera_of(hazy), width=24, height=16, samples=4, smoothing=3)
