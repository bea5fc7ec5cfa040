"""Two pages by reportlab: 200,000 strokes, and 20,000 uses of 20 forms. Argument: the folder to write them into."""

import random
import sys
from os.path import join

from reportlab.pdfgen import canvas

random.seed(3)
folder = sys.argv[1]
SIZE = (2384, 1684)

page = canvas.Canvas(join(folder, "reportlab.pdf"), pagesize=SIZE)
for i in range(200_000):
    page.setLineWidth((0.51, 0.71, 0.99)[i % 3])
    x, y = random.uniform(0, 2300), random.uniform(0, 1600)
    page.line(x, y, x + random.uniform(-20, 20), y + random.uniform(-20, 20))
page.showPage()
page.save()

page = canvas.Canvas(join(folder, "reportlab-forms.pdf"), pagesize=SIZE)
for form in range(20):
    page.beginForm(f"form{form}", 0, 0, 20, 20)
    page.setLineWidth(0.51)
    for i in range(10):
        page.line(*(random.uniform(0, 20) for _ in range(4)))
    page.endForm()
for i in range(20_000):
    page.saveState()
    page.translate(random.uniform(0, 2300), random.uniform(0, 1600))
    page.doForm(f"form{i % 20}")
    page.restoreState()
page.showPage()
page.save()
