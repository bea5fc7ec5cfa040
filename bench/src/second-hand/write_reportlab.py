"""Writes the second hand's sheets with ReportLab: marks stand between the words that part layers."""

import json
import sys

from reportlab.pdfbase import pdfdoc, pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen import canvas

PT = 72 / 25.4
known = {}


def font(path):
    if path not in known:
        known[path] = "T%d" % len(known)
        pdfmetrics.registerFont(TTFont(known[path], path))
    return known[path]


class WithLayers(canvas.Canvas):
    def layers(self, names):
        self.groups = {}
        for i, name in enumerate(names):
            group = pdfdoc.PDFDictionary({"Type": pdfdoc.PDFName("OCG"), "Name": pdfdoc.PDFString(name)})
            self.groups["L%d" % i] = self._doc.Reference(group, "layer%d" % i)
        array = pdfdoc.PDFArray(list(self.groups.values()))
        default = pdfdoc.PDFDictionary({"Order": array, "ON": array})
        catalog = self._doc.Catalog
        catalog.OCProperties = pdfdoc.PDFDictionary({"OCGs": array, "D": default})
        catalog.__NoDefault__ = list(catalog.__NoDefault__) + ["OCProperties"]


def sheet(each):
    pdf = WithLayers(each["path"], pagesize=(each["width"] * PT, each["height"] * PT), pageCompression=1)
    names = list(dict.fromkeys(ink["layer"] for ink in each["ink"]))
    pdf.layers(names)
    now = None
    for ink in each["ink"]:
        if ink["layer"] != now:
            if now is not None:
                pdf._code.append("EMC")
            now = ink["layer"]
            pdf._code.append("/OC /L%d BDC" % names.index(now))
        draw(pdf, ink)
    pdf._code.append("EMC")
    before = pdfdoc.PDFResourceDictionary.format

    def formatted(self, document):
        text = before(self, document)
        inner = b"/Properties << " + b" ".join(
            ("/%s " % key).encode() + ref.format(document) for key, ref in pdf.groups.items()
        ) + b" >> "
        return text.replace(b"<<", b"<< " + inner, 1)

    pdfdoc.PDFResourceDictionary.format = formatted
    pdf.showPage()
    pdf.save()
    pdfdoc.PDFResourceDictionary.format = before


def draw(pdf, ink):
    what = ink["what"]
    if what == "words":
        pdf.saveState()
        pdf.setFillGray(0)
        pdf.translate(ink["at"][0] * PT, ink["at"][1] * PT)
        pdf.rotate(ink["degrees"])
        pdf.setFont(font(ink["file"]), ink["size"] * PT)
        pdf.drawString(0, 0, ink["words"])
        pdf.restoreState()
        return
    if what == "patch":
        path = pdf.beginPath()
        for i, (x, y) in enumerate(ink["spots"]):
            (path.lineTo if i else path.moveTo)(x * PT, y * PT)
        path.close()
        pdf.setFillGray(ink["shade"])
        pdf.drawPath(path, stroke=0, fill=1)
        return
    pdf.setLineWidth(ink["pen"] * PT)
    pdf.setStrokeGray(ink.get("shade", 0))
    pdf.setDash([each * PT for each in ink.get("dash", [])])
    if what == "path":
        path = pdf.beginPath()
        for i, (x, y) in enumerate(ink["spots"]):
            (path.lineTo if i else path.moveTo)(x * PT, y * PT)
        if ink["closed"]:
            path.close()
        pdf.drawPath(path)
        return
    x, y, r = ink["at"][0] * PT, ink["at"][1] * PT, ink["radius"] * PT
    if what == "ring":
        pdf.circle(x, y, r)
    else:
        pdf.arc(x - r, y - r, x + r, y + r, ink["from"], ink["to"] - ink["from"])


for each in json.load(open(sys.argv[1])):
    sheet(each)
