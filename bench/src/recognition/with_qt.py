"""Writes scenes with Qt: a painter on a PDF writer, everything scaled by its device."""

import json
import math
import os
import re
import sys

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
from PyQt5.QtCore import QMarginsF, QPointF, QRectF, QSizeF, Qt
from PyQt5.QtGui import QBrush, QColor, QFont, QFontMetricsF, QGuiApplication, QPageSize, QPainter, QPainterPath, QPdfWriter, QPen

FONTS = {"sans": "DejaVu Sans", "serif": "Liberation Serif", "mono": "Liberation Mono"}
DPI = 2540  # a hundredth of a millimetre


def torn(text, how):
    if how == "whole":
        return [text]
    return list(text) if how == "letters" else re.findall(r"\S+\s*", text)


def draw(scene):
    width, height = scene["widthMm"], scene["heightMm"]
    writer = QPdfWriter(scene["path"])
    writer.setResolution(DPI)
    writer.setPageSize(QPageSize(QSizeF(width, height), QPageSize.Millimeter))
    writer.setPageMargins(QMarginsF(0, 0, 0, 0))
    p = QPainter(writer)
    p.scale(100, 100)
    big = QFont(FONTS[scene["font"]])
    big.setPixelSize(1000)
    share = QFontMetricsF(big).capHeight() / 1000
    for mark in scene["marks"]:
        kind = mark["kind"]
        stroke = QPen(QColor(0, 0, 0), mark.get("width", 0))
        stroke.setCapStyle(Qt.FlatCap)
        stroke.setJoinStyle(Qt.MiterJoin)
        if mark.get("dash"):
            stroke.setDashPattern([each / mark["width"] for each in mark["dash"]])
        if kind in ("line", "area"):
            path = QPainterPath()
            for i, (x, y) in enumerate(mark["points"]):
                (path.lineTo if i else path.moveTo)(QPointF(x, height - y))
            if kind == "area" or mark["closed"]:
                path.closeSubpath()
            if kind == "line":
                p.strokePath(path, stroke)
            else:
                p.fillPath(path, QBrush(QColor(255, 255, 255) if mark["grey"] else QColor(0, 0, 0)))
        elif kind == "circle":
            path = QPainterPath()
            path.addEllipse(QPointF(mark["at"][0], height - mark["at"][1]), mark["radius"], mark["radius"])
            if mark["fill"] is None:
                p.strokePath(path, stroke)
            else:
                p.fillPath(path, QBrush(QColor(0, 0, 0)))
        elif kind == "arc":
            x, y, r = mark["at"][0], height - mark["at"][1], mark["radius"]
            box = QRectF(x - r, y - r, 2 * r, 2 * r)
            path = QPainterPath()
            path.arcMoveTo(box, mark["from"])
            path.arcTo(box, mark["from"], mark["to"] - mark["from"])
            p.strokePath(path, stroke)
        else:
            # Letters are laid out at a size where they are not rounded to whole units.
            size = mark["height"] / share
            font = QFont(FONTS[scene["font"]])
            font.setPixelSize(1000)
            metrics = QFontMetricsF(font)
            p.save()
            p.setPen(QColor(0, 0, 0))
            p.translate(mark["at"][0], height - mark["at"][1])
            p.rotate(-mark["angle"])
            p.scale(size / 1000, size / 1000)
            p.setFont(font)
            whole = metrics.horizontalAdvance(mark["text"])
            along = {"left": 0, "middle": -whole / 2, "right": -whole}[mark["align"]]
            for part in torn(mark["text"], mark["torn"]):
                if part.strip():
                    p.drawText(QPointF(along, 0), part)
                along += metrics.horizontalAdvance(part)
            p.restore()
    p.end()


app = QGuiApplication(sys.argv)
for each in json.load(open(sys.argv[1])):
    draw(each)
