"""Writes the second hand's sheets with MuPDF's Python binding: a layer for every mark, or a form for every layer."""

import json
import math
import sys

import fitz

PT = 72 / 25.4


def grey(shade):
    return (shade, shade, shade)


def draw(page, ink, height, oc, fonts):
    def at(spot):
        return fitz.Point(spot[0] * PT, (height - spot[1]) * PT)

    what = ink["what"]
    if what == "words":
        font = fonts.setdefault(ink["file"], "F%d" % len(fonts))
        page.insert_font(fontname=font, fontfile=ink["file"])
        spot = at(ink["at"])
        page.insert_text(
            spot, ink["words"], fontname=font, fontsize=ink["size"] * PT, morph=(spot, fitz.Matrix(ink["degrees"])), oc=oc
        )
        return
    shape = page.new_shape()
    if what == "path":
        spots = [at(each) for each in ink["spots"]]
        shape.draw_polyline(spots + ([spots[0]] if ink["closed"] else []))
        dash = "[%s] 0" % " ".join("%.3f" % (each * PT) for each in ink["dash"]) if ink["dash"] else None
        shape.finish(width=ink["pen"] * PT, color=grey(ink["shade"]), dashes=dash, closePath=ink["closed"], oc=oc)
    elif what == "patch":
        shape.draw_polyline([at(each) for each in ink["spots"]])
        shape.finish(color=None, fill=grey(ink["shade"]), closePath=True, width=0, oc=oc)
    elif what == "ring":
        shape.draw_circle(at(ink["at"]), ink["radius"] * PT)
        shape.finish(width=ink["pen"] * PT, color=grey(0), oc=oc)
    else:
        start = math.radians(ink["from"])
        spot = (ink["at"][0] + ink["radius"] * math.cos(start), ink["at"][1] + ink["radius"] * math.sin(start))
        shape.draw_sector(at(ink["at"]), at(spot), ink["to"] - ink["from"], fullSector=False)
        shape.finish(width=ink["pen"] * PT, color=grey(0), closePath=False, oc=oc)
    shape.commit()


def sheet(each):
    doc = fitz.open()
    width, height = each["width"], each["height"]
    page = doc.new_page(width=width * PT, height=height * PT)
    layers = {}
    for ink in each["ink"]:
        layers.setdefault(ink["layer"], None)
    for name in layers:
        layers[name] = doc.add_ocg(name, on=True)
    if each["how"] == "forms":
        # Forms lie over each other whole: patterns at the bottom, lettering on top.
        above = lambda name: ("PATT" not in name) + ("ANNO" in name) + any(e in name for e in ("TEXT", "SYMB", "DIMS"))
        for name in sorted(layers, key=above):
            oc = layers[name]
            part = fitz.open()
            inner = part.new_page(width=width * PT, height=height * PT)
            fonts = {}
            for ink in each["ink"]:
                if ink["layer"] == name:
                    draw(inner, ink, height, 0, fonts)
            page.show_pdf_page(page.rect, part, 0, oc=oc)
    else:
        fonts = {}
        for ink in each["ink"]:
            draw(page, ink, height, layers[ink["layer"]], fonts)
    doc.save(each["path"], deflate=True, garbage=3)


for each in json.load(open(sys.argv[1])):
    sheet(each)
