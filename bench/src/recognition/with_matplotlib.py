"""Writes scenes with matplotlib: lines in a clipped axes, lettering in its own font."""

import json
import math
import re
import sys

import matplotlib

matplotlib.use("pdf")
matplotlib.rcParams["pdf.fonttype"] = 42
matplotlib.rcParams["path.simplify"] = False
import matplotlib.pyplot as plt
from matplotlib.font_manager import FontProperties
from matplotlib.patches import Arc, Circle, Polygon
from matplotlib.textpath import TextPath

INCH = 25.4
PT = 72 / 25.4
FONTS = {"sans": "DejaVu Sans", "serif": "DejaVu Serif", "mono": "DejaVu Sans Mono"}


def torn(text, how):
    if how == "whole":
        return [text]
    return list(text) if how == "letters" else re.findall(r"\S+\s*", text)


def draw(scene):
    width, height = scene["widthMm"], scene["heightMm"]
    figure = plt.figure(figsize=(width / INCH, height / INCH))
    axes = figure.add_axes([0, 0, 1, 1])
    axes.set_xlim(0, width)
    axes.set_ylim(0, height)
    axes.axis("off")
    family = FontProperties(family=FONTS[scene["font"]])
    share = TextPath((0, 0), "H", size=1000, prop=family).get_extents().height / 1000
    for mark in scene["marks"]:
        kind = mark["kind"]
        if kind == "line":
            points = mark["points"] + ([mark["points"][0]] if mark["closed"] else [])
            xs, ys = zip(*points)
            (line,) = axes.plot(xs, ys, color="black", linewidth=mark["width"] * PT, solid_capstyle="butt", dash_capstyle="butt")
            if mark["dash"]:
                line.set_dashes([each / mark["width"] for each in mark["dash"]])
        elif kind == "area":
            axes.add_patch(Polygon(mark["points"], closed=True, facecolor=("white" if mark["grey"] else "black"), edgecolor="none", zorder=2))
        elif kind == "circle":
            axes.add_patch(Circle(mark["at"], mark["radius"], fill=mark["fill"] is not None, facecolor="black", edgecolor=("none" if mark["fill"] is not None else "black"), linewidth=mark["width"] * PT, zorder=2))
        elif kind == "arc":
            axes.add_patch(Arc(mark["at"], 2 * mark["radius"], 2 * mark["radius"], theta1=mark["from"], theta2=mark["to"], linewidth=mark["width"] * PT))
        else:
            size = mark["height"] / share
            width_of = lambda part: TextPath((0, 0), part.replace(" ", "n"), size=100, prop=family).get_extents().x1 * size / 100
            whole = width_of(mark["text"])
            turn = math.radians(mark["angle"])
            along = {"left": 0, "middle": -whole / 2, "right": -whole}[mark["align"]]
            for part in [mark["text"]]:
                x, y = mark["at"][0] + along * math.cos(turn), mark["at"][1] + along * math.sin(turn)
                axes.text(x, y, part.replace("$", ""), fontproperties=family, fontsize=size * PT, rotation=mark["angle"], rotation_mode="anchor", ha="left", va="baseline")
    figure.savefig(scene["path"])
    plt.close(figure)


for each in json.load(open(sys.argv[1])):
    draw(each)
