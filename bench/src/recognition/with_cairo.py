"""Writes scenes with cairo: its own fonts, each string as glyphs of a subset."""

import json
import math
import re
import sys

import cairo

PT = 72 / 25.4
FONTS = {"sans": "DejaVu Sans", "serif": "Liberation Serif", "mono": "Liberation Mono"}


def capital(context):
    context.set_font_size(1000)
    return -context.text_extents("H").y_bearing / 1000


def torn(text, how):
    if how == "whole":
        return [text]
    return list(text) if how == "letters" else re.findall(r"\S+\s*", text)


def draw(scene):
    width, height = scene["widthMm"], scene["heightMm"]
    surface = cairo.PDFSurface(scene["path"], width * PT, height * PT)
    c = cairo.Context(surface)
    c.scale(PT, PT)
    c.select_font_face(FONTS[scene["font"]])
    share = capital(c)
    for mark in scene["marks"]:
        kind = mark["kind"]
        c.set_source_rgb(0, 0, 0)
        if kind in ("line", "area"):
            for i, (x, y) in enumerate(mark["points"]):
                (c.line_to if i else c.move_to)(x, height - y)
            if kind == "line":
                if mark["closed"]:
                    c.close_path()
                c.set_line_width(mark["width"])
                c.set_dash(mark["dash"])
                c.stroke()
            else:
                c.close_path()
                if mark["grey"]:
                    c.set_source_rgb(1, 1, 1)
                c.fill()
        elif kind in ("circle", "arc"):
            c.new_sub_path()
            c.set_dash([])
            c.set_line_width(mark["width"])
            x, y = mark["at"]
            a, b = (0, 360) if kind == "circle" else (mark["from"], mark["to"])
            c.arc_negative(x, height - y, mark["radius"], -math.radians(a), -math.radians(b))
            if kind == "circle":
                c.close_path()
            if mark.get("fill") is not None:
                c.fill()
            else:
                c.stroke()
        else:
            c.set_font_size(mark["height"] / share)
            width_of = lambda part: c.text_extents(part).x_advance
            whole = width_of(mark["text"])
            c.save()
            c.translate(mark["at"][0], height - mark["at"][1])
            c.rotate(-math.radians(mark["angle"]))
            along = {"left": 0, "middle": -whole / 2, "right": -whole}[mark["align"]]
            for part in torn(mark["text"], mark["torn"]):
                if part.strip():
                    c.move_to(along, 0)
                    c.show_text(part)
                along += width_of(part)
            c.restore()
    surface.finish()


for each in json.load(open(sys.argv[1])):
    draw(each)
