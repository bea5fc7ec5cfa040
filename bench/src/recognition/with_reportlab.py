"""Writes scenes with ReportLab: standard fonts, every state set before every mark."""

import json
import math
import re
import sys

from reportlab.pdfgen import canvas

PT = 72 / 25.4
FONTS = {"sans": ("Helvetica", 0.718), "serif": ("Times-Roman", 0.662), "mono": ("Courier", 0.562)}


def torn(text, how):
    if how == "whole":
        return [text]
    return list(text) if how == "letters" else re.findall(r"\S+\s*", text)


def draw(scene):
    c = canvas.Canvas(scene["path"], pagesize=(scene["widthMm"] * PT, scene["heightMm"] * PT))
    font, share = FONTS[scene["font"]]
    for mark in scene["marks"]:
        kind = mark["kind"]
        c.setStrokeGray(0)
        if kind in ("line", "area"):
            path = c.beginPath()
            for i, (x, y) in enumerate(mark["points"]):
                (path.lineTo if i else path.moveTo)(x * PT, y * PT)
            if kind == "area" or mark["closed"]:
                path.close()
            if kind == "line":
                c.setLineWidth(mark["width"] * PT)
                c.setDash([each * PT for each in mark["dash"]])
                c.drawPath(path)
            else:
                c.setFillGray(mark["grey"])
                c.drawPath(path, stroke=0, fill=1)
        elif kind == "circle":
            c.setDash([])
            c.setLineWidth(mark["width"] * PT)
            c.setFillGray(0)
            filled = mark["fill"] is not None
            c.circle(mark["at"][0] * PT, mark["at"][1] * PT, mark["radius"] * PT, stroke=not filled, fill=filled)
        elif kind == "arc":
            c.setDash([])
            c.setLineWidth(mark["width"] * PT)
            x, y, r = mark["at"][0] * PT, mark["at"][1] * PT, mark["radius"] * PT
            c.arc(x - r, y - r, x + r, y + r, mark["from"], mark["to"] - mark["from"])
        else:
            size = mark["height"] / share * PT
            c.setFillGray(0)
            width = c.stringWidth(mark["text"], font, size)
            c.saveState()
            c.translate(mark["at"][0] * PT, mark["at"][1] * PT)
            c.rotate(mark["angle"])
            along = {"left": 0, "middle": -width / 2, "right": -width}[mark["align"]]
            c.setFont(font, size)
            for part in torn(mark["text"], mark["torn"]):
                if part.strip():
                    c.drawString(along, 0, part)
                along += c.stringWidth(part, font, size)
            c.restoreState()
    c.save()


for each in json.load(open(sys.argv[1])):
    draw(each)
