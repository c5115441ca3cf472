"""The bench of the programme: when it begins, who works, what the days are like, what the end hangs on."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from datetime import date
from functools import partial

from narrow_cornice.derived.programmed.day_by_day import shorter_of
from narrow_cornice.derived.programmed.programme import Programme, programme_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    ChoiceRow,
    NoteRow,
    Row,
    SizeRow,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.desk.later import later
from narrow_cornice.desk.places.programme.search import KEY, programme_search
from narrow_cornice.desk.rows.furnished_rows import furnished_row
from narrow_cornice.desk.rows.typed_numbers import number_typed
from narrow_cornice.drawing.site_diary import day_words, said_of
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.house_rules import shipped_rules
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import WorkPath
from narrow_cornice.job.programmed import DayWeather, OwnWork
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.programme.chain import Link, chain_of
from narrow_cornice.programme.works import AIMS, DAY
from narrow_cornice.units.dates import parse_date
from narrow_cornice.units.words import several

MOST_LINKS = 7
MOST_ROOMS = 12  # that are listed to be said of
SKILLED = {"painter": "Painters", "joiner": "Joiners", "tiler": "Tilers", "paperhanger": "Paperhangers"}
WHY = {
    "begins": "begins the work",
    "done": "as soon as that is done",
    "dry": "as soon as that is dry",
    "room": "when its room is free",
    "hands": "when hands are free",
    "day": "on the next day that lets it",
}


def programme_rows(bench: Bench, job: Job) -> Iterator[Row]:
    """Yield the programme as a whole."""
    yield Title("Programme", job.name[:200])
    if not bench.is_counted:
        yield NoteRow("The works are being counted …")
        return
    programme = programme_of(job)
    if programme.fault:
        yield NoteRow(programme.fault, "rust")
    else:
        yield NoteRow(said_of(job, programme).partition(" · light")[0] + ".")
    yield from _search_rows(bench, job, programme)
    yield from _terms_rows(bench, job, programme)
    yield from _chain_rows(bench, job, programme)
    yield from _free_rows(bench, job)
    yield ButtonsRow(("Add a work of your own",), lambda _: own_work(bench))
    yield from bench.findings(lambda finding: isinstance(finding.about, WorkPath))


def own_work(bench: Bench) -> None:
    """Add a work of one's own to the room that is looked at, and select it to be written."""
    room = bench.session.room()
    if bench.do(edits.add_work(OwnWork("", "A work of my own", room.id if room is not None else ""))):
        bench.session.select(WorkPath(f"own:{bench.session.job.programme.own[-1].id}"))


def _search_rows(bench: Bench, job: Job, programme: Programme) -> Iterator[Row]:
    work = programme_search(bench)
    aims = tuple((one, {"shortest": "the shortest"}.get(one, one)) for one in AIMS)
    yield ChoiceRow("To be", aims, job.programme.aim, lambda value: bench.do(edits.change_programme(aim=value)))
    if work.line == KEY:
        best = work.best
        yield NoteRow("Looking …" if best is None else f"Best so far {best.days} days …")
        yield ButtonsRow(("Stop, and keep the best so far",), lambda _: work.stop())
        return
    if programme.works:
        if programme.found and programme.plan.bound:
            least = -(-programme.plan.bound // DAY)
            short = programme.plan.days <= least
            yield NoteRow("No plan is shorter: that is proven." if short else f"{least} days at least.", "verdigris")

        def start(_: int) -> None:
            work.start(bench.session.job)
            bench.refresh()

        yield ButtonsRow(("Look for a better plan",), start)


def _terms_rows(bench: Bench, job: Job, programme: Programme) -> Iterator[Row]:
    said = job.programme

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.change_programme(**fields))

    yield Caption("Terms")
    yield TextRow("Begins", said.begins.text, told(bench, lambda text: change(begins=edits.day_of(text))))
    if said.begins.ordinal is None:
        yield NoteRow("As 2027-03-15: until then days are numbered.")
    yield SizeRow(
        "Hands",
        "" if said.hands is None else str(said.hands),
        f"{programme.terms.crew} by the house rule",
        lambda text: number_typed(
            bench, text, "number of hands", (1, 50), lambda n: change(hands=None if n is None else round(n))
        ),
    )
    if programme.terms.crew > 1:
        for skill, words in SKILLED.items():
            yield SizeRow(
                words,
                str(said.skills[skill]) if skill in said.skills else "",
                "all of them",
                partial(_skilled, bench, skill),
            )
    yield SizeRow(
        "Warm indoors",
        f"{said.warm:g} °C",
        "20 °C",
        lambda text: number_typed(
            bench,
            text.replace("°C", "").replace("C", ""),
            "warmth",
            (-20, 45),
            lambda n: change(warm=20.0 if n is None else n),
        ),
    )
    yield SizeRow(
        "Damp indoors",
        f"{said.damp:g} %",
        "50 %",
        lambda text: number_typed(bench, text, "dampness", (0, 100), lambda n: change(damp=50.0 if n is None else n)),
    )
    noise = "" if said.noise is None else f"{said.noise[0]:g} to {said.noise[1]:g}"
    yield TextRow("Noise from", noise, told(bench, lambda text: change(noise=_hours(text))))
    yield ToggleRow("Saturdays too", said.saturdays, lambda on: change(saturdays=on))
    rooms = [room for room in job.rooms if not room.outdoors]
    if rooms:
        yield Caption("Furniture stays in")
        for room in rooms[:MOST_ROOMS]:
            yield furnished_row(bench, room, room.name[:80])
        if len(rooms) > MOST_ROOMS:
            yield NoteRow(f"… and {len(rooms) - MOST_ROOMS} more rooms: each says it in its brief.")
        value = house_rules_of(job.house_rules).value("hours_furnished")
        more = shipped_rules()["hours_furnished"].shown(value, job.settings)
        yield NoteRow(f"There it is covered and worked round: hours × {more} (house rule).")


