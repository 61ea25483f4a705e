"""A sheet as SVG."""

from __future__ import annotations

from xml.sax.saxutils import escape

from brookwind.formats.card.drawing import FAMILY, Patch, Ring, Sheet, Stroke, Words


def write_svg(sheet: Sheet) -> str:
    """A sheet as an SVG document of its true size.

    sheet: the sheet.
    """
    body = "\n".join([_patches(sheet), *(_item(i) for i in sheet.items if not isinstance(i, Patch))])
    fonts = f"'{FAMILY} Variable', '{FAMILY}', sans-serif"
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{sheet.width:g}mm" height="{sheet.height:g}mm" '
        f'viewBox="0 0 {sheet.width:g} {sheet.height:g}" font-family="{fonts}">\n'
        f'<rect width="{sheet.width:g}" height="{sheet.height:g}" fill="#fff"/>\n{body}\n</svg>\n'
    )


def _patches(sheet: Sheet) -> str:
    """All black rectangles as one shape: a square has a thousand."""
    patches = (i for i in sheet.items if isinstance(i, Patch))
    path = " ".join(f"M{p.x:.3f} {p.y:.3f}h{p.width:.3f}v{p.height:.3f}h{-p.width:.3f}z" for p in patches)
    return f'<path d="{path}" fill="#000"/>'


def _item(item: Stroke | Ring | Words) -> str:
    match item:
        case Stroke():
            ends = f'x1="{item.x:.3f}" y1="{item.y:.3f}" x2="{item.to_x:.3f}" y2="{item.to_y:.3f}"'
            return f'<line {ends} stroke="#000" stroke-width="{item.width:g}"/>'
        case Ring():
            fill = "#000" if item.filled else "#fff"
            at = f'cx="{item.x:.3f}" cy="{item.y:.3f}" r="{item.radius:.3f}"'
            return f'<circle {at} fill="{fill}" stroke="#000" stroke-width="{item.width:g}"/>'
        case Words():
            type_ = f'font-size="{item.size:g}" font-weight="{700 if item.bold else 400}"'
            at = f'x="{item.x:.3f}" y="{item.y:.3f}" text-anchor="{item.anchor}" {type_}'
            return f"<text {at}>{escape(item.text)}</text>"
