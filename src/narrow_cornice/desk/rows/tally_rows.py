"""The bench for a total of the tally, and for the whole second look."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Caption, ChoiceRow, NoteRow, Row, Title
from narrow_cornice.desk.view import TO_SETTLE, TallyPath
from narrow_cornice.job.model import Job
from narrow_cornice.review.bundles import THOUGHT, Bundle, bundled
from narrow_cornice.review.finding import GRADES, Finding
from narrow_cornice.review.second_look import second_look

THE_HOUSE = "the house"  # what is sifted by for findings of no room


def tally_rows(bench: Bench, job: Job, path: TallyPath) -> Iterator[Row]:
    """Yield the working of a total, or the whole second look."""
    if path.name == TO_SETTLE:
        yield from _second_look_rows(bench, job)
        return
    found = bench.places.total_of(job, path.name)
    if found is None:
        return
    figure, then, lacks = found
    yield Title(path.name.capitalize(), f"{job.name[:100]}, the whole job")
    yield from bench.working(figure)
    if then is not None:
        yield from bench.working(then)
    elif lacks:
        yield NoteRow(lacks)


def _second_look_rows(bench: Bench, job: Job) -> Iterator[Row]:
    """Yield what is to be settled, sifted as the view says, then what is worth a thought, then what was kept."""
    every = second_look(job)
    bundles = bundled(finding for finding in every if _is_wanted(bench, finding))
    settle = [one for one in bundles if not one.kept and one.grade != THOUGHT]
    thoughts = [one for one in bundles if not one.kept and one.grade == THOUGHT]
    kept = [one for one in bundles if one.kept]
    words = [f"{len(settle)} to settle", f"{len(thoughts)} worth a thought" if thoughts else ""]
    words.append(f"{sum(len(one.findings) for one in kept)} kept" if kept else "")
    yield Title("Second look", " · ".join(word for word in words if word))
    yield from _sifting(bench, job, every)
    if not bundles:
        yield NoteRow("Nothing here." if every else "Nothing to settle.")
    yield from _under("To settle", settle, bench)
    yield from _under("Worth a thought", thoughts, bench)
    yield from _under("Kept as they are", kept, bench)


def _under(heading: str, bundles: list[Bundle], bench: Bench) -> Iterator[Row]:
    if bundles:
        yield Caption(heading)
    for one in bundles:
        yield bench.bundle_row(one)


def _is_wanted(bench: Bench, finding: Finding) -> bool:
    """Return whether a finding is of the room, the place and the grade that are looked through."""
    sifted = bench.session.view.sifted
    return (
        sifted.room in ("", finding.room_id or THE_HOUSE)
        and sifted.place in ("", bench.places.home_of(finding.about))
        and sifted.grade in ("", finding.grade)
    )


def _sifting(bench: Bench, job: Job, every: tuple[Finding, ...]) -> Iterator[Row]:
    """Yield the choices of what is looked through; a choice of one is none."""
    sifted = bench.session.view.sifted

    def sift(**fields: str) -> None:
        bench.session.look(sifted=replace(sifted, **fields))

    ids = {finding.room_id for finding in every}
    rooms = [(room.id, room.name[:60]) for room in job.rooms if room.id in ids]
    rooms += [(THE_HOUSE, "the house")] if "" in ids else []
    homes = {bench.places.home_of(finding.about) for finding in every}
    places = [(key, name) for key, name in bench.places.names() if key in homes]
    grades = [(grade, grade) for grade in GRADES if any(finding.grade == grade for finding in every)]
    if len(rooms) > 1 or sifted.room:
        yield ChoiceRow("Room", (("", "all"), *rooms), sifted.room, lambda value: sift(room=value))
    if len(places) > 1 or sifted.place:
        yield ChoiceRow("Place", (("", "all"), *places), sifted.place, lambda value: sift(place=value))
    if len(grades) > 1 or sifted.grade:
        yield ChoiceRow("Grade", (("", "all"), *grades), sifted.grade, lambda value: sift(grade=value))
