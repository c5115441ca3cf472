"""What the logbook teaches, drawn: what is reckoned, what each entry says, and where the two together come out."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Stroke, bounds_of
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import EntryPath, LessonPath
from narrow_cornice.logbook.lessons import Lesson, lessons_of
from narrow_cornice.memo import by_identity

WIDE, ROW = 2000.0, 330.0


def shown(lesson: Lesson, value: float) -> str:
    """Return a value of a lesson as people say it."""
    return f"{100 * value:.1f} %" if lesson.unit == "share" else f"{value:.2f} times"


@by_identity(times=1, each="job")
def lessons_drawing(job: Job) -> Drawing:
    """Return the lessons of a job one under the other, each on a scale of its own."""
    lessons = lessons_of(job)
    title = "What it teaches"
    if not lessons:
        words = "Nothing yet: with litres and areas, or with hours of the programme's works, the logbook has lessons."
        return Drawing(title, words, (), (0.0, 0.0, 2800.0, 1400.0))
    marks: list[Mark] = []
    for number, lesson in enumerate(lessons):
        marks += _scale(lesson, number * ROW)
    said = "ink: the house rule · dots: what each entry says · green: the two together, never taken unasked"
    left, top, right, bottom = bounds_of(marks, 90.0)
    return Drawing(title, said, tuple(marks), (left - 60.0, top, right + 60.0, bottom))


def _scale(lesson: Lesson, y: float) -> Iterator[Mark]:
    about = LessonPath(lesson.key)
    seen = [one.seen if lesson.unit == "share" else one.seen / one.reckoned for one in lesson.each]
    values = (lesson.now, lesson.new, *seen)
    low, high = min(values), max(values)
    spread = max(high - low, 0.08)
    low, high = max(0.0, low - 0.18 * spread), high + 0.18 * spread

    def at(value: float) -> float:
        return WIDE * (value - low) / (high - low)

    box = ((-60.0, y - 150.0), (WIDE + 60.0, y - 150.0), (WIDE + 60.0, y + 120.0), (-60.0, y + 120.0))
    yield Area(box, "paper", about, Pen("rule", 0.6))
    yield Label((-30.0, y - 115.0), lesson.words, 11, "ink", "left", "name", about=about)
    yield Label((WIDE + 30.0, y - 115.0), lesson.how, 8.5, "soft", "right", "slanted", about=about)
    yield Stroke(((0.0, y), (WIDE, y)), Pen("soft", 0.8))
    for one, value in zip(lesson.each, seen, strict=True):
        x = at(value)
        dot = ((x - 11, y), (x, y - 11), (x + 11, y), (x, y + 11))
        yield Area(dot, "#c08a2b", EntryPath(one.entry), Pen("ink", 0.4))
    for value, colour, words, below in (
        (lesson.now, "ink", "reckoned", True),
        (lesson.new, "verdigris", "together", False),
    ):
        x = at(value)
        yield Stroke(((x, y - 48.0), (x, y + 48.0)), Pen(colour, 2.0), about=about)
        place = (x, y + 82.0 if below else y - 72.0)
        yield Label(place, f"{words} {shown(lesson, value)}", 8.5, colour, face="bold", about=about)
