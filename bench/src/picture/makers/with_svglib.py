"""Pages by ReportLab from SVG: with_svglib.py IN.svg OUT.pdf"""
import sys
from reportlab.graphics import renderPDF
from svglib.svglib import svg2rlg

renderPDF.drawToFile(svg2rlg(sys.argv[1]), sys.argv[2])
