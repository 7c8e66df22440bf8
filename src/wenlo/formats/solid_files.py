"""Solids as STL and 3MF, written by the 3MF consortium's library. Units are millimetres."""

import functools
from collections.abc import Sequence
from typing import Any

import lib3mf
import numpy as np
from numpy.typing import NDArray

from wenlo.core.instructions.solids import Print

Array = NDArray[np.float64]

MILLIMETRES = 1000.0


@functools.cache
def _wrapper() -> Any:
    return lib3mf.get_wrapper()


def _model(prints: Sequence[Print], *, copies: bool) -> Any:
    wrapper = _wrapper()
    model = wrapper.CreateModel()
    model.SetUnit(lib3mf.ModelUnit.MilliMeter)
    along = 0.0
    for made in prints:
        mesh = model.AddMeshObject()
        mesh.SetName(made.spec.name)
        points = made.solid.points * MILLIMETRES
        vertices = [lib3mf.Position(Coordinates=tuple(float(x) for x in p)) for p in points]
        triangles = [lib3mf.Triangle(Indices=tuple(int(i) for i in t)) for t in made.solid.triangles]
        mesh.SetGeometry(vertices, triangles)
        low, high = points.min(axis=0), points.max(axis=0)
        for _ in range(made.spec.count if copies else 1):
            # side by side on the bed, a centimetre apart
            transform = wrapper.GetTranslationTransform(float(along - low[0]), float(-low[1]), float(-low[2]))
            model.AddBuildItem(mesh, transform)
            along += float(high[0] - low[0]) + 10.0
    group = model.GetMetaDataGroup()
    hints = " | ".join(f"{p.spec.name}: {p.spec.count} pieces; {'; '.join(p.hints)}" for p in prints)
    group.AddMetaData("", "Application", "Wenlo", "xs:string", True)
    group.AddMetaData("", "Description", hints, "xs:string", True)
    return model


def _written(model: Any, form: str) -> bytes:
    return bytes(bytearray(model.QueryWriter(form).WriteToBuffer()))


def write_stl(made: Print) -> bytes:
    """One solid as binary STL. [mm]"""
    return _written(_model([made], copies=False), "stl")


def write_3mf(prints: Sequence[Print]) -> bytes:
    """All solids as one 3MF package, each as often as it is needed, with the hints in its description. [mm]"""
    return _written(_model(prints, copies=True), "3mf")


def _built(solids: Sequence[tuple[str, Array, NDArray[np.int64]]]) -> Any:
    wrapper = _wrapper()
    model = wrapper.CreateModel()
    model.SetUnit(lib3mf.ModelUnit.MilliMeter)
    for name, points, triangles in solids:
        mesh = model.AddMeshObject()
        mesh.SetName(name)
        vertices = [lib3mf.Position(Coordinates=tuple(float(x) for x in p)) for p in points * MILLIMETRES]
        faces = [lib3mf.Triangle(Indices=tuple(int(i) for i in t)) for t in triangles]
        mesh.SetGeometry(vertices, faces)
        model.AddBuildItem(mesh, wrapper.GetIdentityTransform())
    model.GetMetaDataGroup().AddMetaData("", "Application", "Wenlo", "xs:string", True)
    return model


def write_built(solids: Sequence[tuple[str, Array, NDArray[np.int64]]], form: str) -> bytes:
    """Closed bodies in their places: one named object each in 3MF, all as one in STL. [mm]

    Parameters
    ----------
    solids: name, corners (N, 3) with z up [m] and triangles (M, 3) of each.
    form: ``"3mf"`` or ``"stl"``.
    """
    return _written(_built(solids), form)
