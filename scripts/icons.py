"""Writes the program's icon in the sizes desktops ask for, under a folder of icons: SIZE/apps/narrow-cornice.png."""

from __future__ import annotations

import sys
from pathlib import Path

from PyQt6.QtCore import QRectF
from PyQt6.QtGui import QGuiApplication, QImage, QPainter
from PyQt6.QtSvg import QSvgRenderer

SIZES = (16, 22, 24, 32, 48, 64, 128, 256)
SOURCE = Path(__file__).parents[1] / "src" / "narrow_cornice" / "data" / "narrow-cornice.svg"


def main(folder: Path) -> None:
    """Write every size."""
    program = QGuiApplication([])
    drawing = QSvgRenderer(str(SOURCE))
    for size in SIZES:
        image = QImage(size, size, QImage.Format.Format_ARGB32_Premultiplied)
        image.fill(0)
        painter = QPainter(image)
        drawing.render(painter, QRectF(0, 0, size, size))
        painter.end()
        path = folder / f"{size}x{size}" / "apps" / "narrow-cornice.png"
        path.parent.mkdir(parents=True, exist_ok=True)
        if not image.save(str(path)):
            raise SystemExit(f"{path} could not be written.")
    del program


if __name__ == "__main__":
    main(Path(sys.argv[1]))
