"""Pages by Qt from SVG: with_qt.py IN.svg OUT.pdf [IN.svg OUT.pdf …]"""
import sys
from PyQt5.QtCore import QMarginsF, QRectF, QSizeF
from PyQt5.QtGui import QGuiApplication, QPageSize, QPainter, QPdfWriter
from PyQt5.QtSvg import QSvgRenderer

application = QGuiApplication(["make", "-platform", "offscreen"])
for source, target in zip(sys.argv[1::2], sys.argv[2::2]):
    writer = QPdfWriter(target)
    writer.setPageSize(QPageSize(QSizeF(420, 297), QPageSize.Millimeter))
    writer.setPageMargins(QMarginsF(0, 0, 0, 0))
    writer.setResolution(600)
    painter = QPainter(writer)
    QSvgRenderer(source).render(painter, QRectF(0, 0, writer.width(), writer.height()))
    painter.end()
