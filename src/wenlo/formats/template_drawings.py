"""Templates for a laser or a plotter, true to size in millimetres: cuts, folds and names on layers of their own."""

import io
from collections.abc import Iterator, Sequence
from xml.sax.saxutils import escape

from ezdxf import units
from ezdxf.filemanagement import new

from wenlo.core.fabrication.parts import Loop, Template

MM = 1000.0
GAP = 20.0
"""Between two templates on the page. [mm]"""

COLOURS = {"CUT": (1, "#d02020"), "FOLD": (3, "#20a040"), "LABEL": (5, "#2040c0")}


def _placed(templates: Sequence[Template]) -> Iterator[tuple[Template, float]]:
    at = 0.0
    for template in templates:
        yield template, at
        at += template.size[0] * MM + GAP


def _loops(template: Template) -> tuple[Loop, ...]:
    return (template.outline, *template.holes)


def write_template_svg(templates: Sequence[Template]) -> bytes:
    """SVG 1.1 in millimetres, side by side, y upward as on the table."""
    placed = list(_placed(templates))
    wide = max((at + t.size[0] * MM for t, at in placed), default=1.0)
    tall = max((t.size[1] * MM for t, _ in placed), default=1.0)
    out = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.3f}mm" height="{tall:.3f}mm" viewBox="0 0 {wide:.3f}'
        f' {tall:.3f}" font-family="sans-serif">'
    ]
    for layer, (_, colour) in COLOURS.items():
        out.append(f'<g id="{layer}" fill="none" stroke="{colour}" stroke-width="0.2">')
        for template, at in placed:
            if layer == "CUT":
                for loop in _loops(template):
                    points = " ".join(f"{at + x * MM:.3f},{tall - y * MM:.3f}" for x, y in loop)
                    out.append(f'<polygon points="{points}"><title>{escape(template.name)}</title></polygon>')
            elif layer == "FOLD":
                out += [
                    f'<line x1="{at + a[0] * MM:.3f}" y1="{tall - a[1] * MM:.3f}" x2="{at + b[0] * MM:.3f}"'
                    f' y2="{tall - b[1] * MM:.3f}"/>'
                    for a, b in template.folds
                ]
            else:
                out.append(
                    f'<text x="{at + 3:.3f}" y="{tall - 3:.3f}" font-size="5" fill="{colour}"'
                    f' stroke="none">{escape(template.name)}</text>'
                )
        out.append("</g>")
    return "\n".join([*out, "</svg>"]).encode()


def write_template_dxf(templates: Sequence[Template]) -> bytes:
    """DXF (R2010) in millimetres: closed polylines, folds as lines."""
    document = new("R2010", units=units.MM)
    space = document.modelspace()
    for layer, (colour, _) in COLOURS.items():
        document.layers.add(layer, color=colour)
    for template, at in _placed(templates):
        for loop in _loops(template):
            space.add_lwpolyline([(at + x * MM, y * MM) for x, y in loop], close=True, dxfattribs={"layer": "CUT"})
        for a, b in template.folds:
            space.add_line((at + a[0] * MM, a[1] * MM), (at + b[0] * MM, b[1] * MM), dxfattribs={"layer": "FOLD"})
        space.add_text(template.name, height=5.0, dxfattribs={"layer": "LABEL"}).set_placement((at + 3.0, 3.0))
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()
