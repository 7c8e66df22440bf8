"""A plain path tracer for panel sets, written apart from the solver: no patches, no guide, nothing shared.

Vectorised over paths in NumPy; diffuse and rough-metal panels, thin Lambertian sheets, rectangle lamps. One spot of
a lamp is sampled at every bounce; directions are drawn by the cosine (or, half of the time on metal, evenly over the
half-space), and a lamp that a direction meets counts for nothing, since its spots were counted already.
"""

import math

import numpy as np

LUMA = np.array([0.2126, 0.7152, 0.0722])


class Flat:
    """Parallelograms as rows."""

    def __init__(self, items):
        self.o = np.array([i["origin"] for i in items], float).reshape(-1, 3)
        self.u = np.array([i["edge_u"] for i in items], float).reshape(-1, 3)
        self.v = np.array([i["edge_v"] for i in items], float).reshape(-1, 3)
        n = np.cross(self.u, self.v)
        self.area = np.linalg.norm(n, axis=1)
        self.n = n / self.area[:, None]
        self.du = np.cross(self.v, n) / self.area[:, None] ** 2
        self.dv = np.cross(n, self.u) / self.area[:, None] ** 2

    def hits(self, x, d, p):
        dn = d @ self.n[p]
        t = ((self.o[p] - x) @ self.n[p]) / np.where(np.abs(dn) < 1e-12, 1e-12, dn)
        y = x + t[:, None] * d - self.o[p]
        a, b = y @ self.du[p], y @ self.dv[p]
        return np.where((t > 1e-6) & (a >= 0) & (a <= 1) & (b >= 0) & (b <= 1), t, np.inf)


def nearest(flat, x, d):
    best, which = np.full(len(x), np.inf), np.full(len(x), -1)
    for p in range(len(flat.o)):
        t = flat.hits(x, d, p)
        closer = t < best
        best[closer], which[closer] = t[closer], p
    return best, which


def blocked(flat, x, d, length):
    gone = np.zeros(len(x), bool)
    for p in range(len(flat.o)):
        gone |= flat.hits(x, d, p) < length - 2e-6
    return gone


def around(n, c, phi):
    a = np.where(np.abs(n[:, 2:3]) < 0.9, np.array([0.0, 0, 1]), np.array([1.0, 0, 0]))
    a = np.cross(a, n)
    a /= np.linalg.norm(a, axis=1)[:, None]
    b = np.cross(n, a)
    s = np.sqrt(np.maximum(0, 1 - c * c))
    return (s * np.cos(phi))[:, None] * a + (s * np.sin(phi))[:, None] * b + c[:, None] * n


def ggx(i, o, n, alpha):
    """GGX reflection for R = 1, without any scaling for what facets lose: brdf, shape of i."""
    h = i + o
    h /= np.maximum(np.linalg.norm(h, axis=1), 1e-12)[:, None]
    ci, co, ch = (np.maximum((w * n).sum(1), 1e-9) for w in (i, o, h))
    a2 = alpha**2
    d = a2 / (math.pi * (ch * ch * (a2 - 1) + 1) ** 2)

    def lam(c):
        return (np.sqrt(1 + a2 * (1 - c * c) / (c * c)) - 1) / 2

    return d / (1 + lam(ci) + lam(co)) / (4 * ci * co)


