"""A set as glTF 2.0 in one binary file (Khronos, the container of chapter 4), metres, y up."""

import json
import struct
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

MAGIC, VERSION, JSON_CHUNK, BINARY_CHUNK = 0x46546C67, 2, 0x4E4F534A, 0x004E4942
FLOAT, UNSIGNED = 5126, 5125


@dataclass(frozen=True, kw_only=True, eq=False)
class MeshSolid:
    """A named mesh: corners (N, 3) with z up [m], triangles (M, 3), a linear colour, opacity and whether it shines."""

    name: str
    corners: NDArray[np.float64]
    faces: NDArray[np.int64]
    colour: tuple[float, float, float]
    opacity: float = 1.0
    shines: bool = False


def _padded(data: bytes, filler: bytes) -> bytes:
    return data + filler * (-len(data) % 4)


def write_glb(solids: Sequence[MeshSolid]) -> bytes:
    """A binary glTF with one node a solid; empty ones are left out."""
    solids = [s for s in solids if len(s.faces)]
    body = bytearray()
    views, accessors, meshes, nodes, materials = [], [], [], [], []
    for solid in solids:
        # z up to y up: x stays, y is up, z comes toward the viewer
        places = np.stack([solid.corners[:, 0], solid.corners[:, 2], -solid.corners[:, 1]], axis=1).astype("<f4")
        indices = solid.faces.astype("<u4").reshape(-1)
        for data, kind, shape, count, target in (
            (places.tobytes(), FLOAT, "VEC3", len(places), 34962),
            (indices.tobytes(), UNSIGNED, "SCALAR", len(indices), 34963),
        ):
            views.append({"buffer": 0, "byteOffset": len(body), "byteLength": len(data), "target": target})
            accessor = {"bufferView": len(views) - 1, "componentType": kind, "count": count, "type": shape}
            if shape == "VEC3":
                accessor["min"] = [float(x) for x in places.min(axis=0)]
                accessor["max"] = [float(x) for x in places.max(axis=0)]
            accessors.append(accessor)
            body += _padded(data, b"\0")
        factor = [*(min(max(float(c), 0.0), 1.0) for c in solid.colour), solid.opacity]
        material: dict[str, object] = {
            "name": solid.name,
            "doubleSided": True,
            "pbrMetallicRoughness": {"baseColorFactor": factor, "metallicFactor": 0.0, "roughnessFactor": 0.9},
        }
        if solid.opacity < 1.0:
            material["alphaMode"] = "BLEND"
        if solid.shines:
            material["emissiveFactor"] = [1.0, 0.95, 0.85]
        materials.append(material)
        primitive = {
            "attributes": {"POSITION": len(accessors) - 2},
            "indices": len(accessors) - 1,
            "material": len(materials) - 1,
        }
        meshes.append({"name": solid.name, "primitives": [primitive]})
        nodes.append({"name": solid.name, "mesh": len(meshes) - 1})
    document: dict[str, object] = {
        "asset": {"version": "2.0", "generator": "Wenlo"},
        "scene": 0,
        "scenes": [{"nodes": list(range(len(nodes)))}],
    }
    if solids:
        document |= {
            "nodes": nodes,
            "meshes": meshes,
            "materials": materials,
            "accessors": accessors,
            "bufferViews": views,
            "buffers": [{"byteLength": len(body)}],
        }
    text = _padded(json.dumps(document, separators=(",", ":")).encode(), b" ")
    chunks = struct.pack("<II", len(text), JSON_CHUNK) + text
    if body:
        chunks += struct.pack("<II", len(body), BINARY_CHUNK) + bytes(body)
    return struct.pack("<III", MAGIC, VERSION, 12 + len(chunks)) + chunks
