"""The same sets read by a general-purpose path tracer, in the same run: what one per cent costs with either.

Wants a package that nothing else here needs: ``pip install mitsuba==3.5.2``, and an LLVM library of the system.
"""

import json
import math
import statistics
import time
from collections.abc import Iterator
from dataclasses import replace
from typing import Any

import numpy as np

from benchmarks.sets import ALL, references
from wenlo.core.transport import solve as solver
from wenlo.core.transport.measure import read
from wenlo.core.transport.solve import QUICK, solve
from wenlo.formats.panel_set import read_panel_set

VARIANT = "llvm_ad_rgb"
"""Compiled for this processor and run on all of its cores; the fastest that needs no graphics card."""

PATHS = 1 << 18
"""Paths of every meter in one launch."""

LAUNCHES, SEEDS = 6, 12
"""Timed launches of the one, and solutions with samples of their own of the other."""

ASKED = 0.01
"""Standard error that both are brought to, of the worst meter."""


def _sheet_class(mi: Any, dr: Any) -> type:
    class Sheet(mi.BSDF):  # type: ignore[misc]
        # Lambertian on either side, which also lets light through; not among the renderer's own surfaces
        def __init__(self, props: Any) -> None:
            mi.BSDF.__init__(self, props)
            self.front, self.back, self.through = (props[k] for k in ("front", "back", "through"))
            flags = mi.BSDFFlags.DiffuseReflection | mi.BSDFFlags.DiffuseTransmission
            flags = flags | mi.BSDFFlags.FrontSide | mi.BSDFFlags.BackSide
            self.m_components = [flags]
            self.m_flags = flags

        def _shares(self, wi: Any) -> tuple[Any, Any]:
            sends = dr.select(mi.Frame3f.cos_theta(wi) > 0, mi.Float(self.front), mi.Float(self.back))
            return sends, mi.Float(self.through)

        def sample(self, ctx: Any, si: Any, sample1: Any, sample2: Any, active: Any) -> tuple[Any, Any]:
            sends, passes = self._shares(si.wi)
            back = sample1 * (sends + passes) < sends
            wo = mi.warp.square_to_cosine_hemisphere(sample2)
            same = dr.select(mi.Frame3f.cos_theta(si.wi) > 0, mi.Float(1), mi.Float(-1))
            wo.z = wo.z * dr.select(back, same, -same)
            sampled = mi.BSDFSample3f()
            sampled.wo = wo
            sampled.pdf = self.pdf(ctx, si, wo, active)
            sampled.eta = 1.0
            sampled.sampled_type = mi.UInt32(+mi.BSDFFlags.DiffuseReflection)
            sampled.sampled_component = 0
            return sampled, mi.Color3f(sends + passes)

        def _value(self, si: Any, wo: Any) -> tuple[Any, Any]:
            sends, passes = self._shares(si.wi)
            cos = mi.Frame3f.cos_theta(wo)
            share = dr.select(mi.Frame3f.cos_theta(si.wi) * cos > 0, sends, passes)
            return share, dr.abs(cos) / math.pi

        def eval(self, ctx: Any, si: Any, wo: Any, active: Any) -> Any:
            share, lobe = self._value(si, wo)
            return mi.Color3f(share * lobe)

        def pdf(self, ctx: Any, si: Any, wo: Any, active: Any) -> Any:
            share, lobe = self._value(si, wo)
            sends, passes = self._shares(si.wi)
            return share * lobe / dr.maximum(sends + passes, 1e-9)

        def eval_pdf(self, ctx: Any, si: Any, wo: Any, active: Any) -> tuple[Any, Any]:
            return self.eval(ctx, si, wo, active), self.pdf(ctx, si, wo, active)

        def traverse(self, callback: Any) -> None:
            pass

        def parameters_changed(self, keys: Any) -> None:
            pass

        def to_string(self) -> str:
            return "Sheet"

    return Sheet


def _face(side: dict[str, Any]) -> dict[str, Any]:
    value = {"type": "rgb", "value": side["reflectance"]}
    if "roughness" in side:
        return {
            "type": "roughconductor",
            "material": "none",
            "distribution": "ggx",
            "alpha": side["roughness"],
            "specular_reflectance": value,
        }
    return {"type": "diffuse", "reflectance": value}


def _shape(mi: Any, one: dict[str, Any], surface: dict[str, Any], emitter: dict[str, Any] | None) -> Any:
    origin, u, v = (np.asarray(one[k], dtype=float) for k in ("origin", "edge_u", "edge_v"))
    corners = np.array([origin, origin + u, origin + u + v, origin + v])
    props = mi.Properties()
    props["bsdf"] = mi.load_dict(surface)
    if emitter is not None:
        props["emitter"] = mi.load_dict(emitter)
    mesh = mi.Mesh(one["id"].replace(" ", "_"), 4, 2, has_vertex_normals=False, props=props)
    params = mi.traverse(mesh)
    params["vertex_positions"] = mi.Float(corners.ravel())
    params["faces"] = mi.UInt32(np.array([0, 1, 2, 0, 2, 3]))
    params.update()
    return mesh


def _scene(mi: Any, document: dict[str, Any]) -> Any:
    shapes: dict[str, Any] = {}
    for k, one in enumerate(document["panels"]):
        through = one.get("transmittance", 0.0)
        if through:
            sides = {side: one[side]["reflectance"] for side in ("front", "back")}
            surface = {"type": "sheet", **sides, "through": through}
        else:
            # nested surfaces are taken in the order of their names
            surface = {"type": "twosided", "a": _face(one["front"]), "b": _face(one["back"])}
        shapes[f"panel {k}".replace(" ", "_")] = _shape(mi, one, surface, None)
    for k, one in enumerate(document["lamps"]):
        area = float(np.linalg.norm(np.cross(one["edge_u"], one["edge_v"])))
        shines = {"type": "area", "radiance": {"type": "rgb", "value": one["lumens"] / (math.pi * area)}}
        black = {"type": "diffuse", "reflectance": {"type": "rgb", "value": 0.0}}
        shapes[f"lamp_{k}"] = _shape(mi, one, black, shines)
    return mi.load_dict({"type": "scene", **shapes})


