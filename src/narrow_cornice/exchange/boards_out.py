"""Boards, the record of answers and rooms before and after, for others: PDF on paper, and one HTML file that needs
nothing else."""

from __future__ import annotations

import base64
from html import escape

from narrow_cornice.drawing.boards.before_after import both
from narrow_cornice.drawing.boards.house_board import house_board
from narrow_cornice.drawing.boards.record import record_lines, record_pages
from narrow_cornice.drawing.boards.room_board import room_board
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.exchange.paper import Paper
from narrow_cornice.exchange.pdf_sheets import on_sheets
from narrow_cornice.exchange.plain_text import printable
from narrow_cornice.exchange.svg_drawing import svg_drawing
from narrow_cornice.job.model import Job
from narrow_cornice.shipped import SHIPPED

WIDE = 420.0  # mm that a picture is taken to be wide, for the weight of its lines


def boards_pdf(job: Job, paper: Paper | None = None) -> bytes:
    """Return the board of the house and those of its rooms, one on a sheet, made as large as the paper lets them."""
    drawings = [house_board(job), *(room_board(job, room) for room in job.rooms)]
    return on_sheets(job, f"{job.name}: boards", drawings, paper)


def record_pdf(job: Job, paper: Paper | None = None) -> bytes:
    """Return the record of answers, with places to sign."""
    return on_sheets(job, f"{job.name}: what was agreed", list(record_pages(job)), paper)


_STYLE = """
@font-face { font-family: Vollkorn; font-weight: 600; src: url(data:font/ttf;base64,VOLLKORN) }
@font-face { font-family: Lato; font-weight: 400; src: url(data:font/ttf;base64,LATO) }
@font-face { font-family: Lato; font-weight: 700; src: url(data:font/ttf;base64,BOLD) }
:root { color-scheme: light }
body { margin: 0; background: #e9e1d3; color: #2a2724; font: 16px/1.45 Lato, sans-serif }
main { max-width: 1180px; margin: 0 auto; padding: 28px 20px 80px }
h1, h2 { font-family: Vollkorn, serif; font-weight: 600; line-height: 1.15 }
nav a { color: #2e6b60; margin-right: 18px }
section { margin: 44px 0 }
figure { margin: 0; background: #fdfbf5; box-shadow: 0 1px 5px #2a272433 }
figure svg { display: block; width: 100%; height: auto }
.pair { position: relative; background: #fdfbf5 }
.pair svg { display: block; width: 100%; height: auto }
.pair .former { position: absolute; inset: 0; clip-path: inset(0 calc(100% - var(--at, 50%)) 0 0) }
.pair output { position: absolute; top: 0; bottom: 0; left: var(--at, 50%); width: 2px; background: #2e6b60 }
.pair input { position: absolute; inset: 0; width: 100%; height: 100%; margin: 0; opacity: 0; cursor: ew-resize }
.pair input:focus + output { width: 5px }
.under { display: flex; justify-content: space-between; color: #6d635a; font-size: 14px; margin-top: 6px }
table { border-collapse: collapse; width: 100%; background: #fdfbf5 }
td, th { text-align: left; vertical-align: top; padding: 6px 10px; border-bottom: 1px solid #c9bdab }
th { font-weight: 400; color: #6d635a }
i { display: inline-block; width: 18px; height: 18px; border: 1px solid #c9bdab; vertical-align: -4px }
@media print { body { background: none } section { break-inside: avoid } .pair input { display: none } }
"""


def boards_html(job: Job) -> str:
    """Return all boards, every room before and after with a slide, and the record of answers as one HTML file: its
    pictures and letters are in it, and it asks nothing of any other place."""
    style = _STYLE
    for name, file in (("VOLLKORN", "Vollkorn-SemiBold"), ("LATO", "Lato-Regular"), ("BOLD", "Lato-Bold")):
        content = (SHIPPED / "fonts" / f"{file}.ttf").read_bytes()
        style = style.replace(name, base64.b64encode(content).decode("ascii"), 1)
    parts = [_board("house", job.name, house_board(job))]
    for number, room in one_by_one(list(enumerate(job.rooms)), "room"):
        parts.append(_board(f"room-{number}", room.name, room_board(job, room)))
        words, there, now = both(job, room)
        if there.marks and now.marks:
            parts.append(_pair(words, there, now))
    parts.append(_record(job))
    links = "".join(
        f"<a href='#{key}'>{_text(name)}</a>"
        for key, name in (
            ("house", "The house"),
            *((f"room-{number}", room.name) for number, room in enumerate(job.rooms)),
            ("record", "What was agreed"),
        )
    )
    title = _text(job.name)
    return (
        f"<!doctype html><html lang='en'><head><meta charset='utf-8'><meta name='viewport' "
        f"content='width=device-width'><title>{title}</title><style>{style}</style></head><body><main>"
        f"<h1>{title}</h1><p>{_text(job.place)}</p><nav>{links}</nav>{''.join(parts)}</main></body></html>\n"
    )


def _text(words: str) -> str:
    return escape(printable(words, 2000))


def _svg(drawing: Drawing) -> str:
    left, _, right, _ = drawing.bounds
    made = svg_drawing(drawing, (right - left) / WIDE, plain=True)
    return made[made.index("<svg") :]


def _board(key: str, name: str, drawing: Drawing) -> str:
    if not drawing.marks:
        return f"<section id='{key}'><h2>{_text(name)}</h2><p>{_text(drawing.subtitle)}</p></section>"
    return f"<section id='{key}'><h2>{_text(name)}</h2><figure>{_svg(drawing)}</figure></section>"


def _pair(words: str, there: Drawing, now: Drawing) -> str:
    return (
        f"<section><div class='pair'>{_svg(now)}<div class='former'>{_svg(there)}</div>"
        "<input type='range' min='0' max='100' value='50' aria-label='Before and after' "
        "oninput=\"this.parentNode.style.setProperty('--at', this.value + '%')\"><output></output></div>"
        f"<div class='under'><span>{_text(words)}</span><span>as proposed</span></div></section>"
    )


def _record(job: Job) -> str:
    rows = []
    for line in record_lines(job):
        if line.item is None:
            rows.append(f"<tr><th colspan='5'><b>{_text(line.words)}</b></th></tr>")
            continue
        item = line.item
        swatch = f"<i style='background:{item.tone}'></i> " if item.tone else ""
        says = item.answer.says if item.answer is not None else ""
        because = item.answer.because if item.answer is not None else ""
        rows.append(
            f"<tr><td>{swatch}{_text(item.name)}</td><td>{_text(item.state)}</td><td>{_text(item.said)}</td>"
            f"<td>{_text(says)}</td><td>{_text(because)}</td></tr>"
        )
    head = "<tr><th>What</th><th>It is</th><th></th><th>Answer</th><th>Because</th></tr>"
    return f"<section id='record'><h2>What was agreed</h2><table>{head}{''.join(rows)}</table></section>"