class Tracer:
    """Traces one set; ``shine_table(alpha, cosine)`` gives the energy scaling of metal."""

    def __init__(self, document, shine_table=None):
        self.panels, self.lamps = Flat(document["panels"]), Flat(document["lamps"])
        sides = [[p["front"], p["back"]] for p in document["panels"]]
        self.rho = np.array([[s["reflectance"] for s in pair] for pair in sides], float).reshape(-1, 2)
        self.rough = np.array([[s.get("roughness", 0.0) or 0.0 for s in pair] for pair in sides], float).reshape(-1, 2)
        self.through = np.array([p.get("transmittance", 0.0) for p in document["panels"]], float)
        self.exitance = np.array([lamp["lumens"] for lamp in document["lamps"]]) / self.lamps.area
        self.table = shine_table

    def _light(self, rng, x, n, o, kind):
        """What lamps give at points: kind is (side reflectance, transmittance, roughness) or the receptor's name."""
        total = np.zeros(len(x))
        for g in range(len(self.lamps.o)):
            a, b = rng.random(len(x)), rng.random(len(x))
            y = self.lamps.o[g] + a[:, None] * self.lamps.u[g] + b[:, None] * self.lamps.v[g]
            d = y - x
            r = np.linalg.norm(d, axis=1)
            d /= r[:, None]
            away = np.maximum(-(d @ self.lamps.n[g]), 0.0)
            f = self._response(kind, d, o, n)
            amount = f * self.exitance[g] / math.pi * away * self.lamps.area[g] / r**2
            lit = amount > 0
            hidden = np.ones(len(x), bool)
            hidden[lit] = blocked(self.panels, x[lit], d[lit], r[lit]) | blocked(self.lamps, x[lit], d[lit], r[lit])
            total += np.where(hidden, 0.0, amount)
        return total

    def _response(self, kind, i, o, n):
        c = (i * n).sum(1)
        if isinstance(kind, str):
            return np.maximum(c, 0) if kind == "flat" else (1 + c) / 2
        rho, through, rough = kind
        f = np.where(c > 0, rho, through) * np.abs(c) / math.pi
        for alpha in np.unique(rough[rough > 0]):
            shiny = (rough == alpha) & (c > 0)
            co = (o[shiny] * n[shiny]).sum(1)
            g = self.table(alpha, c[shiny]) * self.table(alpha, co)
            f[shiny] = rho[shiny] * ggx(i[shiny], o[shiny], n[shiny], alpha) * c[shiny] * g
        return f

    def read(self, meter, count, seed):
        """Mean reading of ``count`` paths and its standard error. [lx]"""
        rng = np.random.default_rng(seed)
        normal = np.array(meter["normal"], float) / np.linalg.norm(meter["normal"])
        x, n = np.tile(np.array(meter["position"], float), (count, 1)), np.tile(normal, (count, 1))
        o, weight, values, alive = n, np.ones(count), np.zeros(count), np.arange(count)
        kind = meter.get("receptor", "flat")
        for bounce in range(200):
            values[alive] += weight * self._light(rng, x, n, o, kind)
            d, f, density = self._look(rng, kind, n, o)
            with np.errstate(invalid="ignore", divide="ignore"):
                weight = np.where(f > 0, weight * f / density, 0.0)
            t, p = nearest(self.panels, x, d)
            at_lamp, _ = nearest(self.lamps, x, d)
            keep = (weight > 0) & (p >= 0) & (t < at_lamp)
            x, p, d, weight, alive = (x + t[:, None] * d)[keep], p[keep], d[keep], weight[keep], alive[keep]
            if not len(alive):
                break
            back = (d * self.panels.n[p]).sum(1) > 0
            n = np.where(back[:, None], -1, 1) * self.panels.n[p]
            o = -d
            kind = (self.rho[p, back.astype(int)], self.through[p], self.rough[p, back.astype(int)])
            if bounce >= 2:
                stay = np.minimum(0.95, weight / weight.mean())
                keep = rng.random(len(alive)) < stay
                x, n, o, alive, weight = x[keep], n[keep], o[keep], alive[keep], (weight / stay)[keep]
                kind = tuple(k[keep] for k in kind)
        return values.mean(), values.std() / math.sqrt(count)

    def _look(self, rng, kind, n, o):
        count = len(n)
        a, phi = rng.random(count), 2 * math.pi * rng.random(count)
        if kind == "dome":
            d = around(n, 1 - 2 * a, phi)
            return d, self._response(kind, d, o, n), np.full(count, 1 / (4 * math.pi))
        d = around(n, np.sqrt(a), phi)
        if kind == "flat":
            c = (d * n).sum(1)
            return d, c, c / math.pi
        rho, through, rough = kind
        metal = (rough > 0) & (rng.random(count) < 0.5)
        mirrored = 2 * (o * n).sum(1)[:, None] * n - o
        # near the mirrored direction, cosᵏ about it
        k = np.where(rough > 0, 2 / np.maximum(rough, 1e-3) ** 2, 1.0)
        near = around(mirrored, a ** (1 / (k + 1)), phi)
        d = np.where(metal[:, None], near, d)
        across = rng.random(count) < through / np.maximum(rho + through, 1e-12)
        d = np.where(across[:, None], d - 2 * (d * n).sum(1)[:, None] * n, d)
        c = (d * n).sum(1)
        cm = np.maximum((d * mirrored).sum(1), 0)
        share = np.where(rough > 0, 0.5, 1.0)
        density = share * np.abs(c) / math.pi + (1 - share) * (k + 1) / (2 * math.pi) * cm**k
        side = np.where(c < 0, through, rho) / np.maximum(rho + through, 1e-12)
        return d, self._response(kind, d, o, n), density * side