def _skilled(bench: Bench, skill: str, text: str) -> bool:
    """Take how many of the hands have a skill, empty for all of them."""

    def change(many: float | None) -> bool:
        rest = {key: there for key, there in bench.session.job.programme.skills.items() if key != skill}
        skills = rest if many is None else {**rest, skill: round(many)}
        return bench.session.do_made(lambda: edits.change_programme(skills=skills))

    return number_typed(bench, text, "number of hands", (1, 50), change)


def told(bench: Bench, typed: Callable[[str], bool]) -> Callable[[str], bool]:
    """Return what takes a typed text, and tells what was wrong with it."""

    def take(text: str) -> bool:
        try:
            return typed(text)
        except CorniceError as error:
            bench.session.refused.emit(error)
            return False

    return take


def _hours(text: str) -> tuple[float, float] | None:
    """Return the hours between which there may be noise, as 9 to 17; empty for all day. Raises CorniceError."""
    parts = text.lower().replace("–", " ").replace("-", " ").replace("to", " ").split()
    if not parts:
        return None
    try:
        low, high = (float(part.replace(":30", ".5").replace(":00", "").replace(",", ".")) for part in parts)
    except ValueError:
        low, high = 1.0, 0.0
    if not 0 <= low < high <= 24:
        raise CorniceError(f"“{text[:40]}” are no hours of a day.", where="noise", remedy="Write 9 to 17.")
    return low, high


def _chain_rows(bench: Bench, job: Job, programme: Programme) -> Iterator[Row]:
    """Yield what the end hangs on, the last first, and what would shorten it."""
    chain = chain_of(programme.works, programme.terms, programme.plan) if programme.works else ()
    if not chain:
        return
    yield Caption("What the end hangs on")
    rooms = {room.id: room.name for room in job.rooms}
    for link in chain[: -MOST_LINKS - 1 : -1]:
        yield ButtonsRow((_link_words(link, rooms)[:90],), partial(choose, bench, link.work.id))
        yield NoteRow(f"{WHY[link.why]}.")
    if len(chain) > MOST_LINKS:
        yield NoteRow(f"… and {len(chain) - MOST_LINKS} works before these.")
    found = later(bench, job, WorkPath("shorter"), lambda: shorter_of(job))
    yield Caption("What would shorten it")
    if found is None:
        yield NoteRow("Being worked out …")
    for one in (found or ())[:5]:
        yield NoteRow(f"{one.words}: {several(one.days, 'day')} sooner.", "verdigris")
    if found == ():
        yield NoteRow("Nothing by itself: no pair of hands, no quicker paint, no coat less.")


def _link_words(link: Link, rooms: dict[str, str]) -> str:
    return f"{link.work.name}, {rooms.get(link.work.room, 'the house')}"


def choose(bench: Bench, key: str, _: int) -> None:
    """Select a work."""
    bench.session.select(WorkPath(key))


def _free_rows(bench: Bench, job: Job) -> Iterator[Row]:
    """Yield the days on which a room is kept free or nobody works, and those of rain."""
    said, rooms = job.programme, {room.id: room.name for room in job.rooms}
    yield Caption("Days that are kept free")
    for one in said.kept_free:
        what = rooms.get(one.room, "nobody works")
        days = day_words(one.first) + ("" if one.last == one.first else f" to {day_words(one.last)}")
        yield NoteRow(f"{what}: {days}.")
        yield ButtonsRow(("Let them be worked on",), partial(_free_again, bench, one.id))
    room = bench.session.room()

    def keep(text: str, room_id: str, called: str) -> bool:
        first, last = _span(text)
        return bench.session.do_made(lambda: edits.keep_free(first, last, room_id, called))

    if room is not None:
        yield TextRow(
            f"{room.name[:24]} on", "", told(bench, lambda text: not text.strip() or keep(text, room.id, room.name))
        )
    yield TextRow("Nobody on", "", told(bench, lambda text: not text.strip() or keep(text, "", "the house")))
    rain = [one for one in said.weather if one.rain or one.warm < 8]
    if any(one.outdoors for one in job.rooms) or said.weather:
        yield TextRow("Rain on", "", told(bench, lambda text: not text.strip() or _rain(bench, text)))
        if rain:
            yield NoteRow("Not outdoors: " + ", ".join(day_words(one.day) for one in rain[:12]) + ".")


def _free_again(bench: Bench, kept_id: str, _: int) -> None:
    bench.do(edits.free_again(kept_id))


def _rain(bench: Bench, text: str) -> bool:
    first, last = _span(text)
    days = tuple(DayWeather(day, 12.0, rain=True) for day in range(first, last + 1))
    return bench.session.do_made(lambda: edits.take_weather(days))


def _span(text: str) -> tuple[int, int]:
    """Return the first and last day of a text, as 2027-03-15 to 2027-03-18. Raises CorniceError."""
    parts = [part.strip() for part in text.replace("–", " to ").split(" to ") if part.strip()]
    found: list[date | None] = [parse_date(part) for part in parts[:2]]
    days = [day.toordinal() for day in found if day is not None]
    if not days or len(days) != len(parts):
        raise CorniceError(
            f"“{text[:40]}” are no days.", where="days", remedy="Write 2027-03-15, or 2027-03-15 to 2027-03-18."
        )
    return days[0], max(days)
