"""Pages by matplotlib: with_matplotlib.py FOLDER"""
import sys
import matplotlib

matplotlib.use("pdf")
import matplotlib.pyplot as plt
import numpy as np

folder = sys.argv[1]
for name, fonttype in (("type3", 3), ("truetype", 42)):
    matplotlib.rcParams["pdf.fonttype"] = fonttype
    figure = plt.figure(figsize=(11.7, 8.3))
    axes = figure.add_axes([0.05, 0.05, 0.9, 0.9])
    axes.set_xlim(0, 100)
    axes.set_ylim(0, 70)
    axes.add_patch(plt.Rectangle((5, 5), 40, 30, fill=False, hatch="//", linewidth=1))
    axes.add_patch(plt.Rectangle((50, 5), 40, 30, facecolor="#88a", alpha=0.4, hatch="xx"))
    axes.add_patch(plt.Circle((25, 50), 12, fill=False, linewidth=0.7, linestyle="--"))
    axes.imshow(np.arange(64).reshape(8, 8), extent=(60, 85, 42, 65), cmap="viridis", aspect="auto")
    for i in range(8):
        axes.text(8 + i * 4, 38 + i, f"Room {i}", fontsize=6 + i, rotation=i * 15)
    figure.savefig(f"{folder}/matplotlib-{name}.pdf")
