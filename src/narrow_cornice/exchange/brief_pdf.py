"""The brief on paper: one letter for each room and one for the house, with lines to sign."""

from __future__ import annotations

from narrow_cornice.drawing.brief_letter import Act, Paragraph, Swatch, house_letter, plain_words, room_letter
from narrow_cornice.drawing.marks import Pen
from narrow_cornice.exchange.paper import Paper
from narrow_cornice.exchange.pdf_sheets import Sheet, foot
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.review.second_look import to_settle

LEFT, TOP, LINE = 24.0, 34.0, 5.4
CARD = 11.5  # mm of a line that a card of colour takes
BELOW = 24.0  # mm kept free at the foot


class _Letter:
    """Where the next line goes; a full sheet begins a new one."""

    def __init__(self, sheet: Sheet, job: Job) -> None:
        self.sheet, self.job = sheet, job
        self.y = TOP

    def begin(self, title: str) -> None:
        """Begin a sheet with a title."""
        self.sheet.page()
        self.sheet.text(LEFT, 22, title, 18, face="name", room=self.sheet.wide - 2 * LEFT)
        foot(self.sheet, self.job)
        self.y = TOP

    def line(self, text: str, size: float, face: str, colour: str = "ink", indent: float = 0.0) -> float:
        """Print words over as many lines as they need; return where the first stands."""
        first = self.y
        for number, row in enumerate(self.sheet.lines(text, size, self.sheet.wide - 2 * LEFT - indent, face)):
            if self.y > self.sheet.tall - BELOW:
                self.sheet.page()
                foot(self.sheet, self.job)
                self.y = TOP - 12
            if number == 0:
                first = self.y
            self.sheet.text(LEFT + indent, self.y, row, size, face=face, colour=colour)
            self.y += LINE * size / 10
        return first

    def paragraph(self, paragraph: Paragraph) -> None:
        """Print a paragraph; what only the screen can do is left out."""
        if paragraph.heading:
            self.y += 3
            self.line(plain_words(paragraph), 12, "name")
            return
        if paragraph.parts and not all(isinstance(part, Act) for part in paragraph.parts):
            swatches = [part.colour for part in paragraph.parts if isinstance(part, Swatch)]
            first = self.line(plain_words(paragraph), 10, "text", indent=CARD * len(swatches))
            for number, colour in enumerate(swatches):  # before the first line of its words
                self.sheet.box(LEFT + CARD * number, first - 3.4, CARD - 2.5, 4.4, colour)
        if paragraph.said:
            self.line(paragraph.said, 8.5, "slanted", "soft", 3)
        self.y += 0.8


def brief_pdf(job: Job, paper: Paper | None = None) -> bytes:
    """Return the brief as a PDF: the house first, then room by room, then what is open and the lines to sign."""
    sheet = Sheet(job, f"{job.name}: brief", paper)
    letter = _Letter(sheet, job)
    letter.begin(f"{job.name}, the brief")
    whole = house_letter(job)
    for paragraph in whole[1:]:
        letter.paragraph(paragraph)
    for room in job.rooms:
        letter.begin(room.name)
        for paragraph in room_letter(job, room)[: -len(whole)]:
            letter.paragraph(paragraph)
    still = [one for one in to_settle(job) if isinstance(one.about, BriefPath)]
    letter.begin("Agreed")
    if still:
        letter.line("Still to be settled before the work begins:", 10, "bold")
        for finding in still:
            letter.line(f"– {finding.room + ': ' if finding.room else ''}{finding.says}.", 10, "text", indent=3)
        letter.y += 6
    letter.line(
        "What stands in this brief is what was agreed. The program says nothing of what is permitted or safe: "
        "local codes, makers' sheets and licensed trades decide.",
        9,
        "slanted",
        "soft",
    )
    for who in ("For the client", "For the decorator"):
        letter.y += 20
        sheet.line(((LEFT, letter.y), (LEFT + 90, letter.y)), Pen("ink", 0.5))
        sheet.line(((LEFT + 100, letter.y), (sheet.wide - LEFT, letter.y)), Pen("ink", 0.5))
        sheet.text(LEFT, letter.y + 4.5, who, 8.5, colour="soft")
        sheet.text(LEFT + 100, letter.y + 4.5, "Date", 8.5, colour="soft")
    return sheet.content()
