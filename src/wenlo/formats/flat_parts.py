"""The pieces of all boards and rolls for a laser or a plotter, true to size in millimetres: SVG and DXF.

What is cut is on the layer ``CUT``, the edge of what it is cut from on ``STOCK``, names on ``LABEL``.
"""

import io
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from xml.sax.saxutils import escape

from ezdxf import units
from ezdxf.filemanagement import new

from wenlo.core.fabrication.covers import CoverPlan
from wenlo.core.fabrication.sheetplan import CutSheet, Laid

MM = 1000.0
GAP = 40.0
"""Between two boards on the page. [mm]"""

COLOURS = {"CUT": (1, "#d02020"), "STOCK": (8, "#8a9098"), "LABEL": (5, "#2040c0")}
"""Colour number of the layer in DXF, and in SVG."""


@dataclass(frozen=True, kw_only=True)
class CutOutline:
    """An oblong on a layer with its name: corner and sides. [mm]"""

    layer: str
    name: str
    x: float
    y: float
    width: float
    height: float


def outlines(covers: Sequence[CoverPlan]) -> Iterator[CutOutline]:
    """Stock and pieces of every board and roll, one after the other to the right. [mm]"""
    at = 0.0
    for cover in covers:
        inside = {nested.host: nested.sheet for nested in cover.nested if nested.sheet.laid}
        for number, sheet in enumerate((*cover.own, *cover.plan.sheets), start=1):
            wide, tall = sheet.width * MM, sheet.length * MM
            name = f"{cover.covering.name} {number}"
            yield CutOutline(layer="STOCK", name=name, x=at, y=0.0, width=wide, height=tall)
            for p in sheet.laid:
                yield CutOutline(
                    layer="CUT", name=p.label, x=at + p.x * MM, y=p.y * MM, width=p.width * MM, height=p.height * MM
                )
                if p.label in inside:
                    yield from _within(p, inside[p.label], at)
            at += wide + GAP


def _within(host: Laid, sheet: CutSheet, at: float) -> Iterator[CutOutline]:
    # what is cut from the piece that falls out of a window; the host may lie turned on its board
    turned = (sheet.width > sheet.length) != (host.width > host.height) and abs(sheet.width - sheet.length) > 1e-9
    wide, tall = (sheet.length, sheet.width) if turned else (sheet.width, sheet.length)
    x0, y0 = host.x + (host.width - wide) / 2, host.y + (host.height - tall) / 2
    yield CutOutline(layer="CUT", name="window", x=at + x0 * MM, y=y0 * MM, width=wide * MM, height=tall * MM)
    for p in sheet.laid:
        x, y, w, h = (p.y, p.x, p.height, p.width) if turned else (p.x, p.y, p.width, p.height)
        yield CutOutline(layer="CUT", name=p.label, x=at + (x0 + x) * MM, y=(y0 + y) * MM, width=w * MM, height=h * MM)


def write_flat_svg(covers: Sequence[CoverPlan]) -> bytes:
    """SVG 1.1 in millimetres, y upward as on the table."""
    found = list(outlines(covers))
    wide = max((o.x + o.width for o in found), default=1.0)
    tall = max((o.y + o.height for o in found), default=1.0)
    out = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.3f}mm" height="{tall:.3f}mm" viewBox="0 0 {wide:.3f}'
        f' {tall:.3f}" font-family="sans-serif">'
    ]
    for layer, (_, colour) in COLOURS.items():
        out.append(f'<g id="{layer}" fill="none" stroke="{colour}" stroke-width="0.2">')
        for o in found:
            if layer == "LABEL":
                x, y = o.x + 4.0, tall - o.y - (6.0 if o.layer == "CUT" else o.height - 8.0)
                out.append(
                    f'<text x="{x:.3f}" y="{y:.3f}" font-size="8" fill="{colour}" stroke="none">{escape(o.name)}</text>'
                )
            elif o.layer == layer:
                out.append(
                    f'<rect x="{o.x:.3f}" y="{tall - o.y - o.height:.3f}" width="{o.width:.3f}"'
                    f' height="{o.height:.3f}"><title>{escape(o.name)}</title></rect>'
                )
        out.append("</g>")
    return "\n".join([*out, "</svg>"]).encode()


def write_flat_dxf(covers: Sequence[CoverPlan]) -> bytes:
    """DXF (R2010) in millimetres, closed polylines."""
    document = new("R2010", units=units.MM)
    space = document.modelspace()
    for layer, (colour, _) in COLOURS.items():
        document.layers.add(layer, color=colour)
    for o in outlines(covers):
        corners = [(o.x, o.y), (o.x + o.width, o.y), (o.x + o.width, o.y + o.height), (o.x, o.y + o.height)]
        space.add_lwpolyline(corners, close=True, dxfattribs={"layer": o.layer})
        lift = 6.0 if o.layer == "CUT" else o.height - 8.0
        space.add_text(o.name, height=8.0, dxfattribs={"layer": "LABEL"}).set_placement((o.x + 4.0, o.y + lift))
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()
