"""Flat pieces for a laser or a plotter: read back, they have their sizes to a tenth of a millimetre."""

import io
import itertools
import xml.etree.ElementTree as ET

import ezdxf
import pytest

from factories import make_shoot
from wenlo.core.fabrication.covers import plan_covers, rects_of
from wenlo.core.modifiers.registry import kinds
from wenlo.formats.flat_parts import outlines, write_flat_dxf, write_flat_svg

SVG = "{http://www.w3.org/2000/svg}"
TENTH = 0.1


@pytest.fixture(params=["hanging_softbox", "product_box", "diffusion_frame"])
def covers(request):
    shoot = make_shoot(brief__room__width=5.0, brief__room__depth=6.0, brief__room__height=2.8)
    kind = kinds()[request.param]
    built = kind.build(kind.start(shoot.brief), shoot.brief)
    return plan_covers(built.cloth), [r for piece in built.cloth for r in rects_of(piece)]


def sizes(oblongs):
    return sorted((round(min(w, h), 1), round(max(w, h), 1)) for w, h in oblongs)


def test_dxf_holds_every_piece_closed_and_true_to_size(covers):
    plans, rects = covers
    document = ezdxf.read(io.StringIO(write_flat_dxf(plans).decode()))
    assert document.units == 4
    found = []
    for line in document.modelspace().query('LWPOLYLINE[layer=="CUT"]'):
        assert line.closed
        points = [(p[0], p[1]) for p in line.get_points()]
        xs, ys = zip(*points, strict=True)
        found.append((max(xs) - min(xs), max(ys) - min(ys)))
    wanted = sizes([(r.width * 1000, r.height * 1000) for r in rects])
    for got, want in zip(sizes(found), wanted, strict=True):
        assert got == pytest.approx(want, abs=TENTH)
    names = {t.dxf.text for t in document.modelspace().query('TEXT[layer=="LABEL"]')}
    assert {r.label for r in rects} <= names
    assert not document.audit().has_errors


def test_svg_is_in_millimetres_and_pieces_lie_on_their_stock(covers):
    plans, rects = covers
    tree = ET.fromstring(write_flat_svg(plans))
    _, _, wide, tall = (float(x) for x in tree.get("viewBox").split())
    assert (tree.get("width"), tree.get("height")) == (f"{wide:.3f}mm", f"{tall:.3f}mm")
    groups = {g.get("id"): g for g in tree.iter(f"{SVG}g")}
    pieces = [tuple(float(r.get(k)) for k in ("x", "y", "width", "height")) for r in groups["CUT"].iter(f"{SVG}rect")]
    wanted = sizes([(r.width * 1000, r.height * 1000) for r in rects])
    for got, want in zip(sizes([(w, h) for _, _, w, h in pieces]), wanted, strict=True):
        assert got == pytest.approx(want, abs=TENTH)
    stock = [tuple(float(r.get(k)) for k in ("x", "y", "width", "height")) for r in groups["STOCK"].iter(f"{SVG}rect")]
    for x, y, w, h in pieces:
        assert any(
            sx - TENTH <= x and sy - TENTH <= y and x + w <= sx + sw + TENTH and y + h <= sy + sh + TENTH
            for sx, sy, sw, sh in stock
        )


def test_boards_lie_beside_each_other(covers):
    plans, _ = covers
    stock = [o for o in outlines(plans) if o.layer == "STOCK"]
    assert all(a.x + a.width < b.x for a, b in itertools.pairwise(stock))