class _Tracer:
    # reads every flat meter at once, from directions drawn by the cosine
    def __init__(self, mi: Any, dr: Any, document: dict[str, Any], meters: list[dict[str, Any]]) -> None:
        self._mi, self._dr, self._meters = mi, dr, meters
        self._scene = _scene(mi, document)
        self._paths = mi.load_dict({"type": "path", "max_depth": -1, "rr_depth": 5})
        self._sampler = mi.load_dict({"type": "independent"})

    def launch(self, seed: int) -> tuple[np.ndarray, np.ndarray]:
        """Mean and variance of one path, by meter. [lx]"""
        mi, dr, count = self._mi, self._dr, len(self._meters)
        self._sampler.seed(seed, PATHS * count)
        which = dr.arange(mi.UInt32, PATHS * count) // PATHS
        at = dr.gather(mi.Point3f, mi.Point3f(np.array([m["position"] for m in self._meters], dtype=np.float32)), which)
        up = np.array([m["normal"] for m in self._meters], dtype=float)
        normal = dr.gather(
            mi.Vector3f, mi.Vector3f((up / np.linalg.norm(up, axis=1)[:, None]).astype(np.float32)), which
        )
        toward = mi.Frame3f(normal).to_world(mi.warp.square_to_cosine_hemisphere(self._sampler.next_2d()))
        ray = mi.RayDifferential3f(mi.Ray3f(at, toward))
        seen, _, _ = self._paths.sample(self._scene, self._sampler, ray, None, True)
        lux = np.asarray(seen.y if hasattr(seen, "y") else seen[1], dtype=float) * math.pi
        lux = lux.reshape(count, PATHS)
        return lux.mean(axis=1), lux.var(axis=1)


def _traced(mi: Any, dr: Any, document: dict[str, Any], truth: dict[str, tuple[float, float]]) -> dict[str, float]:
    flat = [m for m in document["meters"] if m["receptor"] == "flat"]
    tracer = _Tracer(mi, dr, document, flat)
    tracer.launch(0)
    means, variances = [], []
    wall, used = time.perf_counter(), time.process_time()
    for seed in range(LAUNCHES):
        mean, variance = tracer.launch(seed + 1)
        means.append(mean)
        variances.append(variance)
    wall, used = ((now - then) / LAUNCHES for now, then in ((time.perf_counter(), wall), (time.process_time(), used)))
    known = np.array([truth[m["id"]][0] for m in flat])
    mean, variance = np.mean(means, axis=0), np.mean(variances, axis=0)
    launches = float((variance / PATHS / (ASKED * known) ** 2).max())
    unsure = np.sqrt(variance / (PATHS * LAUNCHES)) + np.array([truth[m["id"]][1] for m in flat])
    return {
        "seconds": wall * launches,
        "cpu": used * launches,
        "off_percent": float((100 * np.abs(mean / known - 1)).max()),
        "off_errors": float((np.abs(mean - known) / unsure).max()),
    }


def _ours(document: dict[str, Any], truth: dict[str, tuple[float, float]]) -> dict[str, float]:
    scene, meters = read_panel_set(json.dumps(document))
    flat = [m["id"] for m in document["meters"] if m["receptor"] == "flat"]
    squares: dict[str, list[float]] = {name: [] for name in flat}
    walls, used = [], []
    read(solve(scene, QUICK), meters)
    for seed in range(SEEDS):
        solver._recent.clear()
        wall, cpu = time.perf_counter(), time.process_time()
        got = read(solve(scene, replace(QUICK, seed=seed)), meters)
        walls.append(time.perf_counter() - wall)
        used.append(time.process_time() - cpu)
        for name in flat:
            lux, error = truth[name]
            squares[name].append((got[name].total[1] / lux - 1) ** 2 - (error / lux) ** 2)
    worst = max(statistics.fmean(row) for row in squares.values())
    times = worst / ASKED**2
    return {"seconds": statistics.fmean(walls) * times, "cpu": statistics.fmean(used) * times, "rms": worst**0.5}


def rows() -> Iterator[tuple[str, dict[str, Any]]]:
    """Seconds and processor time for a standard error of one per cent at the worst flat meter, by set.

    Either one's is what it took times its mean square error over that of one per cent. Raises ImportError where the
    renderer is not installed.
    """
    import drjit as dr
    import mitsuba as mi

    mi.set_variant(VARIANT)
    mi.register_bsdf("sheet", _sheet_class(mi, dr))
    for name, truth in references().items():
        document = ALL[name]()
        general, own = _traced(mi, dr, document, truth), _ours(document, truth)
        yield (
            name,
            {
                "general_ms": round(1000 * general["seconds"], 1),
                "general_cpu_ms": round(1000 * general["cpu"], 1),
                "ms": round(1000 * own["seconds"], 2),
                "cpu_ms": round(1000 * own["cpu"], 2),
                "rms_percent": round(100 * own["rms"], 2),
                "ratio": round(general["seconds"] / own["seconds"], 1),
                "ratio_cpu": round(general["cpu"] / own["cpu"], 1),
                "bar_ratio": 2 if name == "panel in a room" else 10,
                "differ_percent": round(general["off_percent"], 2),
                "differ_errors": round(general["off_errors"], 1),
            },
        )


if __name__ == "__main__":
    for name, row in rows():
        print(name, row, flush=True)
